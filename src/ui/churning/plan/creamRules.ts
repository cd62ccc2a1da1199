import type { OwnPlace } from '@/core/standing/places';
import { ownPlaceLimits } from '@/core/standing/places';
import { leanestChurnable, richestCream } from '@/core/dairy/creamFat';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { UnitSystem } from '@/core/quantities/units';
import type { QuantityRules } from '../../quantity/understand';
import { wholeKilograms, wholeLitres } from '@/core/quantities/whole';

export const amountRules = (
  system: UnitSystem,
  what: 'cream' | 'water' | 'buttermilk' = 'cream',
): QuantityRules => ({
  system,
  kinds: ['volume', 'mass'],
  bareUnit: { metric: 'L', us: 'qt', imperial: 'pt' }[system],
  check: ({ kind, value }) => {
    if (value <= 0) return `There has to be some ${what}: an amount above zero is needed.`;
    if (value > 500_000)
      return `That is ${(kind === 'mass' ? wholeKilograms : wholeLitres)(value / 1000)}, more than a farm churns at once: check the unit.`;
    return undefined;
  },
});
export const temperatureRules = (system: UnitSystem): QuantityRules => ({
  system,
  kinds: ['temperature'],
  bareUnit: system === 'us' ? 'F' : 'C',
  check: ({ value }) =>
    value < 0 || value > 35
      ? `Cream goes into a churn between ${system === 'us' ? '32 and 95 °F' : '0 and 35 °C'}.`
      : undefined,
});
/** A temperature that a place of the house may have. */
export const placeRules = (
  place: OwnPlace,
  say: { system: UnitSystem; temperature: (celsius: number) => string },
): QuantityRules => {
  const [low, high] = ownPlaceLimits[place];
  return {
    ...temperatureRules(say.system),
    check: ({ value }) =>
      value < low || value > high ? `From ${say.temperature(low)} to ${say.temperature(high)}.` : undefined,
  };
};
export const fatRules = (system: UnitSystem): QuantityRules => ({
  system,
  kinds: ['fraction'],
  bareUnit: '%',
  check: ({ value }) => {
    if (value > richestCream)
      return `${text(spokenFraction(value))} is butter already: cream holds at most 60 % fat.`;
    if (value < leanestChurnable)
      return `${text(spokenFraction(value))} fat is milk or light cream, and never breaks: let it stand and take the cream off it.`;
    return undefined;
  },
});
export const sizeRules = (system: UnitSystem): QuantityRules => ({
  system,
  kinds: ['volume'],
  bareUnit: { metric: 'L', us: 'qt', imperial: 'pt' }[system],
  check: ({ value }) =>
    value <= 0 || value > 2_000_000 ? 'A size to the brim is needed, such as 4 L.' : undefined,
});
