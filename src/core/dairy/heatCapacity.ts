import { solidFatSlope } from './solidFat';

/**
 * Apparent heat capacity of cream, J/(g·K): serum, liquid fat, and the latent heat of fat that melts on the way.
 * Constants: serum 3.95, fat 2.1 J/gK, 90 J per g of fat melted (Walstra et al., Dairy Science and Technology, 2006).
 */
export function heatCapacity(fat: number, celsius: number, hardness = 0): number {
  return (1 - fat) * 3.95 + fat * (2.1 + 90 * -solidFatSlope(celsius, hardness));
}
