import fc from 'fast-check';
import { Matrix, solve } from 'ml-matrix';
import { leastSquares, product } from './leastSquares';

const rowsOf = (rows: readonly (readonly number[])[]) => rows.map((row) => Float64Array.from(row));

it('finds what a solver of the same package’s own way finds, and the normal equations hold', () => {
  const entry = fc.double({ min: -5, max: 5, noNaN: true });
  const system = fc
    .integer({ min: 1, max: 5 })
    .chain((n) =>
      fc.record({
        rows: fc.array(fc.array(entry, { minLength: n, maxLength: n }), { minLength: n + 2, maxLength: n + 8 }),
        targets: fc.array(entry, { minLength: n + 8, maxLength: n + 8 }),
      }),
    );
  fc.assert(
    fc.property(system, ({ rows, targets }) => {
      const n = rows[0]!.length;
      // A little of every unknown by itself, so that each is seen.
      const seen = [...rows, ...Array.from({ length: n }, (_, a) => Array.from({ length: n }, (__, b) => Number(a === b)))];
      const wanted = seen.map((_, i) => targets[i % targets.length]!);
      const { solution, unseen, whitened } = leastSquares(rowsOf(seen), wanted, n, true);
      expect(unseen).toBeUndefined();
      const matrix = new Matrix(seen);
      const other = solve(matrix.transpose().mmul(matrix), matrix.transpose().mmul(Matrix.columnVector(wanted))).to1DArray();
      for (let a = 0; a < n; a += 1) expect(solution[a]).toBeCloseTo(other[a]!, 6);
      // What is whitened varies together as the inverse of the normal matrix has it.
      const covariance = solve(matrix.transpose().mmul(matrix), Matrix.eye(n)).to2DArray();
      const unit = (a: number) => whitened(Float64Array.from({ length: n }, (_, i) => Number(i === a)));
      for (let a = 0; a < n; a += 1)
        for (let b = 0; b < n; b += 1) expect(product(unit(a), unit(b))).toBeCloseTo(covariance[a]![b]!, 6);
    }),
    { numRuns: 60 },
  );
}); // prettier-ignore

it('rows that weigh 10²⁰ times what others do leave those their digits, in whatever order they come', () => {
  // x + y is surely 3; x − y was read as 1, and x alone as 2, much less surely.
  const rows = [
    [1e10, 1e10],
    [1e-10, -1e-10],
    [1e-10, 0],
  ];
  const targets = [3e10, 1e-10, 2e-10];
  for (const order of [
    [0, 1, 2],
    [2, 1, 0],
    [1, 0, 2],
  ]) {
    const { solution } = leastSquares(
      rowsOf(order.map((i) => rows[i]!)),
      order.map((i) => targets[i]!),
      2,
    );
    expect(solution[0]).toBeCloseTo(2, 9);
    expect(solution[1]).toBeCloseTo(1, 9);
  }
});

it('a direction that no row sees is named, up to its length', () => {
  const { unseen, solution } = leastSquares(
    rowsOf([
      [1, 1, 0],
      [2, 2, 0],
      [0, 0, 3],
    ]),
    [1, 2, 3],
    3,
    true,
  );
  expect(unseen).toBeDefined();
  expect(unseen![0]! + unseen![1]!).toBeCloseTo(0, 9);
  expect(Math.abs(unseen![0]!)).toBeGreaterThan(0.1);
  expect(unseen![2]).toBeCloseTo(0, 9);
  expect([...solution]).toEqual([0, 0, 0]);
  // Fewer rows than unknowns: the rest is not seen either; a row of nothing sees nothing.
  expect(leastSquares(rowsOf([[1, 0]]), [1], 2, true).unseen).toEqual(Float64Array.from([0, 1]));
  expect(leastSquares(rowsOf([[0]]), [1], 1).unseen).toEqual(Float64Array.from([1]));
  // Nearly the same is not the same.
  expect(leastSquares(rowsOf([[1, 1], [1, 1 + 1e-9]]), [1, 1], 2, true).unseen).toBeUndefined(); // prettier-ignore
  expect(leastSquares(rowsOf([[1, 1], [1, 1 + 1e-13]]), [1, 1], 2, true).unseen).toBeDefined(); // prettier-ignore
});

it('a column that hardly differs from one before keeps what it differs by', () => {
  // Cancellation: the third column is the first and a ten-millionth of its own.
  const rows = [
    [1, 0, 1],
    [1, 1, 1],
    [1, 0, 1 + 1e-7],
    [1, 1, 1 - 1e-7],
  ];
  const truth = [0.5, -2, 3];
  const targets = rows.map((row) => row.reduce((sum, one, i) => sum + one * truth[i]!, 0));
  const { solution } = leastSquares(rowsOf(rows), targets, 3);
  truth.forEach((wanted, i) => expect(solution[i]).toBeCloseTo(wanted, 6));
});
