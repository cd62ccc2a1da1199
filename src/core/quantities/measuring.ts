import { creamDensity } from '../dairy/creamDensity';
import type { Quantity } from './parseQuantity';

/** Error of a jug, as a share of what is in it, one standard deviation (handbook §6.9). */
export const jugError = 0.03;
/** Error of a kitchen scale, g, one standard deviation: 2 g or 0.5 %, whichever is more (handbook §6.9). */
export const scaleSd = (grams: number): number => Math.max(2, 0.005 * grams);
/** Error of butter pressed into a measure, as a share: there is air in it (engineering estimate). */
export const pressedError = 0.08;

/** Densities that turn what a jug holds into grams, g/mL (engineering estimates; milk by its own formula, 4 % fat at 35 °C). */
export const densities = {
  butter: 0.95,
  buttermilk: 1.033,
  water: 1,
  warmMilk: creamDensity(0.04, 35),
} as const;

/** What a measured amount weighs, with the error of what it was measured by unless an error was said. g */
export function weighed(
  { kind, value, sd }: Pick<Quantity, 'kind' | 'value' | 'sd'>,
  density: number,
  volumeError = jugError,
): { mass: number; massSd: number } {
  const mass = kind === 'mass' ? value : value * density;
  if (sd !== undefined) return { mass, massSd: (sd * mass) / value };
  return { mass, massSd: kind === 'mass' ? scaleSd(mass) : volumeError * mass };
}
