/** The least squares of weighted rows, and what is known of any combination of the unknowns afterwards. */
export interface LeastSquares {
  solution: Float64Array;
  /**
   * A combination of the unknowns in units that are known to one: its variance is the square of the length of what comes
   * out, and two combinations vary together as the product of theirs.
   */
  whitened: (combination: ArrayLike<number>) => Float64Array;
  /** A direction that no row sees, when there is one. */
  unseen: Float64Array | undefined;
}

/** A pivot this small beside the first is rounding; rows all of one size. */
const nothing = 1e-11;

/**
 * Minimises Σ(row·x − target)² by Householder reflections, the largest rows first and the longest column first: so rows
 * that weigh 10²⁰ times what others do leave those their digits (Cox & Higham, Stability of Householder QR factorization
 * for weighted least squares problems, 1998; Golub & Van Loan, Matrix Computations, 2013, §5.4).
 * @param rows at least as many as there are unknowns
 * @param sees whether to look for a direction that nothing sees, which only means something where rows are of one size
 */
export function leastSquares(
  rows: readonly Float64Array[],
  targets: ArrayLike<number>,
  unknowns: number,
  sees = false,
): LeastSquares {
  const n = unknowns;
  const m = Math.max(rows.length, n);
  const largest = rows.map((row) => row.reduce((most, one) => Math.max(most, Math.abs(one)), 0));
  const order = [...rows.keys()].sort((one, other) => largest[other]! - largest[one]!);
  // Column by column, the targets in the last; rows that are missing are empty.
  const columns = Array.from({ length: n + 1 }, (_, column) => {
    const of = new Float64Array(m);
    order.forEach((from, to) => (of[to] = column < n ? rows[from]![column]! : targets[from]!));
    return of;
  });
  const unknownOf = Int32Array.from({ length: n }, (_, i) => i);
  const squared = (column: number, from: number) => {
    const of = columns[column]!;
    let sum = 0;
    for (let i = from; i < m; i += 1) sum += of[i]! * of[i]!;
    return sum;
  };
  // What is left of each column, kept up to date by what is taken off it, and measured anew where little is left.
  const left = Float64Array.from({ length: n }, (_, column) => squared(column, 0));
  const measured = left.slice();
  let unseen: Float64Array | undefined;
  for (let j = 0; j < n && !unseen; j += 1) {
    let best = j;
    for (let column = j; column < n; column += 1) if (left[column]! > left[best]!) best = column;
    swap(j, best);
    const longest = Math.sqrt(squared(j, j));
    if (longest === 0 || (sees && longest < nothing * Math.abs(columns[0]![0]!))) unseen = directionFrom(j);
    else reflect(j, longest);
  }
  return { solution: unseen ? new Float64Array(n) : solved(), whitened, unseen };

  function swap(one: number, other: number): void {
    [columns[one], columns[other]] = [columns[other]!, columns[one]!];
    [unknownOf[one], unknownOf[other]] = [unknownOf[other]!, unknownOf[one]!];
    [left[one], left[other]] = [left[other]!, left[one]!];
    [measured[one], measured[other]] = [measured[other]!, measured[one]!];
  }

  function reflect(j: number, longest: number): void {
    const pivot = columns[j]!;
    const alpha = pivot[j]! > 0 ? -longest : longest;
    pivot[j]! -= alpha;
    const norm = squared(j, j);
    for (let column = j + 1; column <= n; column += 1) {
      const of = columns[column]!;
      let along = 0;
      for (let i = j; i < m; i += 1) along += pivot[i]! * of[i]!;
      if (along === 0) continue;
      const by = (2 * along) / norm;
      for (let i = j; i < m; i += 1) of[i]! -= by * pivot[i]!;
      if (column === n) continue;
      left[column]! -= of[j]! * of[j]!;
      if (left[column]! < 1e-6 * measured[column]!) measured[column] = left[column] = squared(column, j + 1);
    }
    pivot.fill(0, j);
    pivot[j] = alpha;
  }

  /** What column `j` is of those before it, with that taken off: no row sees it. */
  function directionFrom(j: number): Float64Array {
    const out = new Float64Array(n);
    out[unknownOf[j]!] = 1;
    for (let i = j - 1; i >= 0; i -= 1) {
      let sum = -columns[j]![i]!;
      for (let k = i + 1; k < j; k += 1) sum -= columns[k]![i]! * out[unknownOf[k]!]!;
      out[unknownOf[i]!] = sum / columns[i]![i]!;
    }
    return out;
  }

  function solved(): Float64Array {
    const out = new Float64Array(n);
    for (let i = n - 1; i >= 0; i -= 1) {
      let sum = columns[n]![i]!;
      for (let k = i + 1; k < n; k += 1) sum -= columns[k]![i]! * out[unknownOf[k]!]!;
      out[unknownOf[i]!] = sum / columns[i]![i]!;
    }
    return out;
  }

  function whitened(combination: ArrayLike<number>): Float64Array {
    const out = new Float64Array(n);
    for (let i = 0; i < n; i += 1) {
      const of = columns[i]!;
      let sum = combination[unknownOf[i]!]!;
      for (let k = 0; k < i; k += 1) sum -= of[k]! * out[k]!;
      out[i] = sum / of[i]!;
    }
    return out;
  }
}

/** Scalar product of two of one length. */
export function product(one: Float64Array, other: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < one.length; i += 1) sum += one[i]! * other[i]!;
  return sum;
}
