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

/**
 * S(T − hardness): the share of the fat that is solid once it has had time to crystallise, 0 … 1.
 * @param celsius temperature, °C
 * @param hardness shift of the curve, K; above zero for hard winter fat, below for soft summer fat
 */
export function solidFat(celsius: number, hardness = 0): number {
  const t = celsius - hardness;
  if (t < 0) return Math.min(1, 0.62 + slopeBelowZero * t);
  for (let i = 1; i < knots.length; i += 1) {
    const [t1, s1] = knots[i]!;
    if (t <= t1) {
      const [t0, s0] = knots[i - 1]!;
      return s0 + ((s1 - s0) * (t - t0)) / (t1 - t0);
    }
  }
  return 0;
}

/** dS/dT of the segment in which the temperature lies, per K (zero above 37 °C). */
export function solidFatSlope(celsius: number, hardness = 0): number {
  const t = celsius - hardness;
  if (t < 0) return slopeBelowZero;
  for (let i = 1; i < knots.length; i += 1) {
    const [t1, s1] = knots[i]!;
    if (t < t1) {
      const [t0, s0] = knots[i - 1]!;
      return (s1 - s0) / (t1 - t0);
    }
  }
  return 0;
}

/**
 * S⁻¹: the temperature at which crystallised fat would hold `solid`, °C. Where S is zero the answer is 37 °C + hardness.
 */
export function temperatureOfSolidFat(solid: number, hardness = 0): number {
  if (solid >= 0.62) return (solid - 0.62) / slopeBelowZero + hardness;
  for (let i = 1; i < knots.length; i += 1) {
    const [t1, s1] = knots[i]!;
    if (solid >= s1) {
      const [t0, s0] = knots[i - 1]!;
      return t0 + ((solid - s0) * (t1 - t0)) / (s1 - s0) + hardness;
    }
  }
  return 37 + hardness;
}
