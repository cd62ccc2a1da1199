import * as v from 'valibot';
import { readInput } from '../calculation';
import { batchEvent, batchFacts } from './batchEvents';

const at = { id: 'event-0001', atSeconds: 1_800_000_000 };
const portion = {
  ...at,
  kind: 'portion',
  portionId: 'portion-1',
  name: 'Salted',
  mass: 600,
  massSd: 2,
  measured: 'scale',
  saltMass: 9,
  salting: { way: 'share', share: 0.016, kind: 'fine' },
  additions: [],
  storage: 'fridge',
};

describe('events as they are sent', () => {
  it.each([
    [{ ...at, kind: 'started' }],
    [{ ...at, kind: 'mark', stage: 'break' }],
    [{ ...at, kind: 'reading', temperature: 14 }],
    [{ ...at, kind: 'water', mass: 60 }],
    [{ ...at, kind: 'drained', measured: 'skipped' }],
    [{ ...at, kind: 'washed', clarity: 'clear' }],
    [portion],
    [{ ...portion, salting: { way: 'none' }, saltMass: 0 }],
    [{ ...at, kind: 'undone', eventId: 'event-0000' }],
  ])('%j is taken as it is', (event) => {
    expect(readInput(batchEvent, event)).toEqual(event);
  });

  it.each([
    [{ ...at, kind: 'mark', stage: 'melted' }, 'stage'],
    [{ ...at, kind: 'exploded' }, 'kind'],
    [{ ...at, id: 'x', kind: 'started' }, 'id'],
    [{ ...at, atSeconds: 12, kind: 'started' }, 'atSeconds'],
    [{ ...at, kind: 'water', mass: 0 }, 'mass'],
    [{ ...at, kind: 'reading', temperature: 400 }, 'temperature'],
    [{ ...at, kind: 'washed', clarity: 'green' }, 'clarity'],
    [{ ...portion, mass: -5 }, 'mass'],
    [{ ...portion, storage: 'attic' }, 'storage'],
    [{ ...portion, additions: ['gold'] }, 'additions.0'],
    [{ ...portion, salting: { way: 'share', share: 0.5, kind: 'fine' } }, 'salting.share'],
    [{ ...at, kind: 'started', colour: 'yellow' }, 'colour'],
    [{ ...at, kind: 'abandoned', reason: 'x'.repeat(300) }, 'reason'],
  ])('%j is refused, naming %s', (event, path) => {
    expect(() => readInput(batchEvent, event)).toThrow(expect.objectContaining({ path }));
  });

  it('an id cannot carry anything but letters, digits and dashes', () => {
    for (const id of ["a'; DROP TABLE lot", '<script>', '../../etc', 'ünïcödé-id']) {
      expect(v.safeParse(batchEvent, { ...at, id, kind: 'started' }).success).toBe(false);
    }
  });
});

describe('facts of a batch', () => {
  const facts = {
    creamMass: 1400, creamMassSd: 14, creamVolume: 1400, amountTyped: '1.4 L', creamFat: 0.36, creamFatSd: 0.01, fatMethod: 'label',
    temperature: 14, temperatureAssumed: false, ripened: false, treatment: 'raw', homogenised: false, hardness: 0,
    tool: 'jar', vesselId: null, capacity: 1900, loads: 2, usualSalt: { way: 'none' }, usualStorage: 'fridge',
  }; // prettier-ignore

  it('are taken whole', () => {
    expect(readInput(batchFacts, facts)).toEqual(facts);
  });

  it.each([
    ['creamMass', 0],
    ['creamFat', 0.7],
    ['creamFatSd', 0],
    ['temperature', 120],
    ['treatment', 'blessed'],
    ['hardness', 20],
    ['capacity', -1],
    ['loads', 0],
    ['loads', 61],
    ['creamMass', Number.NaN],
    ['creamMass', '1400'],
  ])('%s of %j is refused by name', (field, value) => {
    expect(() => readInput(batchFacts, { ...facts, [field]: value })).toThrow(new RegExp(field));
  });
});
