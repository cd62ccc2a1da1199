import type { FatEntry } from './fatUpstream';
import { fatUpstream } from './fatUpstream';

const kinds = new Map([
  ['w1', 'milk'], ['w2', 'milk'], ['r1', 'cream'], ['r2', 'cream'], ['top', 'cream'], ['s1', 'skim'], ['tub', 'cream'], ['c', 'cream'],
]); // prettier-ignore
const entry = (kind: string, atSeconds: number, lines: [to: string, fat: number][]): FatEntry => ({
  kind,
  atSeconds,
  lines: lines.map(([to, fat]) => ({
    ...(kinds.has(to) ? { lot: to } : { account: to }),
    fat,
    mass: 20 * fat,
    fatSd: 0.1 * Math.abs(fat),
  })),
});
const closes = (found: ReturnType<typeof fatUpstream>) =>
  expect(found.milk + found.bought + found.culture).toBeCloseTo(found.cream + found.skim + found.spilled, 6);

describe('the fat of a batch, back to its milk', () => {
  it('of one skimming is its milk, less what stayed in the skim', () => {
    const found = fatUpstream(
      [{ lot: 'c', fat: 532 }],
      [
        entry('separated', 1, [['w1', -590], ['r1', 532], ['pigs', 58]]),
        entry('poured', 2, [['r1', -532], ['c', 532]]),
      ],
      kinds,
    ); // prettier-ignore
    expect(found).toEqual({
      milk: 590,
      milkMass: 11_800,
      milkSd: 59,
      skim: 58,
      spilled: 0,
      bought: 0,
      culture: 0,
      cream: 532,
    });
  });

  it('takes of each lot only what came into this churn, and of its skim as much', () => {
    const found = fatUpstream(
      [{ lot: 'c', fat: 300 }],
      [
        entry('separated', 1, [['w1', -440], ['r1', 400], ['s1', 30], ['spilled', 10]]),
        entry('separated', 2, [['w2', -220], ['tub', 200], ['yoghurt', 20]]),
        entry('poured', 3, [['r1', -400], ['tub', 400]]),
        // Half of the tub is churned.
        entry('poured', 4, [['tub', -300], ['c', 300]]),
      ],
      kinds,
    ); // prettier-ignore
    expect(found).toMatchObject({
      milk: 330,
      milkMass: 6600,
      milkSd: expect.closeTo(33, 6),
      skim: 25,
      spilled: 5,
      bought: 0,
    });
    closes(found);
  });

  it('knows cream that came in as cream, and a spoon of culture', () => {
    const found = fatUpstream(
      [{ lot: 'c', fat: 505 }],
      [
        entry('bought', 1, [['received', -500], ['r1', 500]]),
        entry('poured', 2, [['culture', -5], ['r1', 5]]),
        entry('poured', 3, [['r1', -505], ['c', 505]]),
      ],
      kinds,
    ); // prettier-ignore
    expect(found).toEqual({
      milk: 0,
      milkMass: 0,
      milkSd: 0,
      skim: 0,
      spilled: 0,
      bought: 500,
      culture: 5,
      cream: 505,
    });
  });

  it('of a skimming in two cuts takes its own cut’s part, and nothing of what was not churned', () => {
    const found = fatUpstream(
      [{ lot: 'c', fat: 200 }],
      [
        entry('separated', 1, [['w1', -550], ['top', 300], ['r1', 200], ['s1', 50]]),
        entry('poured', 2, [['r1', -200], ['c', 200]]),
        entry('used', 3, [['s1', -50], ['pigs', 50]]),
      ],
      kinds,
    ); // prettier-ignore
    expect(found).toMatchObject({ milk: 220, skim: 20 });
    closes(found);
  });

  it('asks in any order, whatever happened in the same minute, and finds its way when cream was poured there and back', () => {
    const told = [
      entry('poured', 1, [['tub', -190], ['c', 190]]),
      entry('poured', 1, [['r1', -200], ['tub', 200]]),
      entry('poured', 1, [['tub', -10], ['r1', 10]]),
      entry('separated', 1, [['w1', -220], ['r1', 200], ['pigs', 20]]),
    ]; // prettier-ignore
    for (const entries of [told, told.toReversed()]) {
      const found = fatUpstream([{ lot: 'c', fat: 190 }], entries, kinds);
      expect(found.milk).toBeGreaterThan(190);
      expect(found.milk).toBeLessThanOrEqual(220);
    }
  });
});
