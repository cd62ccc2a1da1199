/** Evenly spread points in the unit square, the same every time (Halton, Numerische Mathematik 2, 1960). */
export function scatter(count: number): { x: number; y: number; size: number }[] {
  return Array.from({ length: count }, (_, i) => ({
    x: radicalInverse(i + 1, 2),
    y: radicalInverse(i + 1, 3),
    size: 0.55 + 0.45 * radicalInverse(i + 1, 5),
  }));
}

function radicalInverse(index: number, base: number): number {
  let result = 0;
  let share = 1 / base;
  for (let left = index; left > 0; left = Math.floor(left / base)) {
    result += (left % base) * share;
    share /= base;
  }
  return result;
}
