import { answersAsRecorded } from '../testing/recorded';
import { ripenPredictCalculation } from './ripenPredict';

answersAsRecorded(ripenPredictCalculation);
