/**
 * How the fat of a cream is known, best first, with one standard deviation (mass fraction, handbook §6.1).
 * `batches` takes its spread from the batches themselves; the figure here is for one batch only.
 */
export const fatMethods = {
  test: { name: 'tested', sd: 0.005, says: 'laboratory, Gerber or Babcock test' },
  label: { name: 'on the label', sd: 0.01, says: 'printed on bought cream' },
  batches: { name: 'from earlier batches', sd: 0.02, says: 'worked back from butter already weighed' },
  separator: { name: 'separator cream', sd: 0.035, says: 'typical of a separator, 30–45 %' },
  gravity: { name: 'ladled cream', sd: 0.035, says: 'typical of cream that rose in a jar, 18–30 %' },
  breed: { name: 'by breed', sd: 0.04, says: 'breed mean, and how rich this herd’s cream usually is' },
} as const;

export type FatMethod = keyof typeof fatMethods;
export const fatMethodNames = Object.keys(fatMethods) as [FatMethod, ...FatMethod[]];

/** A fat fraction and how sure it is. */
export interface KnownFat {
  fat: number;
  sd: number;
  method: FatMethod;
}

/** What labels and creaming usually say (handbook §6.1, §6.3). `churns` is false under about 25 %. */
export const usualCreams = [
  { key: 'heavy', name: 'Heavy cream', fat: 0.36, method: 'label' },
  { key: 'whipping', name: 'Whipping cream', fat: 0.33, method: 'label' },
  { key: 'double', name: 'Double cream', fat: 0.48, method: 'label' },
  { key: 'separator', name: 'From my separator', fat: 0.38, method: 'separator' },
  { key: 'gravity', name: 'Ladled off my milk', fat: 0.24, method: 'gravity' },
] as const satisfies readonly { key: string; name: string; fat: number; method: FatMethod }[];

/** Richest cream that occurs, mass fraction: past this it is plastic cream or butter (engineering estimate). */
export const richestCream = 0.6;
/** Leaner than this it is milk or light cream, and no churn breaks it, mass fraction (docs/models.md, Churning: stuck under 15 %). */
export const leanestChurnable = 0.1;
/** Under this it is thin: what a ladle takes off a jar. It churns slowly, and is churned all the same (handbook §3). */
export const thinCream = 0.25;

/**
 * Cream fat by breed: the breed's milk fat, times what cream from a separator is to milk (38 % from 4.0 %, handbook
 * §6.3). An engineering estimate, and a wide one.
 */
export function creamFatByBreed(milkFat: number): KnownFat {
  return { fat: Math.min(0.48, (0.38 / 0.04) * milkFat), sd: fatMethods.breed.sd, method: 'breed' };
}

/**
 * Cream fat worked back from earlier batches: butter at 82 % fat plus a 3 % loss, over the cream it came from.
 * @param batches salt-free butter mass and cream mass of each, g
 * @returns the mean and its spread, or undefined with no batch to go by
 */
export function creamFatFromBatches(
  batches: readonly { creamMass: number; unsaltedButterMass: number }[],
): KnownFat | undefined {
  const fats = batches
    .filter((b) => b.creamMass > 0)
    .map((b) => (b.unsaltedButterMass * 0.82) / 0.97 / b.creamMass);
  if (fats.length === 0) return undefined;
  const mean = fats.reduce((a, b) => a + b, 0) / fats.length;
  if (fats.length === 1) return { fat: mean, sd: fatMethods.batches.sd, method: 'batches' };
  const variance = fats.reduce((sum, fat) => sum + (fat - mean) ** 2, 0) / (fats.length - 1);
  return { fat: mean, sd: Math.max(0.008, Math.sqrt(variance * (1 + 1 / fats.length))), method: 'batches' };
}
