import type { Salting } from '../churning/batchEvents';
import { brineStrength, saltDose } from './saltDose';
import { keepingBrine, salts, saltSolubility, usualMoisture } from './salts';

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
 */
export function saltWays(
  salting: Salting,
  unsaltedMass: number,
  creamVolume: number,
  moisture = usualMoisture,
): SaltWays {
  const salt = saltMassOf(salting, unsaltedMass, moisture);
  const gramsPerTeaspoon =
    salting.way === 'none' ? salts.fine.gramsPerTeaspoon : salts[salting.kind].gramsPerTeaspoon;
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

function saltMassOf(salting: Salting, unsaltedMass: number, moisture: number): number {
  switch (salting.way) {
    case 'none':
      return 0;
    case 'mass':
      return salting.grams;
    case 'spoon':
      return salting.teaspoons * salts[salting.kind].gramsPerTeaspoon;
    case 'share':
      return saltDose({
        unsaltedMass,
        targetFraction: salting.share,
        moisture,
        gramsPerTeaspoon: salts[salting.kind].gramsPerTeaspoon,
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
  const salt =
    salting.way === 'mass' ? salting.grams : salting.teaspoons * salts[salting.kind].gramsPerTeaspoon;
  return Math.max(0, weighed - salt);
}
