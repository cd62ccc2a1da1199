import { decimal } from '../quantities/formatQuantity';
import { CalculationError } from '../calculationError';
import { wholeGrams } from '../quantities/whole';

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
  /** What cannot be as it was told. */
  remarks?: string[];
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
      `buttermilkFat: nothing is left of the ${decimal(fatIn, 0)} g of fat for the butter; check buttermilkMass, buttermilkFat and lossFat.`,
      'buttermilkFat',
    );
  }
  const impliedButterFat = fatToButter / unsaltedMass;
  const netButtermilkMass = input.buttermilkMass - input.addedWaterMass;
  const remarks = remarksOn(input, fatToButter, netButtermilkMass);
  return {
    fatIn,
    fatToButter,
    churnEfficiency: fatToButter / fatIn,
    impliedButterFat,
    overrun: (input.butterMass - fatToButter) / fatToButter,
    netButtermilkMass,
    verdict: verdictOf(impliedButterFat),
    ...(remarks.length > 0 ? { remarks } : {}),
  };
}

function remarksOn(input: ChurnInput, fatToButter: number, netButtermilkMass: number): string[] {
  const { creamMass, butterMass, saltMass, buttermilkMass, addedWaterMass } = input;
  const g = (mass: number) => `${wholeGrams(mass)}`;
  return [
    ...(netButtermilkMass < 0
      ? [
          `More water went in (${g(addedWaterMass)}) than buttermilk came out (${g(buttermilkMass)}): one of the two is wrong, or part was not caught.`,
        ]
      : []),
    ...(butterMass - saltMass + netButtermilkMass > creamMass * 1.02
      ? [`Butter and buttermilk weigh more than the cream (${g(creamMass)}): a tare, or water not counted.`]
      : []),
    ...(fatToButter > butterMass - saltMass
      ? [`More fat is left for the butter (${g(fatToButter)}) than it weighs without its salt.`]
      : []),
  ];
}
