import type { Ask } from '../asking/ask';
import type { Held, Stands } from './lotHeat';
import { secondsUntil, vesselFactorSd } from './lotHeat';
import type { OwnPlace, PlaceCelsius } from './places';
import { isOwnPlace } from './places';

/** How warm such places usually are, °C: between these nine of ten are (engineering estimates). */
const usually: Record<OwnPlace, readonly [number, number]> = {
  room: [14, 24],
  cool: [8, 16],
  fridge: [2, 8],
  fanFridge: [2, 6],
  freezer: [-22, -14],
};
/** How far a vessel's width may lie from what its size makes likely, as a factor (engineering estimate). */
const widthWithin = 1.35;
/** Standard deviations of what a reading would show of a vessel nobody probed: nine in ten (normal). */
const nineInTen = 1.645;

/**
 * What could be asked of something that cools or warms, each with the seconds until it is at `to` at either end of the usual
 * answers: how warm the place is, how wide the vessel, how it passes heat (which a reading tells).
 * @param known what somebody said already: temperatures of places, the vessel's width, readings of it
 */
export function coolingAsks(
  lot: Held,
  stands: Stands & { celsius: number },
  { mass, fat }: { mass: number; fat: number },
  to: number,
  known: { places: PlaceCelsius; width: boolean; readings: number },
): Ask<'place' | 'width' | 'reading'>[] {
  const seconds = (held: Held, around: number) => secondsUntil(held, { ...stands, around }, mass, fat, to);
  const asks: Ask<'place' | 'width' | 'reading'>[] = [];
  const { place, around } = stands;
  if (isOwnPlace(place) && known.places[place] === undefined) {
    const [low, high] = usually[place];
    asks.push({
      of: 'place',
      low: { answer: low, gives: seconds(lot, low) },
      high: { answer: high, gives: seconds(lot, high) },
    });
  }
  if (!known.width) {
    // As much of it stands in a wider vessel as in a narrower one.
    const wide = (factor: number): Held => ({
      ...lot,
      vessel: { diameter: lot.vessel.diameter * factor, height: lot.vessel.height / factor ** 2 },
    });
    const end = (factor: number) => ({
      answer: lot.vessel.diameter * factor,
      gives: seconds(wide(factor), around),
    });
    asks.push({ of: 'width', low: end(1 / widthWithin), high: end(widthWithin) });
  }
  if (known.readings === 0) {
    const end = (factor: number) => ({
      answer: factor,
      gives: seconds({ ...lot, vesselFactor: lot.vesselFactor * factor }, around),
    });
    const spread = Math.exp(nineInTen * vesselFactorSd(0));
    asks.push({ of: 'reading', low: end(1 / spread), high: end(spread) });
  }
  return asks;
}
