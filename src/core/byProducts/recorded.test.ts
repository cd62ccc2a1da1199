import { answersAsRecorded } from '../testing/recorded';
import { curdPlanCalculation } from './curdPlan.calc';
import { gheeYieldCalculation } from './gheeYield.calc';
import { yoghurtPlanCalculation } from './yoghurtPlan';

answersAsRecorded(curdPlanCalculation, gheeYieldCalculation, yoghurtPlanCalculation);
