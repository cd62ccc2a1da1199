import type { Ask } from '../asking/ask';
import type { BatchFacts } from './batchEvents';
import type { ChurnPace } from './churnPace';
import { creamInChurn } from './creamInChurn';
import { richestCream } from '../dairy/creamFat';
import { foresee } from './foresee';

/** What nobody measured of cream is off by so much in nine of ten, K (engineering estimate). */
const warmthWithin = 3;
/** Nine of ten normal values lie within so many standard deviations. */
const nineInTen = 1.645;
/** Coldest cream that is churned, °C, and the thinnest. */
const least = { celsius: 1, fat: 0.08 } as const;

/**
 * What could be asked of cream before it is churned, each with the minutes until it breaks at either end of the usual answers: how
 * warm it is where nobody measured, and how rich where nobody tested.
 */
export function planAsks(facts: BatchFacts, pace: ChurnPace | undefined): Ask<'warmth' | 'fat'>[] {
  const minutes = (change: Partial<BatchFacts>) =>
    foresee(creamInChurn({ ...facts, ...change }), pace).breakMinutes?.mid;
  const asks: Ask<'warmth' | 'fat'>[] = [];
  if (facts.temperatureAssumed) {
    const end = (celsius: number) => ({ answer: celsius, gives: minutes({ temperature: celsius }) });
    asks.push({
      of: 'warmth',
      low: end(Math.max(least.celsius, facts.temperature - warmthWithin)),
      high: end(facts.temperature + warmthWithin),
    });
  }
  if (facts.fatMethod !== 'test') {
    const end = (fat: number) => ({ answer: fat, gives: minutes({ creamFat: fat }) });
    asks.push({
      of: 'fat',
      low: end(Math.max(least.fat, facts.creamFat - nineInTen * facts.creamFatSd)),
      high: end(Math.min(richestCream, facts.creamFat + nineInTen * facts.creamFatSd)),
    });
  }
  return asks;
}
