import { answersAsRecorded, answersTo } from '../testing/recorded';
import { saltCorrectCalculation } from './saltCorrect.calc';
import { saltDoseCalculation } from './saltDose.calc';
import { saltFromSpoonCalculation } from './saltFromSpoon';
import { saltRinseCalculation } from './saltRinse.calc';

answersAsRecorded(
  saltCorrectCalculation,
  saltDoseCalculation,
  saltFromSpoonCalculation,
  saltRinseCalculation,
);

const butter = { butterMass: 600, saltFraction: 0.035, targetFraction: 0.018 };
answersTo(
  saltCorrectCalculation,
  { ...butter, saltFraction: 0.018 },
  { ...butter, saltFraction: 0.0189 },
  { ...butter, saltFraction: 0.0181, unsaltedAtHand: 100 },
  { ...butter, saltFraction: 0.005 },
  { ...butter, saltFraction: 0.005, targetFraction: 0.06 },
  { ...butter, unsaltedAtHand: 5000, moisture: 0.2 },
  { ...butter, unsaltedAtHand: 567 },
  { ...butter, saltFraction: 0.5 },
  { ...butter, saltFraction: 0.49, targetFraction: 0.15 },
);
const dose = { unsaltedMass: 600, targetFraction: 0.018, moisture: 0.16, gramsPerTeaspoon: 5.7 };
answersTo(
  saltDoseCalculation,
  { ...dose, targetFraction: 0 },
  { ...dose, targetFraction: 1 },
  { ...dose, targetFraction: 0.054 },
  { ...dose, moisture: 0 },
);
const rinse = { butterMass: 600, saltFraction: 0.03, targetFraction: 0.018, moisture: 0.16, efficiency: 0.8 };
answersTo(
  saltRinseCalculation,
  { ...rinse, targetFraction: 0 },
  { ...rinse, targetFraction: 0.03 },
  { ...rinse, targetFraction: 0.04 },
  { ...rinse, targetFraction: 0.0299 },
);
