import { answersAsRecorded } from '../testing/recorded';
import { creamDensityCalculation } from './creamDensity.calc';

answersAsRecorded(creamDensityCalculation);
