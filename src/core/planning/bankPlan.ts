import { quantileSorted } from 'simple-statistics';
import * as v from 'valibot';
import { calculation, mass, positiveMass } from '../calculation';
import { CalculationError } from '../calculationError';
import { ranked } from '../prediction';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import type { Estimate } from '../quantities/estimate';
import { drawsFrom } from '../statistics/draws';

const bankInput = v.strictObject({
  /** Butter each week can make, g: from the herd's forecast. */
  weeks: v.pipe(
    v.array(v.strictObject({ low: mass, mid: mass, high: mass })),
    v.minLength(1, 'at least one week is needed.'),
    v.maxLength(104, 'at most 104 weeks.'),
  ),
  /** g a week that is eaten. */
  demand: positiveMass,
  /** g that are eaten beside it, week by week: guests and feasts. */
  feasts: v.optional(v.pipe(v.array(mass), v.maxLength(104, 'at most 104 weeks.'))),
  /** g in the freezer and in the fridge now. */
  frozen: v.optional(mass, 0),
  fresh: v.optional(mass, 0),
  /** g a week that can be churned. */
  capacity: v.optional(positiveMass, 50_000),
  salted: v.optional(v.boolean(), true),
  /** Chance of running out that is put up with. */
  acceptable: v.optional(
    v.pipe(
      v.number(),
      v.gtValue(0, 'a chance above 0 and under 1.'),
      v.ltValue(1, 'a chance above 0 and under 1.'),
    ),
    0.05,
  ),
  seed: v.optional(v.pipe(v.string(), v.maxLength(60, 'at most 60 letters.')), 'bank'),
  runs: v.optional(
    v.pipe(
      v.number(),
      v.integer('a whole number of runs.'),
      v.minValue(20, '20 to 2000 runs.'),
      v.maxValue(2000, '20 to 2000 runs.'),
    ),
    400,
  ),
});
export type BankInput = v.InferOutput<typeof bankInput>;

export interface BankWeek {
  week: number;
  make: number;
  freeze: number;
  takeOut: number;
  /** g in the freezer at the end of the week. */
  bank: Estimate;
}

export interface BankPlan extends Predicted {
  weeks: BankWeek[];
  /** Most that the freezer holds, g, and in which week. */
  most: { week: number; bank: number };
  /** Chance of running out in any week if the plan is followed. */
  chanceOut: number;
  firstShort?: number;
  /** g a week that could be eaten at the acceptable chance. */
  sustainable: number;
  /** g made and neither eaten nor worth freezing: to sell, give or make ghee of. */
  surplus: number;
}

/** Weeks butter keeps frozen: salted 270 days, unsalted 165 (handbook §6.12). */
const keeps = { salted: Math.floor(270 / 7), unsalted: Math.floor(165 / 7) };
/** Share of a year's uncertainty that all weeks share, as against each week's own (engineering estimate). */
const sharedSpread = 0.6;

/** What one year brings if butter is frozen whenever weeks to come will want it. */
export function live(
  made: ArrayLike<number>,
  { demand, feasts, frozen, fresh, capacity, salted }: BankInput,
  wanted: (week: number) => number,
) {
  const limit = salted ? keeps.salted : keeps.unsalted;
  const weeks = made.length;
  /** Grams by the week they were frozen in; what was there at the start counts as half way through its time. */
  const bank: { week: number; mass: number }[] =
    frozen > 0 ? [{ week: -Math.floor(limit / 2), mass: frozen }] : [];
  const rows: { make: number; freeze: number; takeOut: number; bank: number; short: number }[] = [];
  let ready = fresh;
  let surplus = 0;
  for (let week = 0; week < weeks; week += 1) {
    const make = Math.min(capacity, made[week]!);
    const eaten = demand + (feasts?.[week] ?? 0);
    let have = ready + make;
    let takeOut = 0;
    // What would go past its time is eaten first.
    while (bank[0] && week - bank[0].week >= limit) takeOut += bank.shift()!.mass;
    have += takeOut;
    while (have < eaten && bank[0]) {
      const taken = Math.min(bank[0].mass, eaten - have);
      bank[0].mass -= taken;
      have += taken;
      takeOut += taken;
      if (bank[0].mass <= 1e-9) bank.shift();
    }
    const short = Math.max(0, eaten - have);
    let left = Math.max(0, have - eaten);
    // A week's butter stays fresh for the next; more is frozen if it will be wanted.
    const held = bank.reduce((sum, one) => sum + one.mass, 0);
    const freeze = Math.max(0, Math.min(left, wanted(week) - held));
    if (freeze > 0) bank.push({ week, mass: freeze });
    left -= freeze;
    ready = Math.min(left, 0.5 * demand);
    surplus += left - ready;
    rows.push({ make, freeze, takeOut, bank: held + freeze, short });
  }
  return { rows, surplus };
}

