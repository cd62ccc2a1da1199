import { CalculationError } from '@/core/calculationError';
import type { Quantity } from '@/core/quantities/parseQuantity';
import { byMeasure, parseQuantity } from '@/core/quantities/parseQuantity';
import {
  spokenFraction,
  spokenMass,
  spokenMinutes,
  spokenTemperature,
  spokenVolume,
  text as asText,
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
  /** Moulds, cups and jars of the house, that an amount may be counted in by name. */
  own?: readonly { name: string; capacity: number }[];
  /** How well a vessel of the house is filled to what it holds, as a share. */
  ownSpread?: number;
  /** Says what is wrong with a quantity that could be read, if anything is. */
  check?: (quantity: Quantity) => string | undefined;
}

/** Reads what was typed by the rules of one field. Empty is nothing yet, not an error. */
export function understand(
  typed: string,
  { system, kinds, bareUnit, check, own = [], ownSpread = 0.08 }: QuantityRules,
): Understood {
  if (typed.trim() === '') return undefined;
  try {
    const quantity =
      (kinds.includes('volume') ? inOwn(typed, system, own, ownSpread) : undefined) ??
      read(typed, system, kinds, bareUnit);
    if (!kinds.includes(quantity.kind))
      return { wrong: `“${typed.trim()}” is a ${quantity.kind}; a ${kinds.join(' or a ')} is needed here.` };
    const wrong = check?.(quantity);
    return wrong ? { wrong } : { quantity };
  } catch (error) {
    if (error instanceof CalculationError) return { wrong: error.message };
    throw error;
  }
}

/** So many of the house's own vessels, by name: “2 rose moulds”, “half a blue jar”; undefined when none is named. */
function inOwn(
  typed: string,
  system: UnitSystem,
  own: NonNullable<QuantityRules['own']>,
  spread: number,
): Quantity | undefined {
  // The longest name first: “rose mould” before “rose”.
  for (const { name, capacity } of own.toSorted((a, b) => b.name.length - a.name.length)) {
    const named = new RegExp(
      `(?:\\b|^)(?:of (?:the |my )?)?${name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}(?:e?s)?(?:ful)?\\s*$`,
      'i',
    );
    if (!named.test(typed)) continue;
    const many = typed
      .replace(named, ' ')
      .replace(/\b(?:the|my)\s*$/i, '')
      .trim();
    return byMeasure(parseQuantity(`${many === '' ? '1' : many} ml`, system, 'volume'), capacity, spread);
  }
  return undefined;
}

/** A number alone gets the field's unit; anything else is read as it stands. */
function read(typed: string, system: UnitSystem, kinds: readonly QuantityKind[], bareUnit: string): Quantity {
  const only = kinds.length === 1 ? kinds[0] : undefined;
  try {
    return parseQuantity(`${typed} ${bareUnit}`, system, only);
  } catch (error) {
    if (!(error instanceof CalculationError)) throw error;
  }
  return parseQuantity(typed, system, only);
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
