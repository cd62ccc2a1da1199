import { answersAsRecorded } from '../testing/recorded';
import { washPlanCalculation } from './washPlan';

answersAsRecorded(washPlanCalculation);
