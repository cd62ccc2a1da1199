import * as v from 'valibot';
import { someFacts } from '../testing/someFacts';
import type { BatchFacts } from './batchEvents';
import { tellBatch } from './tellBatch';
import { factsAsDone, wayOf } from './wayOfWorking';
import { wayOfWorking } from './wayOfWorking.calc';

const facts: BatchFacts = { ...someFacts, ripened: true, usualPieces: { form: 'roll', each: 125 } };

describe('a way of working', () => {
  it('is what was really done, without the cream it was done to, and can be kept', () => {
    const salting = { way: 'share', share: 0.015, kind: 'fine' } as const;
    const story = tellBatch(facts, [
      { id: 'started-0', atSeconds: 1_800_000_000, kind: 'started' },
      { id: 'washed-01', atSeconds: 1_800_001_000, kind: 'washed', clarity: 'milky' },
      { id: 'washed-02', atSeconds: 1_800_001_100, kind: 'washed', clarity: 'clear' },
      {
        id: 'portion-01',
        atSeconds: 1_800_001_200,
        kind: 'portion',
        portionId: 'portion-a',
        name: 'Salted',
        mass: 600,
        massSd: 3,
        measured: 'scale',
        saltMass: 9,
        salting,
        additions: [],
        storage: 'freezer',
        pieces: { form: 'block', each: 250 },
      },
    ]);
    const way = wayOf(factsAsDone(facts, story));
    expect(way).toMatchObject({
      tool: 'paddleHand',
      ripened: true,
      usualWashes: 2,
      usualSalt: salting,
      usualStorage: 'freezer',
      usualPieces: { form: 'block', each: 250 },
    });
    expect(way).not.toHaveProperty('creamMass');
    expect(way).not.toHaveProperty('loads');
    expect(v.is(wayOfWorking, way)).toBe(true);
  });

  it('is the facts as they were where no butter came of it', () => {
    expect(factsAsDone(facts, tellBatch(facts, []))).toBe(facts);
  });
});
