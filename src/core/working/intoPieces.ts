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
