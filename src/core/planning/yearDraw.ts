import type { Draws } from '../statistics/draws';
import { along, calfOn, calfTakesFat, courseOf } from './herdForecast';
import { tiltOver } from '../dairy/milkGiven';
import { colostrumDays, usualMilking } from './lactation';
import type { HerdYear } from './yearHerd';

/**
 * Spreads of what nobody knows of an animal’s year, standard deviations of logarithms, days for dates (engineering estimates, widened until the
 * bands held on herds whose curves are not Wood’s: docs/models.md, Validated).
 */
const spread = {
  /** Her level, where her own milkings showed it, and where they did not. */
  level: { known: 0.045, unknown: 0.28 },
  /** How much flatter or steeper than Wood’s her curve is, over 150 days. */
  tilt: 0.09,
  /** Her next lactation against this one. */
  next: 0.08,
  fat: 0.06,
  fatTilt: 0.04,
  /** A week, and how much of it goes on into the next. */
  week: 0.07,
  goesOn: 0.4,
  calving: 7,
  /** Where no service is written down. */
  calvingTaken: 20,
  dryOff: 8,
};
/** Of how much flatter or steeper her curve was so much is seen again in her next (engineering estimate). */
const staysHers = 0.3;
/** A level that was learned was learned so long ago in the middle, and one that was not holds for the middle of a lactation, days. */
const learned = 30;
const middle = 120;

/** One possible year of an animal: g of fat in her milk, week by week, added to what is there. */
export function drawAnimal(
  { animal, known, curve, fatSd, calves }: HerdYear,
  draws: Draws,
  into: Float64Array,
): void {
  const { milkOn, fatOn } = courseOf(animal);
  const level = Math.exp(draws.normal(0, known ? spread.level.known : spread.level.unknown));
  // What she showed of her own curve goes on; of the one after her next calving it says a part.
  const shown = curve?.tilt ?? 0;
  const tilts = [
    draws.normal(shown, curve?.tiltSd ?? spread.tilt),
    draws.normal(staysHers * shown, spread.tilt),
  ] as const;
  const next = Math.exp(draws.normal(0, spread.next));
  const fat = Math.exp(draws.normal(0, fatSd ?? spread.fat));
  const fatTilt = draws.normal(0, spread.fatTilt);
  const late = draws.normal(0, calves?.said === false ? spread.calvingTaken : spread.calving);
  const driedLate = draws.normal(0, spread.dryOff);
  const { calved, nextCalving: due, dryDays, milkingDays } = animal;
  const birth = due === undefined ? Infinity : Math.max(0, due + late);
  // Once she is served her day is known, and she rests before that; what comes earlier or later then is her own.
  const rests = birth - dryDays - (calves?.said === false ? 0 : late) + driedLate;
  const since0 = calved === undefined ? middle : -calved;
  const anchor = curve?.at ?? (known ? Math.max(1, since0 - learned) : middle);
  // Her level was learned where she stood then, and the next lactation is as good as this one in its middle.
  const whole = Math.exp((shown * (middle - anchor)) / tiltOver);
  let week = 0;
  for (let w = 0; w < into.length; w += 1) {
    week = spread.goesOn * week + draws.normal(0, spread.week);
    for (let day = 7 * w; day < 7 * w + 7; day += 1) {
      const again = day >= birth;
      const since = again ? day - birth : calved === undefined ? -1 : day - calved;
      if (since <= colostrumDays || since > (again ? usualMilking : milkingDays) + driedLate) continue;
      if (!again && day >= rests) continue;
      if (animal.withheld.some(({ from, to }) => day >= from && day <= to)) continue;
      const lean = (since - (again ? middle : anchor)) / tiltOver;
      const milk =
        along(milkOn, since) *
        level *
        (again ? next * whole : 1) *
        Math.exp((again ? tilts[1] : tilts[0]) * lean + week);
      const share = along(fatOn, since) * fat * Math.exp((fatTilt * (since - middle)) / tiltOver);
      const calf = calfOn(animal, day, again);
      into[w]! += milk * (1 - calf) * Math.max(0.01, share - (calfTakesFat * Math.min(1, calf)) / 0.5);
    }
  }
}
