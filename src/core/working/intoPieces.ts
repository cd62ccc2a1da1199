import type { MixedIn, Pieces } from '../churning/batchEvents';
import { shareOfMix } from './mix';

/**
 * Whole pieces of a weight that butter makes, and what is over. A last piece short by less than a fiftieth counts as
 * whole: nobody cuts closer by hand (engineering estimate).
 * @param mass g of butter
 * @param piece g each is to weigh
 */
export function intoPieces(mass: number, piece: number): { count: number; each: number; left: number } {
  const count = Math.floor(mass / piece + 0.02);
  return { count, each: piece, left: Math.max(0, mass - count * piece) };
}

/** Less than this over is no piece of its own, g (engineering estimate). */
const leastLeft = 8;

/**
 * A portion as the lots it is shaped into: whole pieces, and what is over as a portion of its own. Masses in g; butter,
 * salt and what is mixed in add up to what they were.
 * @param restId the id of what is over, if anything is
 */
export function shapedPortions<
  P extends {
    mass: number;
    saltMass: number;
    additionMass?: number | undefined;
    mixedIn?: MixedIn[] | undefined;
    name: string;
    portionId: string;
  },
>(portion: P, pieces: Pieces, restId: string): (P & { pieces?: Pieces })[] {
  const whole = intoPieces(portion.mass, pieces.each).count * pieces.each;
  const left = portion.mass - whole;
  if (whole <= 0) return [portion];
  if (left <= leastLeft) return [{ ...portion, pieces }];
  const share = left / portion.mass;
  const beside = (part: number) => ({
    saltMass: portion.saltMass * part,
    ...(portion.additionMass === undefined ? {} : { additionMass: portion.additionMass * part }),
    ...(portion.mixedIn === undefined ? {} : { mixedIn: shareOfMix(portion.mixedIn, part) }),
  });
  return [
    { ...portion, ...beside(1 - share), mass: whole, pieces },
    { ...portion, ...beside(share), mass: left, name: `${portion.name}, the rest`, portionId: restId },
  ];
}
