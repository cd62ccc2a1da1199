import { breedFat } from '@/core/dairy/breeds';
import type { Breed } from '@/core/dairy/breeds';
import { carriedDays } from '@/core/dairy/herdDates';
import { lactationOf } from '@/core/dairy/milkGiven';
import { addDays } from '@/core/keeping/civilDate';
import { live } from '@/core/planning/bankPlan';
import type { YearInput } from '@/core/planning/yearAhead';
import { weeksAhead, yearAhead } from '@/core/planning/yearAhead';
import type { YearAnimal } from '@/core/planning/yearHerd';
import { peakOf } from '@/core/planning/yearHerd';
import { Noise } from './noise';

const today = '2026-12-01';
const days = weeksAhead * 7;
/** g of butter of a gram of fat in the milk. */
const perFat = 1.04;

/** A cow as she is, which nobody knows: her curve is not Wood’s. */
interface TrueCow {
  shown: YearAnimal;
  /** g of milk and share of fat on a day from today. */
  milk: (day: number) => number;
  fat: (day: number) => number;
}

/**
 * A cow whose milk goes by a rise that dies away and a straight fall (Wilmink, Livest. Prod. Sci. 16, 1987) with her own slope,
 * whose fat rises in a straight line, who calves when she calves, and gives another amount after it.
 */
function trueCow(noise: Noise, name: string, known: boolean): TrueCow {
  const breed: Breed = noise.pick(['kerry', 'jersey', 'dairy-shorthorn', 'brown-swiss']);
  // The rise and the fall together leave her best day a seventh under it.
  const level = 1.15 * peakOf({ breed, peak: undefined }) * Math.exp(noise.normal(0, 0.25));
  const fall = noise.between(0.37, 0.67);
  const rise = noise.between(0.2, 0.4);
  const inMilk = Math.round(noise.between(20, 250));
  const served = Math.round(noise.between(65, 120));
  const isServed = inMilk > served && noise.between(0, 1) < 0.85;
  const due = isServed
    ? served - inMilk + carriedDays(breed)
    : Math.max(0, 85 - inMilk) + Math.abs(noise.normal(0, 25)) + carriedDays(breed);
  const birth = due + noise.normal(0, 6);
  const next = Math.exp(noise.normal(0, 0.1));
  const dries = due - 60 + noise.normal(0, 8);
  const rich = breedFat[breed].fat * Math.exp(noise.normal(0, 0.06));
  const curve = (since: number) =>
    Math.max(0, level * (1 - rise * Math.exp(-since / 16) - (fall * since) / 305));
  const since = (day: number) => (day >= birth ? day - birth : day + inMilk);
  // A good week is followed by a good one.
  const weeks: number[] = [];
  for (let w = 0, z = 0; w < weeksAhead; w += 1) weeks.push((z = 0.6 * z + noise.normal(0, 0.065)));
  const milked = (day: number) =>
    day >= birth ? day - birth > 5 && day - birth <= 305 : day < dries && day + inMilk <= 400;
  const given = Array.from({ length: Math.min(60, inMilk - 6) }, (_, i) => {
    const back = i + 1;
    return {
      day: addDays(today, -back),
      mass: curve(inMilk - back) * Math.exp(noise.normal(0, 0.06)),
      fat: 0,
      alone: true,
    };
  });
  const calvedOn = addDays(today, -inMilk);
  const seen = known ? lactationOf({ id: name, breed, calvedOn }, given) : undefined;
  const shown: YearAnimal = {
    name,
    breed,
    calvedOn,
    servedOn: isServed ? addDays(calvedOn, served) : null,
    dryOn: null,
    sharesWithCalf: false,
    withdrawnFrom: null,
    withdrawnUntil: null,
    milked: true,
    peak: seen?.peak,
    curve: seen,
  };
  return {
    shown,
    milk: (day) =>
      milked(day) ? curve(since(day)) * (day >= birth ? next : 1) * Math.exp(weeks[Math.floor(day / 7)]!) : 0,
    fat: (day) => rich * (0.88 + (0.24 * since(day)) / 305),
  };
}

