import { quantileSorted } from 'simple-statistics';
import type { Breed } from '../dairy/breeds';
import { breedFat } from '../dairy/breeds';
import { butterOfCream, usualSkimming } from '../dairy/butterOfMilk';
import { addDays } from '../keeping/civilDate';
import type { Estimate } from '../quantities/estimate';
import { drawsFrom } from '../statistics/draws';
import type { BankWeek } from './bankPlan';
import { cares, planThrough, wantedThrough } from './bankPlan';
import { usualMilking } from './lactation';
import { drawAnimal } from './yearDraw';
import type { HerdYear, YearAnimal } from './yearHerd';
import { skimmedDeeper } from './skimmedDeeper';
import { herdYear, wholePeak } from './yearHerd';

/** What can be tried of a year. */
export type Change =
  /** The calf that is at foot now is taken off, so many days from today. */
  | { kind: 'calfOff'; inDays: number }
  | { kind: 'another'; breed: Breed; calvesInDays: number }
  /** The ladle so many mm deeper. */
  | { kind: 'deeper'; millimetres: number }
  | { kind: 'separator' }
  /** In the leanest weeks, so many. */
  | { kind: 'buyCream'; weeks: number }
  /** So many loads a week at the most. */
  | { kind: 'loads'; loads: number };

/** What comes through the churn in a week. */
export interface Churning {
  /** g of butter of one load. */
  perLoad: number;
  /** Loads a week that the house gets through. */
  loads: number;
}

export interface YearInput {
  /** ISO date. */
  today: string;
  animals: YearAnimal[];
  /** g of butter that comes of a gram of fat in the milk, of all that is milked. */
  butterPerFat: number;
  /** g of butter a week that is eaten. */
  demand: number;
  /** g that are eaten beside it in each week: guests and feasts. */
  feasts?: number[] | undefined;
  /** g in the freezer and elsewhere. */
  frozen: number;
  fresh: number;
  /** The freezer’s room, g; undefined where nobody said. */
  room?: number | undefined;
  /** What the churn takes; undefined where nothing tells it: then all that the milk can make is churned. */
  churning?: Churning | undefined;
  changes: Change[];
  /** Chance of running out that is put up with in {@link YearAhead.sustainable}. */
  acceptable?: number;
  seed: string;
  runs: number;
}

export interface YearWeek {
  /** g of butter that the milk of the week can make. */
  butter: Estimate;
  /** g in the freezer at its end. */
  bank: Estimate;
}

export interface YearAhead {
  weeks: YearWeek[];
  herd: HerdYear[];
  /** Chance that there is butter of one’s own in every week, 0 … 1. */
  chance: number;
  /** The week in which it runs out in the middle one of the years in which it does. */
  runsOut: number | undefined;
  /** What should lie in the freezer after each week, g. */
  wanted: number[];
  /** Most that lies in the freezer, g, and the week of it. */
  most: { week: number; bank: number };
  /** g that the freezer has no room for at its fullest. */
  noRoom: number;
  /** Weeks of the middle year in which there is less than is eaten, and the first and last of its longest stretch with enough. */
  without: number;
  enough: { from: number; to: number } | undefined;
  /** g a week that could be eaten all year, nineteen years in twenty. */
  sustainable: number;
  /** g a week that come through the churn; undefined where nothing limits it. */
  capacity: number | undefined;
  /** g of butter that the milk of the middle year could make beside it, and the first and last week of that. */
  unchurned: number;
  tooMuch: { from: number; to: number } | undefined;
  /** g made in the year in the middle, and eaten. */
  makes: number;
  eats: number;
}

export const weeksAhead = 52;
/** A separator leaves a tenth of a per cent in the skim where a ladle leaves half: so much more of the fat (handbook §6.3, engineering estimate). */
const separatorBrings = 0.97 / usualSkimming;
/** What was left over of the week before makes up for so little, as a share of what is eaten (engineering estimate). */
const nearly = 0.95;
/** Cream is bought for so many of the leanest weeks where nobody says for how many: two months. */
export const boughtWeeks = 9;
/** Of what a churn takes in a week this much more is no longer got through (engineering estimate). */
const hardly = 0.02;

/** Possible years of animals that were drawn already, by what is known of them: tried with something else they are the same years. */
export type DrawnYears = Map<string, Float64Array[]>;

interface Possible {
  herd: HerdYear[];
  butter: Estimate[];
  /** g of butter, week by week, of each possible year. */
  years: number[][];
}

