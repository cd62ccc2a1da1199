import fc from 'fast-check';
import type { PeriodOfButter } from './whyPeriod';
import { whyPeriod } from './whyPeriod';

const usual: PeriodOfButter = {
  milkMass: 70_000,
  milkFat: 2800,
  boughtFat: 0,
  fatIn: 2500,
  fatToButter: 2400,
  butterMass: 2930,
};

test('a week of leaner milk gave less by just that', () => {
  const lean = {
    ...usual,
    milkFat: 2660,
    fatIn: (2500 / 2800) * 2660,
    fatToButter: (2400 / 2800) * 2660,
    butterMass: (2930 / 2800) * 2660,
  };
  const why = whyPeriod(usual, lean)!;
  expect(why.before).toBeCloseTo((1000 * 2930) / 70_000, 9);
  expect(why.parts[0]).toMatchObject({ cause: 'milk' });
  expect(why.parts[0]!.grams).toBeCloseTo(why.difference, 9);
  expect(why.difference).toBeLessThan(0);
});

test('a ladle that went too shallow, and a cold wash that kept more: each its own part', () => {
  const why = whyPeriod(usual, { ...usual, fatIn: 2200, fatToButter: 2180, butterMass: 2700 })!;
  const by = new Map(why.parts.map(({ cause, grams }) => [cause, grams]));
  expect(by.get('milk')).toBeCloseTo(0, 9);
  expect(by.get('skimming')).toBeLessThan(0);
  expect(by.get('churning')).toBeGreaterThan(0);
});

test('the parts add up to the difference, whatever the days were', () => {
  const share = fc.double({ min: 0.05, max: 1, noNaN: true });
  const period = fc.tuple(share, share, share, share).map(([milk, skim, churn, water]) => ({
    milkMass: 50_000,
    milkFat: 5000 * milk,
    boughtFat: 0,
    fatIn: 5000 * milk * skim,
    fatToButter: 5000 * milk * skim * churn,
    butterMass: (5000 * milk * skim * churn) / (0.5 + water / 2),
  }));
  fc.assert(
    fc.property(period, period, (one, other) => {
      const why = whyPeriod(one, other)!;
      const sum = why.parts.reduce((all, { grams }) => all + grams, 0);
      expect(sum).toBeCloseTo(why.difference, 6);
    }),
  );
});

test.each([
  ['bought cream', { boughtFat: 400 }],
  ['no milk', { milkMass: 0, milkFat: 0 }],
  ['no butter', { butterMass: 0 }],
])('%s says nothing of the milk', (_, change) => {
  expect(whyPeriod(usual, { ...usual, ...change })).toBeUndefined();
  expect(whyPeriod({ ...usual, ...change }, usual)).toBeUndefined();
}); // prettier-ignore
