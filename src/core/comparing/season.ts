import { mean } from 'simple-statistics';
import { bestAtPace } from '../churning/bestDegrees';
import type { BestDegrees } from '../churning/bestDegrees';
import type { Feed } from '../churning/batchWords';
import type { ChurnInput } from '../churning/churnInput.calc';
import { priorPace, usualPerDegree } from '../churning/churnPace';
import type { PaceKnowledge, PaceLesson } from '../churning/learnPace';
import { learnPace, paceOf } from '../churning/learnPace';
import { paceAt } from '../churning/ownSlopes';
import { tools } from '../churning/tools';
import type { Estimate } from '../quantities/estimate';
import { ninety } from '../quantities/estimate';
import type { SeasonCause } from './seasonCauses';
import { seasonCauses } from './seasonCauses';
import type { Half } from './seasonBook';
import { bookColour, bookHardness, bookMilkSwing, halfFed, usualFeed } from './seasonBook';

/** A batch as a season sees it: when, how warm, how long against the model, what came of it. */
export interface SeasonBatch {
  id: string;
  /** 1 to 12, where the farm is. */
  month: number;
  /** °C as it was measured; absent where it was assumed. */
  celsius?: number;
  /** What the model was told of the fat, K. */
  hardness: number;
  /** What it teaches of pace, where it was timed. */
  lesson?: PaceLesson;
  /** 1 white … 6 deep yellow. */
  colour?: number;
  feed?: Feed;
  /** Days since they calved of those it was milked of, by their milk. */
  milkDays?: number;
}

/** Butter of one month that was: of how much milk, or, of bought cream, of how much cream. */
export interface SeasonYield {
  month: number;
  /** g of butter. */
  butter: number;
  /** mL of milk, or of cream. */
  of: number;
  feed?: Feed;
  milkDays?: number;
}

export interface SeasonInput {
  batches: readonly SeasonBatch[];
  yields: readonly SeasonYield[];
  yieldOf: 'milk' | 'cream';
  /** Cream and churn as they usually are, and which of the house's churns that is. */
  load: ChurnInput;
  churn?: string;
  /** Days since 1970. */
  today: number;
  /** 1 to 12: in it the best is the plan's own. */
  thisMonth: number;
  half: Half;
  /** g of butter that a litre of milk, or of cream, makes by the book over the year. */
  bookYield: number;
  /** What they give is white whatever they eat: goats, ewes, buffaloes. */
  white: boolean;
}

export interface BestOfMonth {
  celsius: number;
  /** Where it costs hardly more. */
  from: number;
  to: number;
}

export interface SeasonMonth {
  month: number;
  batches: number;
  /** By this maker's own batches, and by the book; absent where they say nothing. */
  own?: BestOfMonth & {
    /** Nine times in ten it is within so much of it, K: how well the season's fat is known. */
    within: number;
  };
  book?: BestOfMonth;
  /** Mean of what was measured, °C. */
  churnedAt?: number;
  /** g of butter of a litre, with its doubt. */
  given?: Estimate;
  bookGiven: number;
  colour?: number;
  bookColour: readonly [number, number];
  feed: Feed;
  /** Nobody said what they ate: as is usual here. */
  feedAssumed: boolean;
}

export interface Season {
  months: SeasonMonth[];
  causes: SeasonCause[];
  /** Batches that a temperature was learned from. */
  timed: number;
  half: Half;
}

/** Fewer batches of a month and its neighbours say nothing of its fat (engineering estimate). */
const leastNear = 2;
const year = 365.25;
/** One month's butter strays so much about its mean, as a share of it, before anything is known of its own straying (engineering estimate). */
const yieldSd = 0.12;

/**
 * A year of this dairy by its months: at what temperature it churns best, what a litre gives, how yellow it comes out, each by own batches
 * beside the book, and what feed and calving explain of it. Months are those of the year, whatever the year.
 */