/** How careful a plan is: how far towards their low side its weeks are taken, and how many weeks’ butter lie beside what they want. */
export interface Care {
  low: number;
  spare: number;
}
const usualCare: Care = { low: 1 / 3, spare: 0.5 };

/** From the lightest to the most careful. */
export const cares: readonly Care[] = [
  usualCare,
  { low: 2 / 3, spare: 1 },
  { low: 1, spare: 1.5 },
  { low: 1, spare: 3 },
  { low: 1, spare: 5 },
];

/** What the freezer should hold after each week by a plan, g. */
const wantedBy = (input: BankInput, { low: towards, spare }: Care): number[] =>
  wantedBank(
    input.weeks.map(({ low, mid }) => towards * low + (1 - towards) * mid),
    input,
    spare,
  );

/** The lightest plan of some that is out in no more of the years than is put up with; the one that is out least where none is. */
export function wantedThrough(
  input: BankInput,
  years: readonly (readonly number[])[],
  of: readonly Care[],
): { wanted: number[]; out: number } {
  let best: { wanted: number[]; out: number } | undefined;
  for (const care of of) {
    const wanted = wantedBy(input, care);
    const out = years.filter((year) =>
      live(year, input, (week) => wanted[week]!).rows.some(({ short }) => short > 0.001 * input.demand),
    ).length;
    if (!best || out < best.out) best = { wanted, out };
    if (out <= input.acceptable * years.length) break;
  }
  return best!;
}

/**
 * What the freezer should hold after each week: the deepest hole ahead within the time butter keeps, not counting on what is
 * still to be made before it, and some weeks' butter to spare.
 */
function wantedBank(
  expected: readonly number[],
  { demand, feasts, capacity, salted }: BankInput,
  spare: number,
): number[] {
  const limit = salted ? keeps.salted : keeps.unsalted;
  return expected.map((_, week) => {
    let [deepest, sum] = [0, 0];
    for (let ahead = week + 1; ahead < Math.min(expected.length, week + 1 + limit); ahead += 1) {
      sum = Math.max(0, sum) + demand + (feasts?.[ahead] ?? 0) - Math.min(capacity, expected[ahead]!);
      deepest = Math.max(deepest, sum);
    }
    return deepest > 0 || spare > 1 ? deepest + spare * demand : 0;
  });
}

/**
 * What to freeze when, so that butter lasts through the weeks that make too little: the freezer should hold the deepest hole
 * ahead, reckoned with weeks rather poorer than expected; possible years drawn with a seed say how likely it is to run out.
 * @param progress called now and then with the share done; may throw to stop
 */
export function bankPlan(input: BankInput, progress?: (share: number) => void): BankPlan {
  const draws = drawsFrom(input.seed);
  input.weeks.forEach(({ low, mid, high }, i) => {
    if (low > mid || mid > high)
      throw new CalculationError(
        `weeks.${i}: low ${low}, mid ${mid} and high ${high} were given; each has to be at least the one before.`,
        `weeks.${i}`,
      );
  });
  return planThrough(input, possibleYears, progress).plan;

  function possibleYears(): number[][] {
    return Array.from({ length: input.runs }, (_, i) => {
      if (progress && i % 25 === 0) progress((0.5 * i) / input.runs);
      const shared = draws.normal(0, 1);
      return input.weeks.map(({ low, mid, high }) => {
        const z = sharedSpread * shared + Math.sqrt(1 - sharedSpread ** 2) * draws.normal(0, 1);
        return Math.max(0, mid + (z * (z < 0 ? mid - low : high - mid)) / 1.645);
      });
    });
  }
}

