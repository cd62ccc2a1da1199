import { CalculationError } from '../calculationError';

/** Under this implied fat the butter is wet, or a weighing or the fat is wrong (handbook §6.8). */
export const wetBelow = 0.78;
/** Over this implied fat some fat went uncounted, or a weighing or the fat is wrong (handbook §6.8). */
export const suspectAbove = 0.88;

export type Verdict = 'wet' | 'plausible' | 'suspect';

export interface ChurnInput {
  creamMass: number;
  creamFat: number;
  butterMass: number;
  saltMass: number;
  buttermilkMass: number;
  addedWaterMass: number;
  /** Of the liquid as drained. */
  buttermilkFat: number;
  /** g of fat lost by washing and smearing. */
  lossFat: number;
}

export interface ChurnBalance {
  fatIn: number;
  fatToButter: number;
  churnEfficiency: number;
  impliedButterFat: number;
  overrun: number;
  netButtermilkMass: number;
  verdict: Verdict;
}

/** What an implied fat content means (handbook §6.8). */
export const verdictOf = (impliedButterFat: number): Verdict =>
  impliedButterFat < wetBelow ? 'wet' : impliedButterFat > suspectAbove ? 'suspect' : 'plausible';

/**
 * The fat balance of one churning (handbook §6.8). Masses in g, fats as mass fractions; the implied fat is of the
 * salt-free butter, the overrun counts the salt.
 * @throws {CalculationError} when nothing is left of the fat for the butter, or the butter is all salt
 */
export function churnBalance(input: ChurnInput): ChurnBalance {
  const fatIn = input.creamMass * input.creamFat;
  const fatToButter = fatIn - input.buttermilkMass * input.buttermilkFat - input.lossFat;
  const unsaltedMass = input.butterMass - input.saltMass;
  if (unsaltedMass <= 0) {
    throw new CalculationError(
      `saltMass: ${input.saltMass} g was given; it must be less than the butter, ${input.butterMass} g.`,
      'saltMass',
    );
  }
  if (fatToButter <= 0) {
    throw new CalculationError(
      `buttermilkFat: nothing is left of the ${fatIn.toFixed(0)} g of fat for the butter; check buttermilkMass, buttermilkFat and lossFat.`,
      'buttermilkFat',
    );
  }
  const impliedButterFat = fatToButter / unsaltedMass;
  return {
    fatIn,
    fatToButter,
    churnEfficiency: fatToButter / fatIn,
    impliedButterFat,
    overrun: (input.butterMass - fatToButter) / fatToButter,
    netButtermilkMass: input.buttermilkMass - input.addedWaterMass,
    verdict: verdictOf(impliedButterFat),
  };
}
