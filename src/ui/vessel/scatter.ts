/** Evenly spread points in the unit square that are the same every time (Roberts' R2 low-discrepancy sequence, 2018). */
export function scatter(count: number): { x: number; y: number; size: number }[] {
  const g = 1.32471795724474602596;
  return Array.from({ length: count }, (_, i) => ({
    x: (0.5 + (i + 1) / g) % 1,
    y: (0.5 + (i + 1) / (g * g)) % 1,
    size: 0.6 + 0.4 * (((i + 1) * 0.7548776662466927) % 1),
  }));
}
