import { answersAsRecorded } from '../testing/recorded';
import { creamRiseCalculation } from './creamRise.calc';
import { separationBalanceCalculation } from './separationBalance';
import { separatorExpectCalculation } from './separatorExpect';
import { standardiseCalculation } from './standardise';

answersAsRecorded(
  creamRiseCalculation,
  separationBalanceCalculation,
  separatorExpectCalculation,
  standardiseCalculation,
);
