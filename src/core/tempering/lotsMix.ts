import { enthalpy, temperatureAtHeat } from './enthalpy';

export interface MixedLot {
  /** g */
  mass: number;
  /** Mass fraction 0 … 1; 0 is water. */
  fat: number;
  /** °C */
  temperature: number;
}

/**
 * Lots poured together: mass and fat add up, and the temperature is the one at which the lots' own enthalpies add up
 * to what they were before (enthalpy of docs/models.md, Heat).
 */
export function lotsMix({ lots }: { lots: readonly MixedLot[] }): MixedLot {
  const mass = lots.reduce((sum, lot) => sum + lot.mass, 0);
  const fatMass = lots.reduce((sum, lot) => sum + lot.mass * lot.fat, 0);
  const before = lots.reduce((sum, lot) => sum + lot.mass * enthalpy(lot.fat, lot.temperature), 0);
  const heat = (celsius: number) => lots.reduce((sum, lot) => sum + lot.mass * enthalpy(lot.fat, celsius), 0);
  const temperatures = lots.map((lot) => lot.temperature);
  return {
    mass,
    fat: fatMass / mass,
    temperature: temperatureAtHeat(heat, before, Math.min(...temperatures), Math.max(...temperatures)),
  };
}
