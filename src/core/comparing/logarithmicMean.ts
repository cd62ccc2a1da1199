/** L(a, b) = (a − b)/(ln a − ln b), between the two: what divides a difference of products without a remainder (Ang, Energy Policy 32, 2004). */
export const logarithmicMean = (a: number, b: number): number =>
  Math.abs(a - b) < 1e-9 * a ? (a + b) / 2 : (a - b) / (Math.log(a) - Math.log(b));
