import { solidFat } from './solidFat';

/**
 * Density of milk, cream or skim, g/mL: volumes of fat and serum added, the fat part liquid and part solid.
 * Within 0.35 % of published values for 0–40 % fat, 4–39 °C (handbook §6.2).
 * @param fat mass fraction 0 … 1
 * @param temperature °C
 * @param hardness shift of the solid fat curve, K (+ is harder)
 */
export function creamDensity(fat: number, temperature: number, hardness = 0): number {
  const t = temperature;
  const serum = 1.0366 - 1.46e-4 * t + 2.3e-6 * t * t - 1.6e-7 * t * t * t;
  const liquidVolume = 1 / (0.9306 - 0.00067 * t);
  const solid = solidFat(t, hardness);
  const fatVolume = (1 - solid) * liquidVolume + solid * 1.02;
  return 1 / (fat * fatVolume + (1 - fat) / serum);
}
