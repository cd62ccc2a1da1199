import { churnBalanceCalculation } from './balancing/churnBalance';
import { moistureTestCalculation } from './balancing/moistureTest';
import { reconcileCalculation } from './balancing/reconcile';
import type { Calculation } from './calculation';
import { CalculationError, readInput } from './calculation';
import { creamDensityCalculation } from './dairy/creamDensity.calc';
import { keepingDateCalculation } from './keeping/keepingDate';
import { milkNeededCalculation } from './planning/milkNeeded';
import { quantityParse } from './quantities/parseQuantity.calc';
import { saltDoseCalculation } from './salting/saltDose';
import { saltFromSpoonCalculation } from './salting/saltFromSpoon';
import { saltRinseCalculation } from './salting/saltRinse';
import { separationBalanceCalculation } from './separating/separationBalance';
import { standardiseCalculation } from './separating/standardise';
import { lotsMixCalculation } from './tempering/lotsMix';
import { temperTimeCalculation } from './tempering/temperTime';
import { washPlanCalculation } from './washing/washPlan';

const all = [
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

/** Every calculation by its name: the one door for the command line, HTTP and the screens. */
export const calculations: ReadonlyMap<string, Calculation> = new Map(
  all.map((one) => [one.name, one as unknown as Calculation]),
);

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
  return found.run(readInput(found.input, input));
}
