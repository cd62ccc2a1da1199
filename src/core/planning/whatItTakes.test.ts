import type { WhatItTakesInput } from './whatItTakes';
import { whatItTakes } from './whatItTakes';
import { yearAhead } from './yearAhead';
import type { YearAnimal } from './yearHerd';

const tansy: YearAnimal = {
  name: 'Tansy', breed: 'kerry', calvedOn: '2026-04-10', servedOn: '2026-07-01', dryOn: null, sharesWithCalf: true,
  withdrawnFrom: null, withdrawnUntil: null, milked: true, peak: 16_000,
}; // prettier-ignore
const input: WhatItTakesInput = {
  today: '2026-12-01', animals: [tansy], butterPerFat: 1, demand: 1600, frozen: 0, fresh: 400, seed: 'y', runs: 30,
  breeds: ['kerry', 'goat'], calvings: [30, 120], noSeparator: true, often: 0.9,
}; // prettier-ignore

test('what it would take is found among all a household can change, the least that is asked first', () => {
  const shares: number[] = [];
  const found = whatItTakes(input, (share) => shares.push(share));
  expect(found.chance).toBeLessThan(0.6);
  expect(found.ways.length).toBeGreaterThan(0);
  expect(found.nearest).toBeUndefined();
  for (const { changes, less, chance } of found.ways) {
    expect(chance).toBeGreaterThanOrEqual(0.9);
    // It is the very year that its page shows.
    const year = { ...input, breeds: undefined, calvings: undefined, noSeparator: undefined, often: undefined };
    expect(yearAhead({ ...year, demand: year.demand * (1 - less), changes }).chance).toBe(chance);
  }
  const burdens = found.ways.map(({ burden }) => burden);
  expect(burdens).toEqual(burdens.toSorted((a, b) => a - b));
  expect(shares.every((one, i) => one >= 0 && one < 1 && (i === 0 || one >= shares[i - 1]!))).toBe(true);
  // What is enough alone is not asked for with something else beside it.
  const kinds = found.ways.map(({ changes, less }) => [...changes.map(({ kind }) => kind), ...(less > 0 ? ['less'] : [])]);
  for (const one of kinds)
    expect(kinds.some((other) => other.length < one.length && other.every((kind) => kind !== 'less' && kind !== 'another' && one.includes(kind)))).toBe(false);
}); // prettier-ignore

test('a separator is had once, and never beside deeper skimming', () => {
  const kinds = ({ ways, nearest }: ReturnType<typeof whatItTakes>) =>
    [...ways, ...(nearest ? [nearest] : [])].map(({ changes }) => changes.map(({ kind }) => kind));
  const most = { ...input, breeds: [], often: 0.999_999 };
  const had = kinds(whatItTakes({ ...most, noSeparator: false }));
  expect(had.flat()).not.toContain('separator');
  const without = kinds(whatItTakes({ ...most, demand: 1800 }));
  expect(without.some((one) => one.includes('separator') && one.includes('deeper'))).toBe(false);
});

test('with no animal it is an animal, or a little from the shop; the calf is left where it is', () => {
  const found = whatItTakes({ ...input, animals: [], demand: 300 });
  expect(found.chance).toBe(0);
  for (const { asks } of [...found.ways, ...(found.nearest ? [found.nearest] : [])]) {
    expect(asks.deeper).toBe(false);
    expect(asks.separator).toBe(false);
    expect(asks.calfOff).toBe(false);
  }
});

test('where nothing is enough, what comes nearest is told', () => {
  const found = whatItTakes({ ...input, demand: 40_000, breeds: ['goat'], calvings: [30] });
  expect(found.ways).toEqual([]);
  expect(found.nearest!.chance).toBeGreaterThanOrEqual(found.chance);
});
