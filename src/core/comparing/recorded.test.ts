import { answersAsRecorded } from '../testing/recorded';
import { batchEffectsCalculation } from './batchEffects';
import { compareBatchesCalculation } from './compareBatches';
import { controlLimitsCalculation } from './controlLimits';

answersAsRecorded(batchEffectsCalculation, compareBatchesCalculation, controlLimitsCalculation);