/**
 * The same through years that are known otherwise, week by week, g.
 * @param drawn the possible years, asked for once
 */
export function planThrough(
  input: BankInput,
  drawn: () => readonly (readonly number[])[],
  progress?: (share: number) => void,
  of: readonly Care[] = [usualCare],
): { plan: BankPlan; wanted: number[] } {
  const years = drawn();
  const { wanted } = of.length > 1 ? wantedThrough(input, years, of) : { wanted: wantedBy(input, of[0]!) };
  const plan = live(
    input.weeks.map(({ mid }) => mid),
    input,
    (week) => wanted[week]!,
  );
  const lived = years.map((year) => live(year, input, (week) => wanted[week]!));
  const out = ({ rows }: ReturnType<typeof live>) =>
    rows.findIndex(({ short }) => short > 0.001 * input.demand);
  const shorts = lived.map(out).filter((week) => week >= 0);
  const weeks = plan.rows.map(({ make, freeze, takeOut }, week): BankWeek => {
    const sorted = lived.map(({ rows }) => rows[week]!.bank).sort((a, b) => a - b);
    return {
      week,
      make,
      freeze,
      takeOut,
      bank: {
        low: quantileSorted(sorted, 0.05),
        mid: quantileSorted(sorted, 0.5),
        high: quantileSorted(sorted, 0.95),
      },
    };
  });
  const fullest = weeks.reduce((most, one) => (one.bank.mid > most.bank.mid ? one : most));
  const firstShort =
    shorts.length > 0
      ? quantileSorted(
          shorts.sort((a, b) => a - b),
          0.5,
        )
      : undefined;
  const found: BankPlan = {
    weeks,
    most: { week: fullest.week, bank: fullest.bank.mid },
    chanceOut: shorts.length / years.length,
    ...(firstShort === undefined ? {} : { firstShort }),
    sustainable: sustainable(input, years, of, progress),
    surplus: plan.surplus,
    reasons: ranked([
      { says: 'Weeks in which the animals are dry or late in milk make less than is eaten.', weight: 3 },
      {
        says: `${input.salted ? 'Salted' : 'Unsalted'} butter keeps ${input.salted ? keeps.salted : keeps.unsalted} weeks frozen.`,
        weight: 1,
      },
      { says: 'How much the animals will really give.', weight: 2 },
    ]),
    cautions: [
      {
        key: 'frozen',
        level: 'caution',
        says: 'Label it with its date, eat the oldest first; past its time it is safe but fades: bake with it.',
      },
    ],
  };
  return { plan: found, wanted };
}

/** The most that can be eaten a week at the acceptable chance of running out, by halving. */
function sustainable(
  input: BankInput,
  years: readonly (readonly number[])[],
  of: readonly Care[],
  progress?: (share: number) => void,
): number {
  const some = years.slice(0, 120);
  let [low, high] = [0, Math.max(input.demand, ...input.weeks.map((week) => week.high))];
  for (let i = 0; i < 14; i += 1) {
    progress?.(0.5 + (0.5 * i) / 14);
    const demand = (low + high) / 2;
    const tried = { ...input, demand };
    const { out: short } = wantedThrough(tried, some, of);
    if (short / some.length <= input.acceptable) low = demand;
    else high = demand;
  }
  return low;
}

export const bankPlanCalculation = calculation({
  name: 'bank.plan',
  says: 'What butter to freeze when, and the chance of running out.',
  input: bankInput,
  output: v.object({
    weeks: v.array(
      v.object({
        week: v.number(),
        make: v.number(),
        freeze: v.number(),
        takeOut: v.number(),
        bank: estimateSchema,
      }),
    ),
    most: v.object({ week: v.number(), bank: v.number() }),
    chanceOut: v.number(),
    firstShort: v.optional(v.number()),
    sustainable: v.number(),
    surplus: v.number(),
    ...predictedEntries,
  }),
  run: (input) => bankPlan(input),
});
