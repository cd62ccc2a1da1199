import { answersAsRecorded } from '../testing/recorded';
import { adviseChurnCalculation } from './adviseChurn';
import { blendDiluteCalculation } from './blendDilute';
import { breakTimeCalculation } from './breakTime';
import { foreseeLoadsCalculation } from './foreseeLoads';
import { predictChurnCalculation } from './predictChurn';

answersAsRecorded(
  adviseChurnCalculation,
  blendDiluteCalculation,
  breakTimeCalculation,
  foreseeLoadsCalculation,
  predictChurnCalculation,
);
