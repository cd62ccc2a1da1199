/** Steps that people count minutes by. */
const steps = [1, 2, 5, 10, 15, 30, 60, 120, 240, 480, 1440];
/** So many of them at most stand beside each other. */
const most = 6;

/** Whole, even minutes for an axis that ends a little after the longest. */
export function scaleMinutes(longest: number): { ticks: number[]; end: number } {
  const end = Math.max(1, longest) * 1.04;
  const step = steps.find((one) => end / one <= most) ?? Math.ceil(end / most / 1440) * 1440;
  return { ticks: Array.from({ length: Math.floor(end / step) + 1 }, (_, i) => i * step), end };
}
