import type { TemperMethod } from './temperPlan';

/** Unsoured and over this it is out of the cold, °C (handbook §7). */
const dangerFrom = 5;
/** Chilled again, it is safe from here down, °C; milk is here within four hours, °C and h (handbook §7). */
const chilled = 7;
const coolTo = 10;
/** Unsoured: at most so long, and discarded after, h (handbook §7). */
const useWithin = 2;
const discardAfter = 4;

/** Whether a way keeps unsoured milk or cream safe: within two hours, within four, or longer than that. */
export type ColdChain = 'kept' | 'tight' | 'over';

/**
 * What bringing it to a temperature does to the hours it may be warm. What is chilled has to be at 10 °C within four hours,
 * and is kept where it is at 7 °C within two; what is warmed, or stays over 7 °C, is out of the cold until it is churned.
 * @param warmHours hours it was over 5 °C before
 * @param hoursTo hours from now until it is at a temperature that it passes, and to the end; undefined when it never is
 */
export function coldChainOf(
  { from, to, soured, warmHours }: { from: number; to: number; soured: boolean; warmHours: number },
  hoursTo: (celsius: number) => number | undefined,
): ColdChain {
  if (soured || Math.max(from, to) <= dangerFrom) return 'kept';
  const within = (celsius: number, hours: number) =>
    warmHours + (hoursTo(Math.max(to, celsius)) ?? Infinity) <= hours;
  if (to < from && to <= chilled)
    return !within(coolTo, discardAfter) ? 'over' : within(chilled, useWithin) ? 'kept' : 'tight';
  const there = hoursTo(to) ?? Infinity;
  return warmHours + there > discardAfter ? 'over' : warmHours + there > useWithin ? 'tight' : 'kept';
}

/** What to mind of each way, warming and cooling (handbook §7; times by docs/models.md, Heat). */
export const minds: Record<TemperMethod, { warming: string; cooling: string }> = {
  roomAir: {
    warming: 'The slowest and riskiest way: it stands warm for hours.',
    cooling: 'A room chills nothing: milk and cream turn in it.',
  },
  fridge: {
    warming: 'A fridge warms nothing worth churning.',
    cooling: 'Slow: what is warm goes into ice water first, and warms what stands beside it.',
  },
  fanFridge: {
    warming: 'A fridge warms nothing worth churning.',
    cooling: 'Slow: what is warm goes into ice water first, and warms what stands beside it.',
  },
  bath: {
    warming: 'Water of 30 °C at most: warmer melts the fat at the wall. A cold glass in hot water breaks.',
    cooling: 'The water warms: change it, and keep its edge under the lid.',
  },
  stirredBath: {
    warming: 'Water of 30 °C at most: warmer melts the fat at the wall. A cold glass in hot water breaks.',
    cooling: 'The water warms: change it, and keep its edge under the lid.',
  },
  iceWater: {
    warming: 'Ice water warms nothing.',
    cooling: 'It goes past the mark in minutes: probe it. A hot glass in ice water breaks.',
  },
};
