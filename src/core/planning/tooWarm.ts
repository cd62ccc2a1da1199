import { safetyHours } from '../ripening/safetyClock';
import { discardAfterHours } from '../standing/discardAfter';
import type { FarmLot } from './farmNow';

/** As warm as this nothing is tempered: it stands out, and when nobody says for how long, all the while, °C (engineering estimate). */
const standsOut = 18;
/** Colder than this hardly anything grows (handbook §7), °C. */
const growsFrom = 7;

/** Hours it has been out of the cold, as far as can be told; never more than its age. */
const warmHours = ({ warmHours: said, ageHours, celsius }: FarmLot): number =>
  Math.min(ageHours, said ?? (celsius >= standsOut ? ageHours : 0));

/**
 * Hours for which it has been out of the cold beyond what is safe, unsoured (handbook §7): raw, by the clock of what sours by
 * itself; heated, four hours. Undefined while it is not.
 */
export function warmBeyond(one: FarmLot): number | undefined {
  if (one.kind === 'butter' || one.ripening || one.frozen || one.celsius < growsFrom) return undefined;
  const allowed = one.raw ? safetyHours('natural', one.celsius) : discardAfterHours;
  const beyond = warmHours(one) - allowed;
  return beyond > 0 ? beyond : undefined;
}

/** Longest that any butter keeps where nobody wrote down its date, hours: in a fridge, and out of it (handbook §6.12). */
const longestButter = {
  cold: { raw: 22 * 24, heated: 31 * 24 },
  out: { raw: 24, heated: 14 * 24 },
} as const;
const coldTo = 10;

/** Hours until butter is to be let go: by its date, or by its age where nobody wrote one down. */
export function butterKeeps({ keepsHours, ageHours, celsius, raw }: FarmLot): number {
  const longest = longestButter[celsius > coldTo ? 'out' : 'cold'][raw ? 'raw' : 'heated'] - ageHours;
  return keepsHours === undefined ? longest : keepsHours;
}
