import { quantileSorted } from 'simple-statistics';
import { counted } from '../quantities/counted';
import { decimal, percent } from '../quantities/formatQuantity';
import type { FatUpstream } from './fatUpstream';
import type { Judgement } from './judgeBatch';
import { tensOfGrams, wholeCelsius, wholeGrams } from '../quantities/whole';

/** Fewer earlier batches, or skimmings, are no habit (engineering estimate). */
const leastHabit = 5;
/** What is worth a word: so many grams of butter, and so much of it (engineering estimates). */
const leastWorth = { grams: 3, share: 0.005 };
/** A habit shorter than this says nothing of a year, s. */
const leastSpan = 21 * 86_400;
/** Skimmings nearer than this, as shares of the milk’s fat, are alike (engineering estimate). */
const leastSkim = 0.02;
const year = 365.25 * 86_400;

/** An earlier batch of the maker's: g of fat that went in and that reached the butter. */
export interface BatchBefore {
  atSeconds: number;
  fatIn: number;
  fatToButter: number;
}

/** How a batch's fat went against the maker's usual, and what would have brought most. Sentences speak g and °C. */
export interface AgainstUsual {
  /** Share of the churn's fat that reaches the butter: the middle of the batches before and where nine in ten of them lie. */
  usual?: { share: number; low: number; high: number; batches: number };
  says: string;
  /** The one change worth most: g of butter each time, and a year at this maker's pace where that is known. */
  change?: { key: 'warmth' | 'skimming' | 'spilled'; butter: number; aYear?: number; says: string };
}

/**
 * Compares a batch's fat with the maker's own batches before it, and weighs what could be otherwise next time: the churning's
 * temperature (by the model at the churn's own pace), the skimming (against the better quarter of the maker's own), spills.
 * @param judged what the batch came to, g
 * @param skimmings shares of the milk's fat that stayed in the skim of earlier skimmings
 * @param churned how warm it was churned and where it would have gone best, °C, with the share of the fat that the model says is lost at each
 */
export function againstUsual({
  judged,
  upstream,
  before,
  skimmings,
  churned,
}: {
  judged: Pick<Judgement, 'fatIn' | 'fatToButter' | 'composition' | 'verdict'>;
  upstream?: FatUpstream | undefined;
  before: readonly BatchBefore[];
  skimmings: readonly number[];
  churned?: { celsius: number; lost: number; best: number; lostThere: number } | undefined;
}): AgainstUsual {
  const share = Math.min(1, judged.fatToButter / judged.fatIn);
  const shares = before.map(({ fatIn, fatToButter }) => Math.min(1, fatToButter / fatIn)).toSorted((a, b) => a - b);
  const usual =
    shares.length < leastHabit
      ? undefined
      : {
          share: quantileSorted(shares, 0.5),
          low: quantileSorted(shares, 0.05),
          high: quantileSorted(shares, 0.95),
          batches: shares.length,
        };
  // Butter holds so much of the fat that it gets; a fat nobody believes is not reckoned with.
  const fatShare = judged.verdict === 'contradicts' ? 0.82 : Math.min(0.88, Math.max(0.7, judged.composition.fat));
  const aYear = batchesAYear(before);
  const worth = (key: NonNullable<AgainstUsual['change']>['key'], fat: number, says: string) => ({ key, fat, butter: fat / fatShare, says }); // prettier-ignore
  const tried = [...warmthOf(judged, churned), ...skimmingOf(upstream, skimmings), ...spillsOf(upstream)]
    .map(({ key, fat, says }) => worth(key, fat, says))
    .filter(({ butter, fat }) => butter >= leastWorth.grams && fat >= leastWorth.share * judged.fatIn)
    .toSorted((a, b) => b.butter - a.butter);
  const [best] = tried;
  return {
    ...(usual ? { usual } : {}),
    says: usual
      ? `That is ${percent(share, 0)} of what was churned, ${share < usual.low ? 'less than' : share > usual.high ? 'more than' : 'as'} usual: ${percent(usual.share, 0)}, over ${counted(usual.batches, 'batch', 'batches')}.`
      : '',
    ...(best
      ? {
          change: {
            key: best.key,
            butter: best.butter,
            ...(aYear === undefined ? {} : { aYear: best.butter * aYear }),
            says: `${best.says} About ${wholeGrams(best.butter)} more butter each time${aYear === undefined ? '' : `, ${kilograms(best.butter * aYear)} a year`}.`,
          },
        }
      : {}),
  };
} // prettier-ignore

interface Tried {
  key: NonNullable<AgainstUsual['change']>['key'];
  fat: number;
  says: string;
}

function warmthOf(
  { fatIn }: Pick<Judgement, 'fatIn'>,
  churned: Parameters<typeof againstUsual>[0]['churned'],
): Tried[] {
  if (!churned) return [];
  const { celsius, best, lost, lostThere } = churned;
  return [
    {
      key: 'warmth',
      fat: (lost - lostThere) * fatIn,
      says: `Next time, churn at ${wholeCelsius(best)} instead of ${wholeCelsius(celsius)}: less of the fat leaves with the buttermilk.`,
    },
  ];
}

function skimmingOf(upstream: FatUpstream | undefined, skimmings: readonly number[]): Tried[] {
  if (!upstream || upstream.milk <= 0 || upstream.skim <= 0 || skimmings.length < leastHabit) return [];
  const better = quantileSorted(skimmings.toSorted((a, b) => a - b), 0.25);
  const here = upstream.skim / upstream.milk;
  // Within what is known of the cream’s fat nothing is better than anything.
  if (here - better < leastSkim) return [];
  return [
    {
      key: 'skimming',
      fat: (here - better) * upstream.milk,
      says: `Most would come of the skimming: your better ones leave ${percent(better, 0)} of the milk’s fat in the skim, here it was ${percent(here, 0)}.`,
    },
  ];
} // prettier-ignore

const spillsOf = (upstream: FatUpstream | undefined): Tried[] =>
  upstream && upstream.spilled > 0
    ? [{ key: 'spilled', fat: upstream.spilled, says: 'Most would come of what was spilled on the way.' }]
    : [];

/** How many batches a year the maker makes, by those before; undefined where they are too few or too close together. */
function batchesAYear(before: readonly BatchBefore[]): number | undefined {
  if (before.length < leastHabit) return undefined;
  const times = before.map(({ atSeconds }) => atSeconds);
  const span = Math.max(...times) - Math.min(...times);
  return span < leastSpan ? undefined : ((before.length - 1) * year) / span;
}

const kilograms = (grams: number): string =>
  grams < 950 ? tensOfGrams(grams) : `${decimal(grams / 1000, 1)} kg`;