/** The possible years of a herd with what is tried of it: each animal’s own luck is the same whatever else is tried. */
function possible(input: YearInput, drawn: DrawnYears, progress?: (share: number) => void): Possible {
  const changed = <K extends Change['kind']>(kind: K) =>
    input.changes.find((one): one is Extract<Change, { kind: K }> => one.kind === kind);
  const days = weeksAhead * 7;
  const herd = [
    ...input.animals.map((one) => herdYear(one, input.today, days, changed('calfOff')?.inDays)),
    ...input.changes.flatMap((one) => (one.kind === 'another' ? [comesLater(one, input, days)] : [])),
  ];
  const deeper = changed('deeper');
  const brings = changed('separator') ? separatorBrings : deeper ? skimmedDeeper(deeper.millimetres).brings : 1;
  // More than all of the fat neither brings into the cream.
  const perFat = Math.max(input.butterPerFat, Math.min(butterOfCream, input.butterPerFat * brings));
  const years = Array.from({ length: input.runs }, () => Array.from({ length: weeksAhead }, () => 0));
  for (const [i, one] of herd.entries()) {
    progress?.((0.6 * i) / herd.length);
    const fats = drawnOf(one, i, input, drawn);
    for (const [run, fat] of fats.entries()) for (let week = 0; week < weeksAhead; week += 1) years[run]![week]! += perFat * fat[week]!;
  }
  const weekly = Array.from({ length: weeksAhead }, (_, week) => years.map((year) => year[week]!).toSorted((a, b) => a - b));
  // Bought cream stands in for the weeks in which the herd makes least.
  const bought = new Set<number>();
  const buys = changed('buyCream');
  if (buys) {
    const middles = weekly.map((all) => quantileSorted(all, 0.5));
    for (const week of middles.map((_, i) => i).toSorted((a, b) => middles[a]! - middles[b]!).slice(0, buys.weeks)) bought.add(week);
    for (const year of years) for (const week of bought) year[week]! += input.demand;
  }
  return {
    herd,
    years,
    butter: weekly.map((all, week): Estimate => {
      const more = bought.has(week) ? input.demand : 0;
      return { low: more + quantileSorted(all, 0.05), mid: more + quantileSorted(all, 0.5), high: more + quantileSorted(all, 0.95) };
    }),
  };
} // prettier-ignore

function drawnOf(one: HerdYear, place: number, { seed, runs }: YearInput, drawn: DrawnYears): Float64Array[] {
  const key = JSON.stringify([place, one.animal, one.known, one.curve, one.fatSd, one.calves, seed, runs]);
  const before = drawn.get(key);
  if (before) return before;
  const draws = drawsFrom(`${seed} ${place}`);
  const fats = Array.from({ length: runs }, () => {
    const fat = new Float64Array(weeksAhead);
    drawAnimal(one, draws, fat);
    return fat;
  });
  drawn.set(key, fats);
  return fats;
}

/**
 * Of possible years so many run out; of herds half as many did, where few do. Spreads that hold the bands of single weeks are too wide for the worst
 * stretch of a year, which is what decides (set on herds of other seeds than it is validated on: docs/models.md).
 */
const runsOutOf = (possible: number): number => (possible * (1 + possible ** 2)) / 2;
/** The share of possible years that may run out where so many herds may, by halving. */
function possibleFor(herds: number): number {
  let [low, high] = [0, 1];
  for (let i = 0; i < 30; i += 1) {
    const middle = (low + high) / 2;
    if (runsOutOf(middle) < herds) low = middle;
    else high = middle;
  }
  return low;
}

/** g a week that no house churns. */
const anyCapacity = 50_000;
function capacityOf({ churning, changes }: YearInput): number | undefined {
  if (!churning) return undefined;
  const said = changes.find((one) => one.kind === 'loads');
  return churning.perLoad * (said?.loads ?? churning.loads);
}

const bankOf = (input: YearInput, butter: Estimate[]) => ({
  weeks: butter,
  demand: input.demand,
  ...(input.feasts ? { feasts: input.feasts } : {}),
  frozen: input.frozen,
  fresh: input.fresh,
  capacity: capacityOf(input) ?? anyCapacity,
  salted: true,
  acceptable: possibleFor(input.acceptable ?? 0.05),
  seed: input.seed,
  runs: input.runs,
});

/** Of the possible years, the share in which there is butter of one’s own in every week: {@link YearAhead.chance} alone. */
export function chanceToLast(input: YearInput, drawn: DrawnYears): number {
  const { butter, years } = possible(input, drawn);
  return 1 - runsOutOf(wantedThrough(bankOf(input, butter), years, cares).out / years.length);
}

