import { plainLoad } from '@tests/validation/examples';
import { believe, breakWindow, foreseenPace, runAt, takenOn } from './belief';
import type { ChurnPace } from './churnPace';
import { priorPace } from './churnPace';
import { tools } from './tools';
import { paceAt, paceThen, slopes } from './ownSlopes';

const known = (logMean: number, logSd = 0.05, scatter = 0.05): ChurnPace => {
  // Known at every warmth alike: slopes of nothing, surely.
  const none = slopes.map(() => 0);
  const covariance = [[logSd ** 2, ...none], ...slopes.map(() => [0, ...none])];
  return { logMean, logSd, scatter, batches: 9, own: { mean: [logMean, ...none], covariance } };
};
const sure = { ...plainLoad, creamFatSd: 0, temperatureSd: 0 };
const cold = { ...sure, temperature: 8 };
const minutes = (input: typeof sure, logPace = 0) => runAt(input, logPace).breakSeconds! / 60;

it('a slow churning of cold cream is helped by the room, one of warm cream is not', () => {
  expect(takenOn({ ...sure, temperature: 19 }, 0.7)).toBeGreaterThan(0.95);
  expect(takenOn(cold, 0.7)).toBeLessThan(0.85);
  expect(takenOn(cold, 0.7)).toBeGreaterThanOrEqual(0.5);
  // What was done to it is no matter of the pace.
  const paused = { ...cold, happenings: [{ kind: 'pause' as const, atMinutes: 5, minutes: 60, temperature: 4, in: 'fridge' as const }] };
  expect(takenOn(paused, 0.7)).toBe(takenOn(cold, 0.7));
  // One that does not break at all has no share of its pace.
  expect(takenOn({ ...sure, temperature: 30 }, 0.7)).toBe(1);
}); // prettier-ignore

it.each([
  ['as long', 0],
  ['half as long again', Math.log(1.5)],
  ['two thirds of the time', Math.log(2 / 3)],
])('a churn that takes %s as foreseen does so in cold cream as well', (_, logMean) => {
  for (const input of [sure, cold]) {
    const { breakMinutes } = breakWindow(believe(input, known(logMean)), 0);
    expect(breakMinutes!.mid / minutes(input)).toBeCloseTo(Math.exp(logMean), 1);
    expect(minutes(input, foreseenPace(input, known(logMean))) / minutes(input)).toBeCloseTo(
      Math.exp(logMean),
      1,
    );
  }
});

it('the window is as wide as the times scatter, in cold cream as in warm, and wider for heavy tails', () => {
  const factor = (input: typeof sure, pace: ChurnPace) => {
    const { low, high } = breakWindow(believe(input, pace), 0).breakMinutes!;
    return Math.log(high / low) / 2;
  };
  // Mostly unsure of the pace: a normal curve, 1.645 standard deviations either way.
  const spread = Math.hypot(0.3, 0.05);
  expect(factor(sure, known(0, 0.3)) / spread).toBeCloseTo(1.65, 1);
  expect(factor(cold, known(0, 0.3)) / spread).toBeGreaterThan(1.45);
  expect(factor(cold, known(0, 0.3)) / spread).toBeLessThan(1.9);
  // Mostly scatter, of Student’s t with four degrees of freedom: 2.13, less the little beyond what is tried.
  expect(factor(sure, known(0, 0.01, 0.25)) / 0.25).toBeGreaterThan(1.95);
  expect(factor(sure, known(0, 0.01, 0.25)) / 0.25).toBeLessThan(2.2);
});

it('cream that was unsure in the cold is no less sure than other cream once it stood warm', () => {
  const unsure = (change: object) => {
    const { low, high } = breakWindow(believe({ ...plainLoad, ...change }, priorPace), 0).breakMinutes!;
    return high / low;
  };
  const bath = { kind: 'pause' as const, atMinutes: 0.1, minutes: 25, temperature: 25, in: 'water' as const };
  const [cold8, warmed, usual] = [{ temperature: 8 }, { temperature: 8, happenings: [bath] }, {}].map(unsure);
  expect(cold8).toBeGreaterThan(2 * usual!);
  expect(warmed! / usual!).toBeLessThan(1.35);
  // A reading changes nothing of its pace.
  const reading = { kind: 'reading' as const, atMinutes: 0.1, temperature: 8 };
  expect(unsure({ temperature: 8, happenings: [reading] })).toBeCloseTo(cold8!, 1);
  // Thick cream thinned to plain, in the churn.
  const thick = { creamFat: 0.46, happenings: [{ kind: 'water' as const, atMinutes: 0.1, mass: 250, temperature: 14 }] };
  expect(unsure(thick)).toBeLessThan(unsure({ creamFat: 0.46 }));
}); // prettier-ignore

it('a churning that was slower than expected in the cold stays so by what is not of the cold', () => {
  const before = { tool: 'barrel' as const, temperature: 8, creamFat: 0.38 };
  const then = { ...before, temperature: 13 };
  const slow = (ownScatter: number) => paceThen(priorPace, before, then, 1, ownScatter);
  expect(paceThen(priorPace, before, before, 1, 0.2)).toBeCloseTo(1, 9);
  // Part of it was the pace itself, part what cold does; what is this churning’s own it keeps.
  expect(slow(0)).toBeCloseTo(priorPace.logSd ** 2 / paceAt(priorPace, before).logSd ** 2, 6);
  expect(slow(3)).toBeGreaterThan(0.95);
});

it('a pace that an older page kept, of other slopes, is taken for one without', () => {
  const bare: ChurnPace = { logMean: 0.3, logSd: 0.05, scatter: 0.05, batches: 9 };
  const old = { ...bare, own: { mean: [0.3, 0], covariance: [[1, 0], [0, 1]] } }; // prettier-ignore
  expect(paceAt(old, cold).logSd).toBe(paceAt(bare, cold).logSd);
});

it.each([
  ['jar', 0.2, 4],
  ['jar', 0.205, 12],
  ['jar', 0.22, 20],
  ['dasher', 0.19, 12],
] as const)('%s, thin cream whose pace hangs on every percent of its fat, is reckoned in a moment: %d at %d °C', (tool, fat, temperature) => {
  const input = { ...plainLoad, tool, capacity: tools[tool].usualVolume, creamMass: 735, creamFat: fat, creamFatSd: 0.1, temperature, temperatureSd: 2 };
  const ran = believe(input, priorPace).reduce((sum, { run }) => sum + run.evaluations, 0);
  // A run of rich cream takes some six thousand; it were hundreds of millions.
  expect(ran).toBeLessThan(4_000_000);
}); // prettier-ignore
