/** Fat that table creams have by the handbook (§6.1), mass fraction. */
export const tableCreams = [
  { key: 'half', name: 'Half-and-half', fat: 0.12 },
  { key: 'light', name: 'Light cream', fat: 0.2 },
  { key: 'whipping', name: 'Whipping cream', fat: 0.33 },
] as const;

/** Leanest cream that holds air when it is whipped (handbook §6.1: whipping 30–36 %). */
export const whipsFrom = 0.3;

/**
 * How much of something leaner brings so much cream to a fat: Pearson's square. Masses in g, fat as mass fractions.
 * @returns undefined when it cannot: the cream is as lean already, or what thins it is as rich
 */
export function thinnedBy(
  creamMass: number,
  creamFat: number,
  leanFat: number,
  targetFat: number,
): { leanMass: number; mass: number } | undefined {
  if (targetFat >= creamFat || leanFat >= targetFat) return undefined;
  const leanMass = (creamMass * (creamFat - targetFat)) / (targetFat - leanFat);
  return { leanMass, mass: creamMass + leanMass };
}
