import fc from 'fast-check';
import type { TrendBatch, TrendPoint } from './trends';
import { trend, trendOf, unlike } from './trends';

const batch = (i: number, change: Partial<TrendBatch> = {}): TrendBatch => ({
  id: `batch-${i}`, number: i, atSeconds: 1_700_000_000 + i * 86_400, tool: 'barrel', churn: 'Barrel', temperature: 13.5, creamFat: 0.36, fill: 0.4,
  ripened: false, breakRatio: 1, breakMinutes: 30, efficiency: 0.97, butterFat: 0.82, salt: 0.016, perLitre: 420, colour: 3, feed: 'hay',
  verdict: 'plausible', troubles: [], ...change,
}); // prettier-ignore
const pointsOf = (batches: readonly TrendBatch[]): TrendPoint[] =>
  batches.map((one) => ({ id: one.id, atSeconds: one.atSeconds, value: one.efficiency!, batch: one }));
const steady = (many: number) =>
  Array.from({ length: many }, (_, i) => batch(i, { efficiency: 0.97 + (i % 2 ? 0.004 : -0.004) }));

describe('a trend', () => {
  it('names a batch that left the range once, with what was unlike the others, and not the way back', () => {
    const batches = steady(20);
    batches[12] = batch(12, { efficiency: 0.84, temperature: 20.5, tool: 'standMixer' });
    const { unusual } = trend(pointsOf(batches), batches);
    expect(unusual).toHaveLength(1);
    expect(unusual[0]).toMatchObject({ why: 'beyond', side: 'below', points: [{ id: 'batch-12' }] });
    expect(unusual[0]!.otherwise[0]).toBe('it began at 20.5 °C, your usual is 13.5 °C');
  });

  it('a jump there and back is one jump', () => {
    const batches = Array.from({ length: 20 }, (_, i) =>
      batch(i, { efficiency: i % 4 < 2 || i === 14 ? 0.974 : 0.966 }),
    );
    batches[13] = batch(13, { efficiency: 0.9545 });
    const { unusual } = trend(pointsOf(batches), batches);
    expect(unusual.map(({ why, points }) => [why, points[0]!.id])).toEqual([['jump', 'batch-13']]);
  });

  it('takes a row on one side for one thing, from its first to its last', () => {
    const batches = [
      ...steady(20),
      ...Array.from({ length: 10 }, (_, i) => batch(20 + i, { efficiency: 0.975 })),
    ];
    const runs = trend(pointsOf(batches), batches).unusual.filter(({ why }) => why === 'run');
    expect(runs).toHaveLength(1);
    expect(runs[0]!.points.at(-1)!.id).toBe('batch-29');
    expect(runs[0]!.points.length).toBeGreaterThanOrEqual(10);
  });

  it('says nothing of the range of a few', () => {
    const few = steady(5);
    few[4] = batch(4, { efficiency: 0.5 });
    expect(trend(pointsOf(few), few)).toMatchObject({ unusual: [], limits: { enough: false } });
  });

  it('names each point at most once beside the rows, whatever the values', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.5, max: 1, noNaN: true }), { minLength: 1, maxLength: 60 }),
        (values) => {
          const batches = values.map((efficiency, i) => batch(i, { efficiency }));
          const { unusual } = trend(pointsOf(batches), batches);
          const single = unusual.filter(({ why }) => why !== 'run').map(({ points }) => points[0]!.id);
          expect(new Set(single).size).toBe(single.length);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('what was unlike the others', () => {
  const others = Array.from({ length: 10 }, (_, i) => batch(i));
  it('is nothing where nothing was', () => expect(unlike(batch(10), others)).toEqual([]));
  it('is not said against batches of the other kind, or against a few', () => {
    const sour = batch(10, { ripened: true, temperature: 20 });
    expect(unlike(sour, others)).toEqual([]);
    expect(unlike(batch(10, { temperature: 20 }), others.slice(0, 3))).toEqual([]);
  });
  it('names cream, fill and a rare churn, the farthest first', () => {
    const said = unlike(batch(10, { creamFat: 0.22, fill: 0.75, tool: 'jar' }), others);
    expect(said).toEqual([
      'its cream held 22 % of fat, your usual is 36 %',
      'the churn was 75 % full, 40 % is your usual',
      'it was churned in a shaken jar, which is rare here',
    ]);
  });
});

it('unweighed butter has no efficiency, and unsalted butter no salt', () => {
  expect(trendOf.efficiency(batch(1, { verdict: 'unweighed' }))).toBeUndefined();
  expect(trendOf.salt(batch(1, { salt: 0.001 }))).toBeUndefined();
  expect(trendOf.salt(batch(1))).toBe(0.016);
});
