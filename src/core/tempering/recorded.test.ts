import { answersAsRecorded } from '../testing/recorded';
import { lotsMixCalculation } from './lotsMix';
import { temperPlanCalculation } from './temperPlan';
import { temperTimeCalculation } from './temperTime';

answersAsRecorded(lotsMixCalculation, temperPlanCalculation, temperTimeCalculation);
