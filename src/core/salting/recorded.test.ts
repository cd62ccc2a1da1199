import { answersAsRecorded } from '../testing/recorded';
import { saltCorrectCalculation } from './saltCorrect';
import { saltDoseCalculation } from './saltDose';
import { saltFromSpoonCalculation } from './saltFromSpoon';
import { saltRinseCalculation } from './saltRinse';

answersAsRecorded(
  saltCorrectCalculation,
  saltDoseCalculation,
  saltFromSpoonCalculation,
  saltRinseCalculation,
);
