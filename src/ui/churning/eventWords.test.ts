import type { BatchEvent } from '@/core/churning/batchEvents';
import { eventWords } from './eventWords';

const say = {
  temperature: (celsius: number) => `${celsius} °C`,
  volume: (millilitres: number) => `${millilitres} mL`,
  mass: (grams: number) => `${grams} g`,
} as Parameters<typeof eventWords>[1];
const words = (body: object) =>
  eventWords({ id: 'event-0001', atSeconds: 1, ...body } as BatchEvent, say).long;

describe('what happened, in words', () => {
  it.each([
    [{ kind: 'mark', stage: 'break' }, 'Break'],
    [{ kind: 'reading', temperature: 14 }, 'Temperature 14 °C'],
    [{ kind: 'water', mass: 60 }, '60 mL of water added'],
    [{ kind: 'drained', measured: 'skipped' }, 'Buttermilk drained, not measured'],
    [{ kind: 'drained', measured: 'mass', mass: 900 }, 'Buttermilk drained: 900 g'],
    [{ kind: 'washed', clarity: 'hazy', waterMass: 500 }, 'Washed, water hazy (500 mL)'],
    [{ kind: 'tool', tool: 'jar', capacity: 2000 }, 'Moved to a shaken jar, 2000 mL'],
    [{ kind: 'portion', name: 'Garlic', mass: 300, saltMass: 5.2 }, 'Garlic: 300 g, 5 g of it salt'],
    [{ kind: 'portion', name: 'Plain', mass: 300, saltMass: 0 }, 'Plain: 300 g, no salt'],
    [{ kind: 'abandoned', reason: 'the dog' }, 'Given up: the dog'],
    [{ kind: 'abandoned', reason: '' }, 'Given up'],
  ])('%j', (body, wanted) => {
    expect(words(body)).toBe(wanted);
  });
});