export function season(input: SeasonInput): Season {
  const { batches, yields, load, churn, today, thisMonth } = input;
  const half = halfFed(batches, input.half);
  const lessons = batches.flatMap(({ lesson }) => lesson ?? []);
  const knowledge = learnPace(lessons, today);
  const target = { tool: load.tool, ...(churn === undefined ? {} : { churn }) };
  const months = Array.from({ length: 12 }, (_, i): SeasonMonth => {
    const month = i + 1;
    const of = batches.filter((one) => one.month === month);
    const told = oftenest(of.flatMap(({ feed }) => feed ?? []));
    const feed = told ?? usualFeed(month, half);
    const pace = paceOf(knowledge, { ...target, day: middleOf(month, thisMonth, today) });
    const near = batches.filter(({ lesson, month: at }) => lesson && apart(at, month) <= 1);
    const own =
      near.length >= leastNear
        ? bestOf(bestAtPace({ ...load, hardness: month === thisMonth ? load.hardness : mean(near.map(({ hardness }) => hardness)) }, pace)) // prettier-ignore
        : undefined;
    const book = bestOf(bestAtPace({ ...load, hardness: bookHardness(month, half) }, priorPace));
    const measured = of.flatMap(({ celsius }) => celsius ?? []);
    const colours = of.flatMap(({ colour }) => colour ?? []);
    return {
      month,
      batches: of.length,
      ...(own ? { own: { ...own, within: ninety * (pace.harder?.sd ?? 0) } } : {}),
      ...(book ? { book } : {}),
      ...(measured.length > 0 ? { churnedAt: mean(measured) } : {}),
      ...givenIn(yields.filter((one) => one.month === month)),
      bookGiven: input.bookYield * (input.yieldOf === 'milk' ? bookMilkSwing(month, half) : 1),
      ...(colours.length > 0 ? { colour: mean(colours) } : {}),
      bookColour: bookColour(feed, input.white),
      feed,
      feedAssumed: told === undefined,
    };
  });
  return { months, causes: seasonCauses(pointsOf(input, knowledge)), timed: lessons.length, half };
}

/** What feed and calving might explain, each batch or month with its figure. */
function pointsOf(
  { batches, yields }: SeasonInput,
  knowledge: PaceKnowledge,
): Parameters<typeof seasonCauses>[0] {
  return {
    colour: batches.flatMap(({ colour, ...why }) =>
      colour === undefined ? [] : [{ ...why, value: colour, weight: 1 }],
    ),
    hardness: batches.flatMap(({ lesson, hardness, ...why }) => {
      if (!lesson) return [];
      const { tool, day, temperature = tools[tool].referenceTemperature, creamFat = plainFat } = lesson;
      const plain = paceOf(knowledge, {
        tool,
        ...(lesson.churn === undefined ? {} : { churn: lesson.churn }),
        day,
        perDegreeHarder: 0,
      });
      const slower = Math.log(lesson.ratio) - paceAt(plain, { tool, temperature, creamFat }).logMean;
      return [{ ...why, value: hardness + slower / usualPerDegree, weight: 1 }];
    }),
    given: yields.map(({ butter, of, ...why }) => ({
      ...why,
      value: Math.log((1000 * butter) / of),
      weight: 1,
    })),
  };
}

/** Fat of cream that nobody said, mass fraction (handbook §6.1). */
const plainFat = 0.38;

const apart = (one: number, other: number): number => {
  const between = Math.abs(one - other);
  return Math.min(between, 12 - between);
};

/** The middle of a month, days since 1970, as near to today as it ever is: of this month today itself. */
function middleOf(month: number, thisMonth: number, today: number): number {
  const ahead = ((month - thisMonth + 18) % 12) - 6;
  return today + (ahead * year) / 12;
}

/** The best degree, between whole ones by the parabola through what it and its neighbours cost. */
function bestOf({ celsius, good, degrees }: BestDegrees): BestOfMonth | undefined {
  if (celsius === undefined || !good) return undefined;
  const [before, after] = [-1, 1].map((step) =>
    degrees.find((one) => one.celsius === celsius + step && one.minutes !== undefined),
  );
  const shift =
    before && after && before.costs + after.costs > 0
      ? (before.costs - after.costs) / (2 * (before.costs + after.costs))
      : 0;
  // Where texture sets the end, the best lies on it and not beyond.
  return { celsius: Math.min(good.to, Math.max(good.from, celsius + shift)), from: good.from, to: good.to };
}

/** g of butter of a litre over the same month of several years, weighed by how much it was. */
function givenIn(yields: readonly SeasonYield[]): { given?: Estimate } {
  const of = yields.reduce((sum, one) => sum + one.of, 0);
  if (of <= 0) return {};
  const mid = (1000 * yields.reduce((sum, { butter }) => sum + butter, 0)) / of;
  const off = (ninety * yieldSd * mid) / Math.sqrt(yields.length);
  return { given: { mid, low: Math.max(0, mid - off), high: mid + off } };
}

function oftenest(feeds: readonly Feed[]): Feed | undefined {
  const times = (feed: Feed) => feeds.filter((one) => one === feed).length;
  return feeds.toSorted((a, b) => times(b) - times(a))[0];
}
