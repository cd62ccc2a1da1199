import { controlLimits } from './controlLimits';

const steady = [10, 12, 10, 12, 10, 12, 10, 12];

it('takes the spread from the moving range: the middle ± 2.66 of it', () => {
  const { centre, low, high, movingRange, signals, enough } = controlLimits({ values: steady });
  expect([enough, centre, movingRange.centre]).toEqual([true, 11, 2]);
  expect(high - centre).toBeCloseTo((3 * 2) / 1.128, 9);
  expect(centre - low).toBeCloseTo((3 * 2) / 1.128, 9);
  expect(movingRange.high).toBeCloseTo(3.267 * 2, 9);
  expect(signals).toEqual([]);
});

it('says nothing of fewer than eight', () => {
  const seven = controlLimits({ values: [1, 1, 1, 1, 1, 1, 90] });
  expect([seven.enough, seven.signals.length]).toEqual([false, 0]);
  expect(seven.reasons[0]!.says).toMatch(/7 of at least 8/);
  expect(controlLimits({ values: [5] })).toMatchObject({ centre: 5, low: 5, high: 5 });
});

it('tells one beyond, a jump within, and a run on one side, each for what it is', () => {
  const beyond = controlLimits({ values: [...steady, ...steady, 40, ...steady] });
  expect(beyond.signals).toContainEqual({ at: 16, why: 'beyond' });
  const quiet = Array.from({ length: 20 }, (_, i) => (i % 2 ? 10.1 : 10));
  const jump = controlLimits({ values: [...quiet, 9.8, 10.3, 10, 10.1] });
  expect(jump.signals).toEqual([{ at: 21, why: 'jump' }]);
  const run = controlLimits({ values: [1, 9, 1, 9, 1, 9, 1, 9, 6, 7, 6, 7, 6, 7, 6, 7] });
  expect(run.signals.map(({ at, why }) => `${at} ${why}`)).toEqual(['14 run', '15 run']);
});
