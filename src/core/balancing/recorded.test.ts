import { answersAsRecorded } from '../testing/recorded';
import { churnBalanceCalculation } from './churnBalance';
import { moistureTestCalculation } from './moistureTest';
import { reconcileCalculation } from './reconcile';
import { reconcilePowerCalculation } from './reconcilePower';

answersAsRecorded(
  churnBalanceCalculation,
  moistureTestCalculation,
  reconcileCalculation,
  reconcilePowerCalculation,
);
