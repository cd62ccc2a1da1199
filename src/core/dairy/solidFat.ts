/** Solid fat fraction of milk fat at °C: mean curve for cow's milk fat, handbook §6.2 (after Mulder & Walstra, The Milk Fat Globule, 1974). */
const knots: readonly (readonly [celsius: number, solid: number])[] = [
  [0, 0.62],
  [5, 0.55],
  [10, 0.48],
  [15, 0.37],
  [20, 0.21],
  [25, 0.12],
  [30, 0.06],
  [35, 0.01],
  [37, 0],
];

/** Temperatures at which the curve bends, °C. */
export const solidFatKnots: readonly number[] = knots.map(([celsius]) => celsius);

/** Slope below 0 °C, per K (engineering estimate: the first segment continued). */
const slopeBelowZero = -0.014;

// The curve is read a thousand times for every churning run, so its segments lie ready: start, height and slope of each.
const starts = Float64Array.from(knots, ([celsius]) => celsius);
const heights = Float64Array.from(knots, ([, solid]) => solid);
const slopes = Float64Array.from(
  knots.slice(1),
  ([celsius, solid], i) => (solid - knots[i]![1]) / (celsius - knots[i]![0]),
);
/** All knots but the last are this far apart, K. */
const spacing = 5;
const last = slopes.length - 1;
const clear = starts[last + 1]!;

/**
 * S(T − hardness): the share of the fat that is solid once it has had time to crystallise, 0 … 1.
 * @param celsius temperature, °C
 * @param hardness shift of the curve, K; above zero for hard winter fat, below for soft summer fat
 */
export function solidFat(celsius: number, hardness = 0): number {
  const t = celsius - hardness;
  if (t < 0)
    return t > -27 ? heights[0]! + slopeBelowZero * t : Math.min(1, heights[0]! + slopeBelowZero * t);
  if (t >= clear) return 0;
  const i = t >= starts[last]! ? last : (t / spacing) | 0;
  return heights[i]! + slopes[i]! * (t - starts[i]!);
}

/** dS/dT of the segment in which the temperature lies, per K (zero above 37 °C). */
export function solidFatSlope(celsius: number, hardness = 0): number {
  const t = celsius - hardness;
  if (t < 0) return slopeBelowZero;
  if (t >= clear) return 0;
  return slopes[t >= starts[last]! ? last : (t / spacing) | 0]!;
}

/**
 * S⁻¹: the temperature at which crystallised fat would hold `solid`, °C. Where S is zero the answer is 37 °C + hardness.
 */
export function temperatureOfSolidFat(solid: number, hardness = 0): number {
  if (solid >= heights[0]!) return (solid - heights[0]!) / slopeBelowZero + hardness;
  for (let i = 0; i <= last; i += 1)
    if (solid >= heights[i + 1]!) return starts[i]! + (solid - heights[i]!) / slopes[i]! + hardness;
  return clear + hardness;
}
