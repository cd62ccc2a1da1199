import { CalculationError } from '../calculationError';

export interface Separation {
  creamMass: number;
  creamFat: number;
  skimMass: number;
  /** g of fat that went with the cream. */
  fatRecovered: number;
  /** Share of the milk's fat that went with the cream. */
  recovery: number;
}

/**
 * What milk parts into: M·Fm = C·Fc + S·Fs and M = C + S (handbook §6.3). Masses in g, fats as mass fractions.
 * @throws {CalculationError} when the skim is not leaner than the milk, or the cream not richer, or larger than the milk
 */
export function separationBalance(input: {
  milkMass: number;
  milkFat: number;
  skimFat: number;
  creamMass?: number;
  creamFat?: number;
}): Separation {
  const { milkMass, milkFat, skimFat } = input;
  if ((input.creamMass === undefined) === (input.creamFat === undefined)) {
    throw new CalculationError('Give either creamMass or creamFat, not both and not neither.', 'creamMass');
  }
  if (skimFat >= milkFat) {
    throw new CalculationError(
      `skimFat: ${skimFat} was given; it must be below the milk's fat, ${milkFat}.`,
      'skimFat',
    );
  }
  let creamMass: number;
  let creamFat: number;
  if (input.creamFat !== undefined) {
    creamFat = input.creamFat;
    if (creamFat <= milkFat)
      throw new CalculationError(
        `creamFat: ${creamFat} was given; cream is richer than its milk, ${milkFat}.`,
        'creamFat',
      );
    creamMass = (milkMass * (milkFat - skimFat)) / (creamFat - skimFat);
  } else {
    creamMass = input.creamMass!;
    if (creamMass >= milkMass)
      throw new CalculationError(
        `creamMass: ${creamMass} g was given; it must be less than the milk, ${milkMass} g.`,
        'creamMass',
      );
    creamFat = (milkMass * milkFat - (milkMass - creamMass) * skimFat) / creamMass;
    if (creamFat > 1)
      throw new CalculationError(
        `creamMass: ${creamMass} g is too little to hold the fat that left the skim.`,
        'creamMass',
      );
  }
  const fatRecovered = creamMass * creamFat;
  return {
    creamMass,
    creamFat,
    skimMass: milkMass - creamMass,
    fatRecovered,
    recovery: fatRecovered / (milkMass * milkFat),
  };
}
