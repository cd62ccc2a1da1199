import { calculate } from '../calculations';
import type { MeasurementWorth } from './measurementWorth';

const worth = (change: object = {}) =>
  calculate('measurement.worth', { butterMass: 600, batches: 50, ...change }) as MeasurementWorth;
const of = (found: MeasurementWorth, thing: string) => found.worth.find((one) => one.thing === thing)!;

it('a moisture test lets the water be aimed nearer its limit: as much butter more as it is surer', () => {
  const { byWater } = of(worth(), 'water');
  // Aimed at 13.04 % with ± 1.8, at 15.01 % with ± 0.6: 0.8696 / 0.8499 of 30 kg.
  const aim = (sd: number) => 0.16 - 1.645 * sd;
  expect(byWater).toBeCloseTo(30_000 * ((1 - aim(0.018)) / (1 - aim(0.006)) - 1), 3);
  expect(byWater).toBeCloseTo(697, -1);
  expect(of(worth({ batches: 100 }), 'water').byWater).toBeCloseTo(2 * byWater, 3);
  // Who tests already gains nothing.
  expect(of(worth({ known: { water: 0.006 } }), 'water').butter).toBe(0);
});

it('a loss goes on until it is told from scatter', () => {
  const found = worth({ leak: 0.03 });
  const sd = Math.hypot(0.02, 0.02 / 0.38, 0.01, 0.018 / 0.82);
  expect(found.batchesUnnoticed).toBe(Math.ceil(((2.9266 * sd) / 0.03) ** 2));
  const fat = of(found, 'creamFat');
  expect(fat.batchesUnnoticed).toBeLessThan(found.batchesUnnoticed / 2);
  expect(fat.byNoticing).toBeCloseTo((found.batchesUnnoticed - fat.batchesUnnoticed) * 0.03 * 600, 6);
  expect(of(worth({ leaksAYear: 0 }), 'creamFat').butter).toBe(0);
  expect(of(worth({ leaksAYear: 3 }), 'creamFat').byNoticing).toBeCloseTo(3 * fat.byNoticing, 6);
  // A smaller loss is noticed later, and never after more batches than there are.
  expect(worth({ leak: 0.002 }).batchesUnnoticed).toBe(50);
  expect(
    worth({ leak: 0.002 })
      .reasons.map(({ says }) => says)
      .join(' '),
  ).toMatch(/not told from scatter/);
  expect(worth({ leak: 0.3 }).batchesUnnoticed).toBe(1);
});

it('is told in the order of what it is worth, and a worse instrument is worth nothing', () => {
  const { worth: all, reasons } = worth();
  expect(all.map(({ butter }) => butter)).toEqual(all.map(({ butter }) => butter).toSorted((a, b) => b - a));
  expect(reasons[0]!.says).toContain(all[0]!.says);
  const worse = worth({ candidates: [{ says: 'a spring scale', thing: 'butterMass', sd: 0.1 }] });
  expect(worse.worth[0]!.butter).toBe(0);
  expect(worse.reasons[0]!.says).toMatch(/None of these/);
});

it('says what is wrong with what it is told', () => {
  expect(() => worth({ batches: 0 })).toThrow(/batches: .*1 to 2000/);
  expect(() => worth({ known: { water: 0.5 } })).toThrow(/known\.water/);
});
