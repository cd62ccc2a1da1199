import { answersAsRecorded } from '../testing/recorded';
import { butterMoistureCalculation } from './butterMoisture';
import { butterWorkabilityCalculation } from './butterWorkability';

answersAsRecorded(butterMoistureCalculation, butterWorkabilityCalculation);
