import { answersAsRecorded } from '../testing/recorded';
import { bankPlanCalculation } from './bankPlan';
import { costPerKilogramCalculation } from './costPerKilogram';
import { herdForecastCalculation } from './herdForecast';
import { milkNeededCalculation } from './milkNeeded';
import { scheduleBackCalculation } from './scheduleBack';
import { todayRankCalculation } from './todayRank';

answersAsRecorded(
  bankPlanCalculation,
  costPerKilogramCalculation,
  herdForecastCalculation,
  milkNeededCalculation,
  scheduleBackCalculation,
  todayRankCalculation,
);
