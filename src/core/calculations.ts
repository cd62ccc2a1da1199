import { churnBalanceCalculation } from './balancing/churnBalance.calc';
import { measurementWorthCalculation } from './balancing/measurementWorth';
import { moistureTestCalculation } from './balancing/moistureTest.calc';
import { reconcilePowerCalculation } from './balancing/reconcilePower';
import { curdPlanCalculation } from './byProducts/curdPlan.calc';
import { gheeYieldCalculation } from './byProducts/gheeYield.calc';
import { yoghurtPlanCalculation } from './byProducts/yoghurtPlan';
import { bankPlanCalculation } from './planning/bankPlan';
import { herdForecastCalculation } from './planning/herdForecast';
import { todayRankCalculation } from './planning/todayRank';
import { scheduleBackCalculation } from './planning/scheduleBack';
import { costPerKilogramCalculation } from './planning/costPerKilogram';
import { ripenPredictCalculation } from './ripening/ripenPredict.calc';
import { separatorExpectCalculation } from './separating/separatorExpect.calc';
import { temperPlanCalculation } from './tempering/temperPlan.calc';
import { adviseChurnCalculation } from './churning/adviseChurn';
import { blendDiluteCalculation } from './churning/blendDilute';
import { breakTimeCalculation } from './churning/breakTime';
import { predictChurnCalculation } from './churning/predictChurn';
import { foreseeLoadsCalculation } from './churning/foreseeLoads';
import { batchEffectsCalculation } from './comparing/batchEffects';
import { compareBatchesCalculation } from './comparing/compareBatches';
import { controlLimitsCalculation } from './comparing/controlLimits';
import { saltCorrectCalculation } from './salting/saltCorrect.calc';
import { butterMoistureCalculation } from './working/butterMoisture.calc';
import { butterWorkabilityCalculation } from './working/butterWorkability';
import { reconcileCalculation } from './balancing/reconcile';
import { bestTemperatureCalculation } from './churning/bestTemperature.calc';
import { fatTestCalculation } from './dairy/fatTest.calc';
import { heatTreatmentCalculation } from './heating/heatTreatment.calc';
import { acidityCalculation } from './ripening/acidity.calc';
import { physicalRipeningCalculation } from './ripening/physicalRipening';
import { saltWaterPhaseCalculation } from './salting/saltWaterPhase';
import { thawTimeCalculation } from './standing/thawTime';
import { chillIceCalculation } from './tempering/chillIce';
import { butterGradeCalculation } from './working/butterGrade';
import type { Calculation } from './calculation';
import { readInput } from './calculation';
import { CalculationError } from './calculationError';
import { creamDensityCalculation } from './dairy/creamDensity.calc';
import { keepingDateCalculation } from './keeping/keepingDate.calc';
import { milkNeededCalculation } from './planning/milkNeeded.calc';
import { quantityParse } from './quantities/parseQuantity.calc';
import { saltDoseCalculation } from './salting/saltDose.calc';
import { saltFromSpoonCalculation } from './salting/saltFromSpoon';
import { saltRinseCalculation } from './salting/saltRinse.calc';
import { creamRiseCalculation } from './separating/creamRise.calc';
import { separationBalanceCalculation } from './separating/separationBalance.calc';
import { standardiseCalculation } from './separating/standardise';
import { lotsMixCalculation } from './tempering/lotsMix.calc';
import { temperTimeCalculation } from './tempering/temperTime';
import { washPlanCalculation } from './washing/washPlan';

/** Those with one right answer: they hold the reference cases. */
const exact = [
  quantityParse,
  creamDensityCalculation,
  separationBalanceCalculation,
  standardiseCalculation,
  churnBalanceCalculation,
  moistureTestCalculation,
  washPlanCalculation,
  saltDoseCalculation,
  saltRinseCalculation,
  saltFromSpoonCalculation,
  milkNeededCalculation,
  keepingDateCalculation,
  temperTimeCalculation,
  lotsMixCalculation,
  reconcileCalculation,
];

/** Those that predict: a central value with a 90 % interval, reasons in order of weight, and cautions. */
const predicting = [
  predictChurnCalculation,
  breakTimeCalculation,
  adviseChurnCalculation,
  butterMoistureCalculation,
  saltCorrectCalculation,
  blendDiluteCalculation,
  foreseeLoadsCalculation,
  butterWorkabilityCalculation,
  compareBatchesCalculation,
  batchEffectsCalculation,
  controlLimitsCalculation,
  reconcilePowerCalculation,
  creamRiseCalculation,
  ripenPredictCalculation,
  temperPlanCalculation,
  separatorExpectCalculation,
  gheeYieldCalculation,
  yoghurtPlanCalculation,
  curdPlanCalculation,
  costPerKilogramCalculation,
  herdForecastCalculation,
  bankPlanCalculation,
  scheduleBackCalculation,
  todayRankCalculation,
  bestTemperatureCalculation,
  heatTreatmentCalculation,
  physicalRipeningCalculation,
  acidityCalculation,
  fatTestCalculation,
  saltWaterPhaseCalculation,
  butterGradeCalculation,
  chillIceCalculation,
  thawTimeCalculation,
  measurementWorthCalculation,
];

/** Every calculation by its name: the one door for the command line, HTTP and the screens. */
export const calculations: ReadonlyMap<string, Calculation> = new Map(
  [...exact, ...predicting].map((one) => [one.name, one as unknown as Calculation]),
);

/** Path of the first thing in an answer that is no finite number. */
function notFinite(value: unknown, path = ''): string | undefined {
  if (typeof value === 'number') return Number.isFinite(value) ? undefined : path || 'the answer';
  if (value === null || typeof value !== 'object') return undefined;
  for (const [key, inner] of Object.entries(value)) {
    const found = notFinite(inner, path ? `${path}.${key}` : key);
    if (found !== undefined) return found;
  }
  return undefined;
}

/**
 * Runs a calculation by name on unknown input.
 * @throws {CalculationError} for an unknown name or input that cannot be used
 */
export function calculate(name: string, input: unknown): unknown {
  const found = calculations.get(name);
  if (!found)
    throw new CalculationError(
      `There is no calculation “${name}”. There are: ${[...calculations.keys()].join(', ')}.`,
    );
  const answer = found.run(readInput(found.input, input));
  const beyond = notFinite(answer);
  if (beyond !== undefined)
    throw new CalculationError(
      `These figures are so small or so large that ${beyond} cannot be worked out; check the units.`,
    );
  return answer;
}

/** Names of the calculations that have one right answer. */
export const exactNames: readonly string[] = exact.map(({ name }) => name);
