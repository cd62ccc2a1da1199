import type { Clarity } from '../churning/batchWords';
import { washPlan } from './washPlan';

/** Loose grains hold 0.25–0.45 g of serum per g; a bowl of water mixes with most of it (handbook §6.10). */
export const heldSerum = { low: 0.25, mid: 0.35, high: 0.45 } as const;
export const mixing = 0.7;
/** Under this share of the first strength it runs clear (handbook §6.10). */
export const clearAt = 0.01;
/** Strength of the liquid as it looks, as a share of the buttermilk's (handbook §6.10). */
const strengths: Record<Clarity, { low: number; mid: number; high: number }> = {
  milky: { low: 0.2, mid: 0.4, high: 0.7 },
  cloudy: { low: 0.05, mid: 0.1, high: 0.2 },
  hazy: { low: 0.01, mid: 0.022, high: 0.05 },
  clear: { low: 0, mid: 0, high: 0.01 },
};
const most = 20;

/**
 * Washes still to go until the water runs clear: from nothing, as {@link washPlan}; after a wash, from how its water
 * looked. Masses in g. Whole washes, with the fewest and the most it may take.
 */
export function washesLeft(
  grainMass: number,
  washMass: number,
  last?: Clarity,
): { low: number; mid: number; high: number } {
  const number = (held: number, strength: number): number => {
    if (strength <= clearAt) return 0;
    const left = (held * grainMass) / (held * grainMass + mixing * washMass);
    return Math.min(most, Math.ceil(Math.log(clearAt / strength) / Math.log(left) - 1e-9));
  };
  const from = last ? strengths[last] : { low: 1, mid: 1, high: 1 };
  return {
    low: number(heldSerum.low, from.low),
    mid: number(heldSerum.mid, from.mid),
    high: number(heldSerum.high, from.high),
  };
}

/** The plan of a whole washing at usual grains, for the first wash. */
export const usualWashPlan = (grainMass: number, washMass: number) =>
  washPlan({ grainMass, heldSerum: heldSerum.mid, washMass, efficiency: mixing, clearAt });