/** How one herd’s year came out against what was said of it. */
export interface YearScore {
  /** Weeks inside their band, of those in which there was any milk, or might have been. */
  inside: number;
  weeks: number;
  /** What was said of its lasting, 0 … 1. */
  chance: number;
  /** It lasted, at what was said to last nine years in ten. */
  lasted: boolean;
  /** Weeks without enough butter of one’s own, by the plan and by the habit, eating nearly all that the herd makes. */
  without: { planned: number; habit: number };
}

/** A year of a herd lived by the plan that was made on its first day. */
export function scoreYear(seed: string, known = true, acceptable = 0.1): YearScore {
  const noise = new Noise(seed);
  const herd = Array.from({ length: noise.pick([1, 2, 3]) }, (_, i) => trueCow(noise, `Cow ${i}`, known));
  const truth = Array.from({ length: weeksAhead }, (_, week) => {
    let fat = 0;
    for (let day = 7 * week; day < 7 * week + 7 && day < days; day += 1)
      for (const cow of herd) fat += cow.milk(day) * cow.fat(day);
    return perFat * fat;
  });
  const input = {
    today,
    animals: herd.map(({ shown }) => shown),
    butterPerFat: perFat,
    frozen: 3000,
    fresh: 500,
    changes: [],
    acceptable,
    seed,
    runs: 200,
  };
  const foreseen = yearAhead({ ...input, demand: 1000 });
  const demand = Math.max(1, foreseen.sustainable);
  const bands = foreseen.weeks.map(({ butter }) => butter);
  const bank = { weeks: bands, demand, frozen: input.frozen, fresh: input.fresh, capacity: 50_000, salted: true, acceptable, seed, runs: 20 };
  const { wanted, chance } = yearAhead({ ...input, demand });
  const { rows } = live(truth, bank, (week) => wanted[week]!);
  const told = bands.flatMap(({ low, high }, week) =>
    high > 0 || truth[week]! > 0 ? [truth[week]! >= low - 1e-9 && truth[week]! <= high + 1e-9] : [],
  );
  return {
    inside: told.filter(Boolean).length,
    weeks: told.length,
    chance,
    lasted: rows.every(({ short }) => short <= 0.001 * demand),
    without: without(truth, foreseen.makes / weeksAhead, input, bank),
  };
} // prettier-ignore

/** Of what the herd is foreseen to make so much is eaten: where there is plenty any habit does, where there is too little none. */
const nearlyAll = 0.85;
/** The habit: a quarter of each batch goes into the freezer from May to August. */
const habitual = { share: 0.25, from: 4, to: 7 };

/** Weeks of a year in which there was less than is eaten: by the plan that was made on its first day, and by the habit. */
function without(
  truth: readonly number[],
  makes: number,
  input: Omit<YearInput, 'demand'>,
  bank: Parameters<typeof live>[1],
): YearScore['without'] {
  const demand = Math.max(1, nearlyAll * makes);
  const { wanted } = yearAhead({ ...input, demand });
  const short = ({ short: lacking }: { short: number }) => lacking > 0.001 * demand;
  const planned = live(truth, { ...bank, demand }, (week) => wanted[week]!).rows.filter(short).length;
  let { frozen, fresh } = { frozen: bank.frozen, fresh: bank.fresh };
  let habit = 0;
  truth.forEach((make, week) => {
    const month = Number(addDays(input.today, 7 * week).slice(5, 7)) - 1;
    const put = month >= habitual.from && month <= habitual.to ? habitual.share * make : 0;
    frozen += put;
    let have = fresh + make - put;
    const taken = Math.min(frozen, Math.max(0, demand - have));
    frozen -= taken;
    have += taken;
    if (short({ short: demand - have })) habit += 1;
    // What is left keeps for the next week, as it does by the plan; more is given away.
    fresh = Math.min(Math.max(0, have - demand), 0.5 * demand);
  });
  return { planned, habit };
}
