import type { Salting } from '../churning/batchEvents';
import { brineStrength, saltDose } from './saltDose';
import type { SaltTeaspoon } from './salts';
import { keepingBrine, saltSolubility, saltsOf, usualMoisture } from './salts';

export interface SaltWays {
  /** g. */
  salt: number;
  /** Share of the salted butter. */
  share: number;
  teaspoons: number;
  /** The school's “a spoon to the quart”: level teaspoons per litre of cream. */
  teaspoonsPerLitre: number;
  /** salt/(salt + water). */
  brine: number;
  gritty: boolean;
  /** Strong enough to count as salted for keeping. */
  keeps: boolean;
}

/**
 * One salting said in every other way: by weight of butter, by spoon, by spoon per litre of cream.
 * @param unsaltedMass butter without salt, g
 * @param creamVolume mL
 * @param own what this house’s salts weigh, g in a level teaspoon
 */
export function saltWays(
  salting: Salting,
  unsaltedMass: number,
  creamVolume: number,
  moisture = usualMoisture,
  own: SaltTeaspoon = {},
): SaltWays {
  const salt = saltMassOf(salting, unsaltedMass, moisture);
  const gramsPerTeaspoon = teaspoonOf(salting, own);
  const brine = brineStrength(salt, unsaltedMass * moisture);
  const teaspoons = salt / gramsPerTeaspoon;
  return {
    salt,
    share: salt / (salt + unsaltedMass),
    teaspoons,
    teaspoonsPerLitre: teaspoons / (creamVolume / 1000),
    brine,
    gritty: brine > saltSolubility,
    // What nobody measured is not counted on.
    keeps: brine >= keepingBrine && !(salting.way === 'share' && salting.byEye === true),
  };
}

/** What a level teaspoon of a salting’s salt weighs, g: as it was weighed when it was spooned, as this house’s own, as the table has it. */
function teaspoonOf(salting: Salting, own: SaltTeaspoon = {}): number {
  if (salting.way === 'spoon' && salting.teaspoon !== undefined) return salting.teaspoon;
  return saltsOf(own)[salting.way === 'none' ? 'fine' : salting.kind].gramsPerTeaspoon;
}

/** g of salt in the spoons of a salting. */
export const spoonGrams = (salting: Extract<Salting, { way: 'spoon' }>): number =>
  salting.teaspoons * teaspoonOf(salting);

function saltMassOf(salting: Salting, unsaltedMass: number, moisture: number): number {
  switch (salting.way) {
    case 'none':
      return 0;
    case 'mass':
      return salting.grams;
    case 'spoon':
      return spoonGrams(salting);
    case 'share':
      return saltDose({
        unsaltedMass,
        targetFraction: salting.share,
        moisture,
        gramsPerTeaspoon: teaspoonOf(salting),
      }).salt;
  }
}

/**
 * Butter without its salt, from what stands on the scale after salting. By share the salt scales with the butter;
 * by spoon or weight it is what it is. Masses in g.
 */
export function unsaltedFrom(salting: Salting, weighed: number, saltIsIn: boolean): number {
  if (!saltIsIn || salting.way === 'none') return weighed;
  if (salting.way === 'share') return weighed * (1 - salting.share);
  const salt = salting.way === 'mass' ? salting.grams : spoonGrams(salting);
  return Math.max(0, weighed - salt);
}
