import type { Quantity } from '@/core/quantities/parseQuantity';
import { byMeasure, parseQuantity } from '@/core/quantities/parseQuantity';
import type { UnitSystem } from '@/core/quantities/units';

/** How well a vessel of the house is filled to what it holds, as a share (engineering estimate). */
const filled = 0.08;

/**
 * Reads so many of the house's own vessels, by name: “2 rose moulds”, “half a blue jar”.
 * @returns what reads a field's words; undefined where none is named
 */
export const ownMeasures =
  (own: readonly { name: string; capacity: number }[]) =>
  (typed: string, system: UnitSystem): Quantity | undefined => {
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
      return byMeasure(parseQuantity(`${many === '' ? '1' : many} ml`, system, 'volume'), capacity, filled);
    }
    return undefined;
  };
