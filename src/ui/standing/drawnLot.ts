import type { Layer } from '../board/WareDrawing';
import type { LotNow } from './lotNow';

/** Cream under the line is about so rich on average, thin at the line and rich at the top (handbook, creaming), mass fractions. */
const risen = { mean: 0.22, at: 0.13, top: 0.28, skim: 0.004 };
/** Milk over this is not drawn as creamed yet, °C. */
const creamsUnder = 15;

/** Share of what is in it that is drawn as cream on milk that stands: risen most by twelve hours, thick as cream of 22 % is. */
export function drawnLayer({ lot, ageHours, fatShare, celsius }: LotNow): number {
  if (lot.kind !== 'milk' || celsius > creamsUnder || lot.treatment === 'boiled') return 0;
  if (lot.details.species === 'goat') return 0;
  return ((1 - Math.exp(-Math.max(0, ageHours - 1) / 5)) * 0.86 * fatShare) / risen.mean;
}

/** What is drawn in a vessel: its one tint, or skim with the cream that has risen on it. */
export function layersOf(one: LotNow): Layer[] {
  // A little is drawn even of what is nearly gone.
  const part = Math.max(0.05, one.fill);
  const cream = drawnLayer(one);
  if (cream <= 0.01) return [{ part, fat: one.fatShare }];
  const left = Math.max(risen.skim, (one.fatShare - cream * risen.mean) / (1 - cream));
  return [
    { part: part * (1 - cream), fat: left },
    { part: part * cream, fat: risen.at, fatAbove: risen.top },
  ];
}

const pressing = ['danger', 'now', 'soon', 'calm'];

/** The order in which lots need a hand; as they came where two need one alike. */
export const byNeed = (lots: readonly LotNow[]): LotNow[] =>
  lots.toSorted((a, b) => pressing.indexOf(a.waiting.tone) - pressing.indexOf(b.waiting.tone));
