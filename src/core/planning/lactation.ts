/** Wood's curve: milk on a day, y(t) = a·t^b·e^(−c·t), t in days from calving (Wood, Nature 216, 1967). */
export interface LactationCurve {
  a: number;
  b: number;
  c: number;
}

/** Usual shape: peak at b/c, some seven weeks after calving (engineering estimates within published ranges). */
export const usualShape = { b: 0.2, c: 0.004 } as const;
/** Days milked, days dry before the next calving, and first milk that is never churned for people (handbook §6.14). */
export const usualMilking = 305;
export const usualDry = 60;
export const colostrumDays = 5;
/** How fat moves against yield: F(t) = F̄·(y/ȳ)^−0.2 (handbook §6.14, estimate). */
const fatAgainstYield = -0.2;

/** Milk on a day, in the unit of `a`. */
export function woodYield({ a, b, c }: LactationCurve, day: number): number {
  return day <= 0 ? 0 : a * day ** b * Math.exp(-c * day);
}

/** The curve of the usual shape with a given peak. */
export function curveWithPeak(
  peak: number,
  { b, c } = usualShape as { b: number; c: number },
): LactationCurve {
  const at = b / c;
  return { a: peak / (at ** b * Math.exp(-b)), b, c };
}

/** Mean milk a day over a lactation, by days. */
export function meanYield(curve: LactationCurve, days: number): number {
  let sum = 0;
  for (let day = 1; day <= days; day += 1) sum += woodYield(curve, day);
  return sum / days;
}

/** Fat of the milk at a yield, mass fraction, from its mean over the lactation. */
export const fatAtYield = (meanFat: number, milk: number, mean: number): number =>
  milk > 0 ? meanFat * (milk / mean) ** fatAgainstYield : meanFat;
