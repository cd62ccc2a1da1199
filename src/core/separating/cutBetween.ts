import type { CreamRise } from './creamRise.calc';

/** A ladle set a little under the line gets the thin cream too, mm (engineering estimate). */
export const underLine = 4;

/** What a ladle takes and leaves: masses in g, mass fractions, and the share of the fat it gets. */
export interface Cut {
  creamMass: number;
  creamFat: number;
  skimFat: number;
  recovery: { low: number; mid: number; high: number };
}

/**
 * What a ladle at a depth takes, read between the depths worked out; nothing at the surface.
 * @param depth mm below the surface
 */
export function cutBetween({ cuts }: Pick<CreamRise, 'cuts'>, depth: number): Cut {
  const none = {
    creamMass: 0,
    creamFat: 0,
    skimFat: cuts[0]?.skimFat ?? 0,
    recovery: { low: 0, mid: 0, high: 0 },
  };
  const after = cuts.findIndex(({ ladleDepth }) => ladleDepth >= depth);
  if (depth <= 0 || cuts.length === 0) return none;
  if (after === -1) return cuts.at(-1)!;
  const over = cuts[after]!;
  const under = after === 0 ? { ...none, ladleDepth: 0 } : cuts[after - 1]!;
  const share = (depth - under.ladleDepth) / (over.ladleDepth - under.ladleDepth);
  const between = (a: number, b: number) => a + share * (b - a);
  const creamMass = between(under.creamMass, over.creamMass);
  const fat = between(under.creamMass * under.creamFat, over.creamMass * over.creamFat);
  return {
    creamMass,
    creamFat: creamMass > 0 ? fat / creamMass : 0,
    skimFat: between(under.skimFat, over.skimFat),
    recovery: {
      low: between(under.recovery.low, over.recovery.low),
      mid: between(under.recovery.mid, over.recovery.mid),
      high: between(under.recovery.high, over.recovery.high),
    },
  };
}

/** Steps in which a depth is looked for, mm. */
const looksIn = 0.5;

/**
 * How deep a ladle may go so that all it takes together has a fat still: the top is the richest.
 * @param fat mass fraction that is asked for
 * @param deepest mm, where the ladle stops at the latest
 * @returns mm; undefined where not even the very top has it
 */
export function deepestAt(rise: Pick<CreamRise, 'cuts'>, fat: number, deepest: number): number | undefined {
  let found: number | undefined;
  for (let depth = looksIn; depth <= deepest + 1e-9; depth += looksIn)
    if (cutBetween(rise, depth).creamFat >= fat) found = depth;
  return found;
}

/**
 * Cream fat when only its amount is known: what usually rises, in that much cream (handbook §6.3, estimate). Masses in g.
 */
export function fatOfCut(milkMass: number, milkFat: number, creamMass: number): number {
  return Math.min(0.32, (0.84 * milkFat * milkMass) / Math.max(1, creamMass));
}

/** What is left under a heavy top that is kept apart, g and mass fraction. */
export function restUnder(
  top: { creamMass: number; creamFat: number },
  all: { creamMass: number; creamFat: number },
): { mass: number; fat: number } {
  const mass = Math.max(0, all.creamMass - top.creamMass);
  const fat = all.creamMass * all.creamFat - top.creamMass * top.creamFat;
  return { mass, fat: mass > 0 ? Math.max(0, fat / mass) : 0 };
}