/**
 * A year of butter ahead: what the herd gives week by week by Wood's curve, each animal’s own level where her milkings showed it, what of
 * it becomes butter here, what is eaten, and what has to lie in the freezer. Bands from possible years, drawn with a seed.
 * @param progress called now and then with the share done; may throw to stop
 */
export function yearAhead(input: YearInput, progress?: (share: number) => void): YearAhead {
  const { herd, butter, years } = possible(input, new Map(), progress);
  const { plan, wanted } = planThrough(
    bankOf(input, butter),
    () => years,
    progress && ((share) => progress(0.6 + 0.4 * share)),
    cares,
  );
  const covered = plan.weeks.map(
    ({ make, freeze, takeOut }, week) =>
      make - freeze + takeOut >= nearly * (input.demand + (input.feasts?.[week] ?? 0)),
  );
  const capacity = capacityOf(input);
  const over = butter.map(({ mid }) => (capacity === undefined ? 0 : Math.max(0, mid - capacity)));
  const overWeeks = over.flatMap((more, week) => (more > hardly * capacity! ? [week] : []));
  const unchurned = over.reduce((sum, more) => sum + more, 0);
  return {
    capacity,
    unchurned,
    tooMuch: overWeeks.length > 0 ? { from: overWeeks[0]!, to: overWeeks.at(-1)! } : undefined,
    without: covered.filter((one) => !one).length,
    enough: longestTrue(covered),
    weeks: plan.weeks.map(({ bank }: BankWeek, week) => ({ butter: butter[week]!, bank })),
    herd,
    chance: 1 - runsOutOf(plan.chanceOut),
    runsOut: plan.firstShort === undefined ? undefined : Math.round(plan.firstShort),
    wanted,
    most: plan.most,
    noRoom: input.room === undefined ? 0 : Math.max(0, plan.most.bank - input.room),
    sustainable: plan.sustainable,
    makes: butter.reduce((sum, { mid }) => sum + mid, 0) - unchurned,
    eats: weeksAhead * input.demand + (input.feasts ?? []).reduce((sum, one) => sum + one, 0),
  };
}

const quantile = (values: number[], at: number): number =>
  quantileSorted(
    values.toSorted((a, b) => a - b),
    at,
  );

/** Another animal, which comes when she has calved: until then she gives nothing here. She is known no better for being like those that are here. */
function comesLater(
  { breed, calvesInDays }: Extract<Change, { kind: 'another' }>,
  { today, animals }: YearInput,
  days: number,
): HerdYear {
  const nobody = { calvedOn: null, servedOn: null, dryOn: null, withdrawnFrom: null, withdrawnUntil: null };
  const name = `${animals.length === 0 ? 'A' : 'Another'} ${called(breed)}`;
  const she = herdYear(
    { ...nobody, name, breed, sharesWithCalf: false, milked: false, peak: peakLike(breed, animals) },
    today,
    days,
  );
  return {
    ...she,
    known: false,
    animal: { ...she.animal, nextCalving: calvesInDays },
    calves: { inDays: calvesInDays, said: true },
    stretches: [{ from: calvesInDays, to: Math.min(days, calvesInDays + usualMilking), is: 'milk' }],
  };
}

/** The longest stretch of what holds, first and last of it; undefined where nothing does. */
function longestTrue(holds: readonly boolean[]): { from: number; to: number } | undefined {
  let best: { from: number; to: number } | undefined;
  let from = 0;
  holds.forEach((one, i) => {
    if (!one) from = i + 1;
    else if (!best || i - from > best.to - best.from) best = { from, to: i };
  });
  return best;
}

const called = (breed: Breed): string => {
  const { name } = breedFat[breed];
  return breed === 'goat' || breed === 'sheep' || breed === 'buffalo' || breed === 'mixed'
    ? name.toLowerCase()
    : name;
};

/** What another of a breed would give: as the house’s own of it do, else its own of the species; undefined where none was milked by herself. */
function peakLike(breed: Breed, own: readonly YearAnimal[]): number | undefined {
  const known = (like: (one: YearAnimal) => boolean) =>
    own.flatMap((one) => (like(one) ? (wholePeak(one) ?? []) : []));
  const { species } = breedFat[breed];
  const [same, kin] = [
    known((one) => one.breed === breed),
    known((one) => breedFat[one.breed].species === species),
  ];
  const some = same.length > 0 ? same : kin;
  return some.length > 0 ? quantile(some, 0.5) : undefined;
}

/** The ISO date on which a week of the year ahead begins. */
export const weekOn = (today: string, week: number): string => addDays(today, 7 * week);
