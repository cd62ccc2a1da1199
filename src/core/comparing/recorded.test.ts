import { answersAsRecorded, answersTo } from '../testing/recorded';
import { batchEffectsCalculation } from './batchEffects';
import { compareBatchesCalculation } from './compareBatches';
import { controlLimitsCalculation } from './controlLimits';

answersAsRecorded(batchEffectsCalculation, compareBatchesCalculation, controlLimitsCalculation);

answersTo(
  controlLimitsCalculation,
  { values: [1, 1.1, 0.9, 1, 1.05, 0.98, 1.02, 1.9] },
  { values: [1, 1.2, 1, 1.2, 1, 1.2, 1, 0.2, 1, 1.2] },
  { values: [0, 1, 0, 1, 0, 1, 2, 2.1, 2.2, 2, 2.1, 2.2, 2, 2.1, 2] },
  { values: [5, 4.9, 5, 4.8, 5, 1, 1.1, 1, 1.1, 1, 1.1, 1.2, 1, 1.1] },
  { values: [3] },
  { values: [2, 2, 2, 2, 2, 2, 2, 2, 2] },
);
const same = {
  creamMass: 1400,
  creamFat: 0.38,
  buttermilkMass: 760,
  buttermilkFat: 0.006,
  lossFat: 5,
  butterMass: 640,
};
answersTo(
  compareBatchesCalculation,
  { first: same, second: same },
  { first: same, second: { ...same, creamMass: 1400.0000001, butterMass: 600 } },
  { first: same, second: { ...same, buttermilkFat: 0.02, butterMass: 610, saltMass: 12 } },
);
const batches = (of: number, more: (i: number) => object) =>
  Array.from({ length: of }, (_, i) => ({
    day: i * 9,
    temperature: 11 + ((i * 7) % 5),
    fat: 0.34 + ((i * 3) % 7) / 100,
    ripened: i % 3 === 0,
    ...more(i),
  }));
answersTo(
  batchEffectsCalculation,
  {
    batches: batches(30, (i) => ({
      breakMinutes: 18 + ((i * 7) % 5) * 2 + (i % 4),
      loss: 0.03 - ((i * 7) % 5) * 0.003 + (i % 2) / 1000,
    })),
  },
  { batches: batches(30, (i) => ({ yield: 1.1 + ((i * 7) % 5) * 0.02 + (i % 2) / 100 })) },
  { batches: batches(30, (i) => ({ yield: 1.3 - ((i * 7) % 5) * 0.02 + (i % 2) / 100, temperature: 13 })) },
  { batches: batches(6, (i) => ({ breakMinutes: 20 + i, loss: 0.02 })) },
  { batches: batches(24, (i) => (i % 3 === 0 ? { breakMinutes: 20 + i } : {})) },
  {
    batches: batches(8, (i) => ({ breakMinutes: 20 + (i % 3), temperature: 13, fat: 0.36, ripened: false })),
  },
);
