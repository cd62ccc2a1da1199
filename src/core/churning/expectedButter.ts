import { together } from '../quantities/estimate';

/** Fat of farm butter, unsalted and worked by hand: 80–84 % (handbook §6.8). */
export const usualButterFat = 0.82;
export const usualButterFatSd = 0.012;
/** Fat lost by washing and smearing, as a share of the fat that went in (engineering estimate). */
export const usualLoss = 0.01;
export const usualLossSd = 0.006;

export interface ExpectedButter {
  /** Unsalted butter, g. */
  mass: number;
  sd: number;
  /** g of fat left in the buttermilk. */
  fatInButtermilk: number;
  /** Buttermilk, g. */
  buttermilkMass: number;
  churnEfficiency: number;
}

/**
 * Unsalted butter to expect: fat in, less what stays in buttermilk, wash and smears, over the butter's fat
 * (handbook §6.8). Masses in g, fats as mass fractions, spreads as standard deviations.
 */
export function expectedButter(
  cream: { mass: number; massSd: number; fat: number; fatSd: number },
  buttermilkFat: number,
): ExpectedButter {
  const fatIn = cream.mass * cream.fat;
  const mass = Math.max(
    0,
    (fatIn * (1 - usualLoss) - buttermilkFat * cream.mass) / (usualButterFat - buttermilkFat),
  );
  const buttermilkMass = cream.mass - mass;
  const fatInButtermilk = buttermilkMass * buttermilkFat;
  const sd =
    mass *
    together(
      cream.massSd / cream.mass,
      cream.fatSd / cream.fat,
      usualButterFatSd / usualButterFat,
      usualLossSd,
      (0.4 * fatInButtermilk) / fatIn,
    );
  return {
    mass,
    sd,
    fatInButtermilk,
    buttermilkMass,
    churnEfficiency: (fatIn * (1 - usualLoss) - fatInButtermilk) / fatIn,
  };
}
