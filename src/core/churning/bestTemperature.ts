import { ranked } from '../prediction';
import type { Predicted } from '../prediction';
import type { BestDegrees } from './bestDegrees';
import { bestDegrees, minuteWorthOf } from './bestDegrees';
import type { BestInput } from './bestTemperature.calc';
import { isQuick } from './tools';
import { wholeGrams } from '../quantities/whole';

export interface BestTemperature extends Predicted, BestDegrees {}

/**
 * At what temperature to churn this load: the model run degree by degree at the churn's own pace, fat lost weighed against
 * minutes, and no warmer than the texture wanted allows. Warmer is quicker and loses more, colder is slow and firm.
 * @param logPaceAt the logarithm of the churn's pace for cream of a temperature, where the maker's own slopes are known
 */
export function bestTemperature(input: BestInput, logPaceAt?: (celsius: number) => number): BestTemperature {
  const found = bestDegrees(input, logPaceAt);
  const { celsius, degrees } = found;
  const degree = celsius === undefined ? undefined : degrees.find((one) => one.celsius === celsius + 1);
  return {
    ...found,
    reasons: ranked([
      ...(degree
        ? [
            {
              says: `A degree warmer costs ${wholeGrams(degree.costs)} of butter, time and all.`,
              weight: 3,
            },
          ]
        : []),
      ...(input.hardness === 0
        ? []
        : [
            {
              says: `${input.hardness > 0 ? 'Hard winter' : 'Soft summer'} fat: as many degrees ${input.hardness > 0 ? 'warmer' : 'colder'}.`,
              weight: 1,
            },
          ]),
      ...(isQuick(input.tool) ? [{ says: 'A fast tool heats the cream: it begins colder.', weight: 2 }] : []),
      { says: `A minute counts as ${minuteWorthOf(input)} g of butter.`, weight: 1 },
    ]),
    cautions:
      celsius !== undefined
        ? []
        : [
            {
              key: 'none',
              level: 'caution',
              says: 'At no temperature is this load foreseen to break well: take less of it, or richer cream.',
            },
          ],
  };
}
