import { CalculationError } from '../calculationError';
import { ranked } from '../prediction';
import type { Predicted } from '../prediction';
import type { Estimate } from '../quantities/estimate';
import { weeps } from './putRight';
import { saltDose } from './saltDose';
import { saltRinse } from './saltRinse';
import type { CorrectInput } from './saltCorrect.calc';
import { decimal } from '../quantities/formatQuantity';

/** How much of the rinse water really mixes with the butter's own, and its spread (engineering estimate). */
const mixing = 0.6;
const mixingSd = 0.12;
/** Closer than this to what is wanted is right: nobody tastes it, as a share of the target (engineering estimate). */
const closeEnough = 0.05;

export interface SaltCorrection extends Predicted {
  act: 'none' | 'rinse' | 'blend' | 'add';
  /** Water for one rinse, and what the salt comes to as mixing varies. */
  rinse?: { waterMass: number; minutes: number; saltFraction: Estimate };
  /** Unsalted butter to work in, the whole then, and what salt it has if all at hand is used. */
  blend?: { unsaltedMass: number; totalMass: number; enoughAtHand: boolean; saltFraction: Estimate };
  add?: { salt: number; gritty: boolean; saltFraction: Estimate };
}

/**
 * Salt put right: too salty is rinsed back or blended with unsalted butter, too fresh gets more. Rinse as
 * {@link saltRinse}; blending by mass balance; what is added as {@link saltDose}, a tenth of it weeping away
 * (handbook §6.11). Masses in g, fractions of the salted butter.
 * @throws {CalculationError} when the salt leaves no butter
 */
export function saltCorrect(input: CorrectInput): SaltCorrection {
  const { butterMass, saltFraction, targetFraction, moisture, unsaltedAtHand } = input;
  if (saltFraction >= 0.5)
    throw new CalculationError(
      `saltFraction: ${saltFraction} was given; that is salt, not butter: under 0.5 is allowed.`,
      'saltFraction',
    );
  if (Math.abs(saltFraction - targetFraction) <= closeEnough * targetFraction)
    return {
      act: 'none',
      reasons: ranked([{ says: 'It is as salty as you want it, as near as anyone tastes.', weight: 1 }]),
      cautions: [],
    };
  if (saltFraction < targetFraction) return addSalt(input);

  const { waterMass } = saltRinse({ butterMass, saltFraction, targetFraction, moisture, efficiency: mixing });
  const own = butterMass * moisture;
  const left = (efficiency: number) => (saltFraction * own) / (own + efficiency * waterMass);
  const unsaltedMass = butterMass * (saltFraction / targetFraction - 1);
  const used = Math.min(unsaltedMass, unsaltedAtHand);
  const blended = (saltFraction * butterMass) / (butterMass + used);
  const enoughAtHand = unsaltedAtHand >= unsaltedMass;
  return {
    act: enoughAtHand ? 'blend' : 'rinse',
    rinse: {
      waterMass,
      minutes: 3,
      saltFraction: {
        low: left(mixing + 1.645 * mixingSd),
        mid: left(mixing),
        high: left(mixing - 1.645 * mixingSd),
      },
    },
    blend: {
      unsaltedMass,
      totalMass: butterMass + unsaltedMass,
      enoughAtHand,
      saltFraction: { low: blended * 0.97, mid: blended, high: blended * 1.03 },
    },
    reasons: ranked([
      { says: `It holds ${decimal(saltFraction / targetFraction, 1)} times the salt you want.`, weight: 2 },
      enoughAtHand
        ? { says: 'There is unsalted butter enough to work in, which loses nothing.', weight: 1 }
        : { says: 'A rinse draws the brine out; how well the water mixes is the unsure part.', weight: 1 },
    ]),
    cautions: [
      {
        key: 'rinse-water',
        level: 'caution',
        says: 'Rinse water is an ingredient: drinking quality, or boiled and cooled. Rinsed butter is dated as what it then is.',
      },
    ],
  };
}

function addSalt({ butterMass, saltFraction, targetFraction, moisture }: CorrectInput): SaltCorrection {
  const unsaltedMass = butterMass * (1 - saltFraction);
  const own = Math.min(1, (butterMass * moisture) / unsaltedMass);
  const { salt: all, gritty } = saltDose({
    unsaltedMass,
    targetFraction,
    moisture: own,
    gramsPerTeaspoon: 5,
  });
  const missing = Math.max(0, all - butterMass * saltFraction);
  const salt = missing / (1 - weeps);
  const reached = (weeping: number) => {
    const held = butterMass * saltFraction + salt * (1 - weeping);
    return held / (unsaltedMass + held);
  };
  return {
    act: 'add',
    add: {
      salt,
      gritty,
      saltFraction: { low: reached(2 * weeps), mid: reached(weeps), high: reached(0) },
    },
    reasons: ranked([
      { says: 'It holds less salt than you want.', weight: 2 },
      {
        says: 'About a tenth of what is added leaves with the water it draws: weigh it again after.',
        weight: 1,
      },
    ]),
    cautions: gritty
      ? [
          {
            key: 'grit',
            level: 'caution',
            says: 'This will grit: the water in the butter can dissolve no more than 26 % salt.',
          },
        ]
      : [],
  };
}
