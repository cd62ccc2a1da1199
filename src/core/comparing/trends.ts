import { median } from 'simple-statistics';
import type { BatchVerdict } from '../balancing/judgeBatch';
import type { TroubleKey } from '../balancing/troubles';
import type { Feed } from '../churning/batchWords';
import type { ToolKey } from '../churning/tools';
import { tools } from '../churning/tools';
import { decimal, percent } from '../quantities/formatQuantity';
import type { ControlLimits } from './controlLimits';
import { controlLimits, runLength } from './controlLimits';

/** A batch as trends see it: what it was, and what came of it. Shares as mass fractions, °C, minutes. */
export interface TrendBatch {
  id: string;
  number: number;
  atSeconds: number;
  tool: ToolKey;
  /** The churn by name, where it is one of the house's own. */
  churn: string | undefined;
  /** Who churned it, by name, where that was said. */
  maker?: string | undefined;
  /** As it was measured; undefined where it was assumed. */
  temperature: number | undefined;
  creamFat: number;
  /** How full the churn was. */
  fill: number;
  ripened: boolean;
  /** Time to the break over what was foreseen from the batches before it. */
  breakRatio: number | undefined;
  breakMinutes: number | undefined;
  efficiency: number | undefined;
  butterFat: number | undefined;
  salt: number | undefined;
  /** g of butter per litre of cream. */
  perLitre: number | undefined;
  /** 1 white … 6 deep yellow. */
  colour: number | undefined;
  feed: Feed | undefined;
  verdict: BatchVerdict | undefined;
  /** What went wrong with it, by name. */
  troubles: readonly TroubleKey[];
}

/** A skimming: how much of the milk's fat stayed in the skim. */
export interface TrendSkim {
  id: string;
  atSeconds: number;
  way: 'separator' | 'ladle' | 'tap' | 'other';
  /** The separator, or the vessel it stood in, by name. */
  by: string | undefined;
  left: number;
}

/** One point of a trend. */
export interface TrendPoint {
  id: string;
  atSeconds: number;
  value: number;
  batch?: TrendBatch;
}

/** What has a trend, and its value of a batch. Skim loss is of skimmings, and stands apart. */
export const trendOf = {
  efficiency: (one: TrendBatch) => (one.verdict === 'unweighed' ? undefined : one.efficiency),
  breakTime: (one: TrendBatch) => one.breakRatio,
  butterFat: (one: TrendBatch) => (one.verdict === 'unweighed' ? undefined : one.butterFat),
  salt: (one: TrendBatch) => (one.salt === undefined || one.salt < leastSalt ? undefined : one.salt),
  perLitre: (one: TrendBatch) => (one.verdict === 'unweighed' ? undefined : one.perLitre),
  colour: (one: TrendBatch) => one.colour,
} as const;
export type TrendKey = keyof typeof trendOf;

/** Under this butter counts as unsalted: one that was meant to be is no trend of the salted. */
const leastSalt = 0.003;

export interface Unusual {
  /** The points it is about, oldest first; more than one where they stood on one side in a row. */
  points: TrendPoint[];
  side: 'above' | 'below';
  why: ControlLimits['signals'][number]['why'];
  /** What was unlike this maker's other batches: never a cause that was not written down. */
  otherwise: string[];
}

export interface Trend {
  points: TrendPoint[];
  limits: ControlLimits;
  unusual: Unusual[];
}

/**
 * A figure from batch to batch: the usual range of this maker ({@link controlLimits}), and what left it, with what was
 * unlike the others then. What stands beyond the limits is set aside and they are drawn anew, so that one bad day makes no
 * other look strange (Montgomery, Introduction to Statistical Quality Control, 2012, §6.2).
 * @param points oldest first; one at least
 */
export function trend(points: TrendPoint[], all: readonly TrendBatch[]): Trend {
  const first = controlLimits({ values: points.map(({ value }) => value) });
  const far = new Set(first.signals.flatMap(({ at, why }) => (why === 'beyond' ? [points[at]!] : [])));
  const near = points.filter((point) => !far.has(point));
  const limits = near.length === 0 ? first : controlLimits({ values: near.map(({ value }) => value) });
  const found: Unusual[] = [...far].map((point) => single(point, 'beyond', limits, all));
  const odd = new Set(limits.signals.flatMap(({ at, why }) => (why === 'run' ? [] : [at])));
  for (const { at, why } of limits.signals) {
    const point = near[at]!;
    // Coming back into the range is no second event.
    if (why === 'jump' && odd.has(at - 1)) continue;
    if (why !== 'run') {
      found.push(single(point, why, limits, all));
      continue;
    }
    const side = sideOf(point, limits);
    const before = found.findLast((one) => one.why === 'run');
    // A run is one thing that happened, however long it lasts.
    if (before?.side === side && before.points.at(-1) === near[at - 1]) before.points.push(point);
    else
      found.push({ points: near.slice(Math.max(0, at + 1 - runLength), at + 1), side, why, otherwise: [] });
  }
  const began = ({ points: of }: Unusual) => of[0]!.atSeconds;
  return { points, limits, unusual: found.toSorted((a, b) => began(a) - began(b)) };
}

const sideOf = ({ value }: TrendPoint, { centre }: ControlLimits): Unusual['side'] =>
  value >= centre ? 'above' : 'below';

const single = (
  point: TrendPoint,
  why: Unusual['why'],
  limits: ControlLimits,
  all: readonly TrendBatch[],
): Unusual => ({
  points: [point],
  side: sideOf(point, limits),
  why,
  otherwise: point.batch ? unlike(point.batch, all) : [],
});

/** Fewer others say nothing of what is usual. */
const leastOthers = 5;
/** What a batch has to differ by to be called other, beside three times the usual scatter of it (engineering estimates). */
const otherBy = { temperature: 1.5, creamFat: 0.04, fill: 0.15 } as const;
/** A robust standard deviation of a median absolute deviation (Rousseeuw & Croux, JASA 88, 1993). */
const robust = 1.4826;

/** What of a batch was unlike this maker's others, in words; nothing where nothing was. Temperatures in °C. */
export function unlike(one: TrendBatch, all: readonly TrendBatch[]): string[] {
  const others = all.filter(({ id, ripened }) => id !== one.id && ripened === one.ripened);
  const said: { far: number; says: string }[] = [];
  const against = (key: keyof typeof otherBy, words: (value: number, usual: number) => string): void => {
    const value = one[key];
    const values = others.map((other) => other[key]).filter((other) => other !== undefined);
    if (value === undefined || values.length < leastOthers) return;
    const usual = median(values);
    const spread = robust * median(values.map((other) => Math.abs(other - usual)));
    const far = Math.abs(value - usual) / Math.max(otherBy[key], 3 * spread);
    if (far >= 1) said.push({ far, says: words(value, usual) });
  };
  against(
    'temperature',
    (value, usual) => `it began at ${decimal(value, 1)} °C, your usual is ${decimal(usual, 1)} °C`,
  );
  against(
    'creamFat',
    (value, usual) => `its cream held ${percent(value, 0)} of fat, your usual is ${percent(usual, 0)}`,
  );
  against(
    'fill',
    (value, usual) => `the churn was ${percent(value, 0)} full, ${percent(usual, 0)} is your usual`,
  );
  const sameTool = others.filter(({ tool }) => tool === one.tool).length;
  if (others.length >= leastOthers && sameTool < 0.15 * others.length)
    said.push({
      far: 1,
      says: `it was churned in a ${tools[one.tool].name.toLowerCase()}, which is rare here`,
    });
  return said.toSorted((a, b) => b.far - a.far).map(({ says }) => says);
}
