/** A curve through knots, its logarithm straight between them; before the first and after the last it stays as it is there. */
export function knotted(
  ...knots: readonly (readonly [at: number, height: number])[]
): (at: number) => number {
  return (at) => {
    const after = knots.findIndex(([knot]) => knot >= at);
    if (after === 0) return knots[0]![1];
    if (after < 0) return knots.at(-1)![1];
    const [[low, below], [high, above]] = [knots[after - 1]!, knots[after]!];
    return below * (above / below) ** ((at - low) / (high - low));
  };
}
