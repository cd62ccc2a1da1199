import { answersAsRecorded } from '../testing/recorded';
import { curdPlanCalculation } from './curdPlan';
import { gheeYieldCalculation } from './gheeYield';
import { yoghurtPlanCalculation } from './yoghurtPlan';

answersAsRecorded(curdPlanCalculation, gheeYieldCalculation, yoghurtPlanCalculation);
