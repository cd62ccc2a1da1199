import { parseQuantity } from './parseQuantity';
import type { Quantity } from './parseQuantity';
import type { QuantityKind, UnitSystem } from './units';

/** By how much “just over” and “just under” mean more and less than the measure they name (engineering estimate). */
const leans = 0.04;
const over = /^\s*(?:just|a bit|a little) over\b/i;
const under = /^\s*(?:(?:just|a bit|a little) under|almost|nearly)\b/i;

/**
 * An amount as a maker says it: as {@link parseQuantity} reads it, where “just over a pint” is a little more than a pint, and “almost a
 * cup” a little less.
 * @throws {CalculationError} as parseQuantity
 */
export function readAmount(text: string, system: UnitSystem, kind?: QuantityKind): Quantity {
  const quantity = parseQuantity(text, system, kind);
  if (quantity.kind !== 'mass' && quantity.kind !== 'volume') return quantity;
  const lean = over.test(text) ? 1 + leans : under.test(text) ? 1 - leans : 1;
  return lean === 1 ? quantity : { ...quantity, value: quantity.value * lean };
}
