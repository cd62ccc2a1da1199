import { solidFat } from '../dairy/solidFat';

/** Heat capacities, J/(g·K), and latent heat of milk fat, J/g (Walstra et al., Dairy Science and Technology, 2006). */
const serumHeat = 3.95;
const liquidFatHeat = 2.1;
const latentHeat = 90;
/** Heat capacity of water, J/(g·K). */
export const waterHeat = 4.18;

/**
 * Enthalpy of cream, milk or butter, J per g, zero at 0 °C but for the heat its solid fat still owes:
 * F·(2.1T − 90·S(T−h)) + (1−F)·3.95·T. Fat 0 is water, 4.18·T.
 * @param fat mass fraction 0 … 1
 * @param celsius temperature, °C
 * @param hardness shift of the solid fat curve, K
 */
export function enthalpy(fat: number, celsius: number, hardness = 0): number {
  if (fat === 0) return waterHeat * celsius;
  return (
    fat * (liquidFatHeat * celsius - latentHeat * solidFat(celsius, hardness)) +
    (1 - fat) * serumHeat * celsius
  );
}

/**
 * The temperature at which `heat` rises through `target`, °C, to a billionth of a degree: enthalpy always rises with
 * temperature, so halving the interval finds it.
 * @param heat enthalpy as a function of °C, rising
 * @param low temperature surely below the answer, and `high` surely above
 */
export function temperatureAtHeat(
  heat: (celsius: number) => number,
  target: number,
  low: number,
  high: number,
): number {
  while (high - low > 1e-10) {
    const middle = (low + high) / 2;
    if (middle === low || middle === high) break;
    if (heat(middle) < target) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
