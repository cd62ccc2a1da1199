import { answersAsRecorded, answersTo } from '../testing/recorded';
import { churnBalanceCalculation } from './churnBalance.calc';
import { moistureTestCalculation } from './moistureTest.calc';
import { reconcileCalculation } from './reconcile';
import { reconcilePowerCalculation } from './reconcilePower';

answersAsRecorded(
  churnBalanceCalculation,
  moistureTestCalculation,
  reconcileCalculation,
  reconcilePowerCalculation,
);

const load = {
  creamMass: 1400,
  creamFat: 0.38,
  butterMass: 640,
  saltMass: 10,
  buttermilkMass: 760,
  addedWaterMass: 0,
  buttermilkFat: 0.006,
  lossFat: 5,
};
answersTo(
  churnBalanceCalculation,
  { ...load, addedWaterMass: 900 },
  { ...load, butterMass: 900 },
  { ...load, saltMass: 640 },
  { ...load, saltMass: 700 },
  { ...load, lossFat: 600 },
  { ...load, buttermilkFat: 0.2, creamFat: 1 },
);
const stream = (id: string, mass: [number, number] | undefined, fat: [number, number] | undefined) => ({
  id,
  ...(mass ? { mass: { value: mass[0], sd: mass[1] } } : {}),
  ...(fat ? { fat: { value: fat[0], sd: fat[1] } } : {}),
});
const churning = [{ in: ['cream'], out: ['butter', 'buttermilk'] }];
const books = [
  {
    streams: [
      stream('cream', [1400, 7], [0.38, 0.01]),
      stream('butter', [620, 3], [0.82, 0.012]),
      stream('buttermilk', undefined, [0.006, 0.002]),
    ],
    nodes: churning,
  },
  {
    streams: [
      stream('cream', [1400, 7], undefined),
      stream('butter', [620, 3], [0.82, 0.012]),
      stream('buttermilk', [700, 20], [0.006, 0.002]),
    ],
    nodes: churning,
  },
  {
    streams: [
      stream('cream', [1400, 7], [0.38, 0.01]),
      stream('butter', [900, 3], [0.82, 0.012]),
      stream('buttermilk', [760, 23], [0.006, 0.002]),
    ],
    nodes: churning,
  },
  {
    streams: [
      stream('cream', [1400, 1e-9], [0.38, 1e-9]),
      stream('butter', undefined, undefined),
      stream('buttermilk', undefined, [0.006, 0.002]),
    ],
    nodes: churning,
  },
  {
    streams: [stream('cream', [1400, 7], [0.38, 0.01]), stream('butter', [620, 3], [0.82, 0.012])],
    nodes: churning,
  },
  {
    streams: [
      stream('milk', [12_000, 60], [0.041, 0.001]),
      stream('cream', [1400, 7], [0.33, 0.02]),
      stream('skim', [10_500, 80], [0.001, 0.0005]),
      stream('butter', [540, 3], [0.82, 0.01]),
      stream('buttermilk', [830, 20], [0.006, 0.002]),
    ],
    nodes: [{ in: ['milk'], out: ['cream', 'skim'] }, ...churning],
  },
  {
    streams: [
      stream('cream', [0, 1], [0.38, 0.01]),
      stream('butter', [0, 1], [0.82, 0.01]),
      stream('buttermilk', [0, 1], [0.01, 0.01]),
    ],
    nodes: churning,
  },
];
answersTo(reconcileCalculation, ...books);
answersTo(reconcilePowerCalculation, ...books);
answersTo(
  moistureTestCalculation,
  { tare: 100, before: 110, after: 108.4 },
  { tare: 100, before: 100, after: 100 },
  { tare: 100, before: 110, after: 111 },
  { tare: 100, before: 110, after: 99 },
);
