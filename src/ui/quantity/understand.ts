import { CalculationError } from '@/core/calculationError';
import type { Quantity } from '@/core/quantities/parseQuantity';
import { readAmount } from '@/core/quantities/readAmount';
import {
  spokenFraction,
  spokenMass,
  spokenMinutes,
  spokenTemperature,
  spokenVolume,
  text as asText,
  wordsIn,
} from '@/core/quantities/formatQuantity';
import type { QuantityKind, UnitSystem } from '@/core/quantities/units';

/** What a field understood: a quantity, a sentence that says what is wrong, or nothing yet. */
export type Understood = { quantity: Quantity } | { wrong: string } | undefined;

export interface QuantityRules {
  system: UnitSystem;
  /** Kinds that are allowed; the first is what a bare number is taken for, in `bareUnit`. */
  kinds: readonly QuantityKind[];
  /** Unit put behind a bare number, in the farm's own way: `L`, `lb`, `°F`, `%`. */
  bareUnit: string;
  /** Reads what is counted in the house's own measures, where they may be named ({@link ownMeasures}). */
  own?: (typed: string, system: UnitSystem) => Quantity | undefined;
  /** Says what is wrong with a quantity that could be read, if anything is. */
  check?: (quantity: Quantity) => string | undefined;
}

/** Reads what was typed by the rules of one field. Empty is nothing yet, not an error. */
export function understand(
  typed: string,
  { system, kinds, bareUnit, check, own }: QuantityRules,
): Understood {
  if (typed.trim() === '') return undefined;
  try {
    const quantity =
      (kinds.includes('volume') ? own?.(typed, system) : undefined) ?? read(typed, system, kinds, bareUnit);
    if (!kinds.includes(quantity.kind))
      return { wrong: `“${typed.trim()}” is a ${quantity.kind}; a ${kinds.join(' or a ')} is needed here.` };
    const wrong = check?.(quantity);
    return wrong ? { wrong: wordsIn(wrong, system) } : { quantity };
  } catch (error) {
    if (error instanceof CalculationError) return { wrong: error.message };
    throw error;
  }
}

/** A number alone gets the field's unit; anything else is read as it stands. */
function read(typed: string, system: UnitSystem, kinds: readonly QuantityKind[], bareUnit: string): Quantity {
  const only = kinds.length === 1 ? kinds[0] : undefined;
  try {
    return readAmount(`${typed} ${bareUnit}`, system, only);
  } catch (error) {
    if (!(error instanceof CalculationError)) throw error;
  }
  return readAmount(typed, system, only);
}

/** Says a quantity back in the farm's units, with its spread when it was vague. */
export function echo({ kind, value, sd }: Quantity, system: UnitSystem): string {
  const speak = {
    mass: (x: number) => spokenMass(x, system),
    volume: (x: number) => spokenVolume(x, system),
    temperature: (x: number) => spokenTemperature(x, system),
    duration: spokenMinutes,
    fraction: (x: number) => spokenFraction(x),
  }[kind];
  return sd === undefined
    ? asText(speak(value))
    : `${asText(speak(value))}, give or take ${asText(speak(sd))}`;
}
