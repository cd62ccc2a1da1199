import type { Foreseen } from './foresee';

/** The time it takes as it is, as a multiple of the time at the tool’s own temperature, from which that is worth saying. */
const muchSlower = 1.7;
/** Fat left in the buttermilk, mass fraction, from which a cooler churning is worth saying (handbook §6.4–6.7). */
const richButtermilk = 0.012;
/** Share of that loss that has to be left for the cooler one to be worth its wait. */
const plainlyLess = 0.6;

/**
 * Whether cream that would break as it stands would do plainly better at its tool’s own temperature: much sooner, or with much
 * less fat lost (engineering estimates). False when it would not break at all: then that is what there is to say.
 */
export function worthTempering({
  breakMinutes,
  better,
  buttermilkFat,
}: Pick<Foreseen, 'breakMinutes' | 'better' | 'buttermilkFat'>): boolean {
  if (!breakMinutes || !better.breakMinutes) return false;
  return (
    breakMinutes.mid > muchSlower * better.breakMinutes ||
    (buttermilkFat.mid > richButtermilk && better.buttermilkFat < plainlyLess * buttermilkFat.mid)
  );
}
