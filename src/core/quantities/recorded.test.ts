import { answersAsRecorded } from '../testing/recorded';
import { quantityParse } from './parseQuantity.calc';

answersAsRecorded(quantityParse);
