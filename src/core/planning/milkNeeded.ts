/** Milk for a wanted mass of butter: butterMass·butterFat/(milkFat·recovery·churnEfficiency). Masses in g. */
export function milkNeeded(input: {
  butterMass: number;
  butterFat: number;
  milkFat: number;
  recovery: number;
  churnEfficiency: number;
}) {
  return {
    milkMass: (input.butterMass * input.butterFat) / (input.milkFat * input.recovery * input.churnEfficiency),
  };
}
