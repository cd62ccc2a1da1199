import { answersAsRecorded } from '../testing/recorded';
import { keepingDateCalculation } from './keepingDate';

answersAsRecorded(keepingDateCalculation);
