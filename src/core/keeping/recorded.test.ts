import { answersAsRecorded } from '../testing/recorded';
import { keepingDateCalculation } from './keepingDate.calc';

answersAsRecorded(keepingDateCalculation);
