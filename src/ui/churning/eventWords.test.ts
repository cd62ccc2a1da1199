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
    [{ kind: 'portion', name: 'Garlic', mass: 300, saltMass: 5.2 }, 'Garlic: 300 g, 5.2 g of it salt'],
    [{ kind: 'portion', name: 'Plain', mass: 300, saltMass: 0 }, 'Plain: 300 g, no salt'],
    [{ kind: 'abandoned', reason: 'the dog' }, 'Given up: the dog'],
    [{ kind: 'abandoned', reason: '' }, 'Given up'],
    [{ kind: 'started' }, 'Churn started'],
    [{ kind: 'paused' }, 'Put by'],
    [{ kind: 'paused', place: 'bath', celsius: 24 }, 'Put by in a bath of 24 °C'],
    [{ kind: 'resumed' }, 'Churned on'],
    [{ kind: 'takenOut', share: 1 / 3 }, '33 % taken out, for a load of its own'],
    [{ kind: 'merged' }, 'The next load poured in with this one'],
    [{ kind: 'load' }, 'Next load in'],
    [{ kind: 'load', beside: true, tool: 'barrel' }, 'Next load begun beside it, in a barrel churn'],
    [
      { kind: 'drained', measured: 'mass', mass: 900, washIn: 120 },
      'Buttermilk drained: 900 g, 120 mL of it wash water',
    ],
    [
      { kind: 'washed', clarity: 'milky', where: 'tap', celsius: 9 },
      'Washed under the tap, water milky (9 °C)',
    ],
    [
      { kind: 'portion', name: 'Ghee', mass: 400, saltMass: 0, ghee: { mass: 318, weighed: true } },
      'Ghee: 400 g, no salt, made into 318 g of ghee',
    ],
    [{ kind: 'gathered', size: 'mass' }, 'Stopped at one mass'],
    [{ kind: 'felt', feel: 'greasy' }, 'The butter is greasy'],
    [{ kind: 'felt', celsius: 15 }, 'The butter is at 15 °C'],
    [{ kind: 'worked', way: 'worked', waterMass: 22 }, 'Worked till no more weeps, 22 mL of water out'],
    [
      { kind: 'reweighed', why: 'wept', mass: 480, saltMass: 6 },
      'Weighed again, after it wept: 480 g, 6 g of it salt',
    ],
    [{ kind: 'moisture', tare: 80, before: 90, after: 88.4 }, 'Moisture test: 16.0 % water'],
    [
      { kind: 'tasted', colour: 4, feed: 'grass', tastes: ['nutty'] },
      'Tasted: colour 4 of 6, on grass, nutty',
    ],
    [{ kind: 'joined' }, 'Two portions joined'],
    [{ kind: 'packed' }, 'Packed'],
    [{ kind: 'undone' }, 'Undone'],
    [{ kind: 'retimed' }, 'Time put right'],
  ])('%j', (body, wanted) => {
    expect(words(body)).toBe(wanted);
  });
});
