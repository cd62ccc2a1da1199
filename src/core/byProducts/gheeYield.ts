import { percent } from '../quantities/formatQuantity';
import { gheeFat } from '../balancing/churnedLines';
import { ranked } from '../prediction';
import type { Predicted } from '../prediction';
import { estimate, together } from '../quantities/estimate';
import type { Estimate } from '../quantities/estimate';
import type { GheeInput } from './gheeYield.calc';

/** Fat of finished ghee, and what clings to solids, pan and cloth, as a share of the fat (handbook §6.13: 2–4 %). */
const clings = 0.03;
const clingsSd = 0.006;
/** g/mL of ghee near 40 °C (published density of milk fat). */
const density = 0.905;
/** Water boils off and solids brown between these, °C. */
const ends = { low: 110, mid: 114, high: 118 };
/** kJ to warm butter from the fridge, melt it and boil its water off, per g of water and of fat (engineering estimate). */
const perGramWater = 2.6;
const perGramFat = 0.33;
/** Heat a domestic burner really puts into the pan, kW (engineering estimate). */
const burner = 0.6;

/** Butter that is made into ghee, when nobody measured it (handbook §6.8). */
export const gheeButter = { butterFat: 0.82, butterFatSd: 0.012 } as const;

export interface GheeYield extends Predicted {
  ghee: Estimate;
  /** mL near 40 °C. */
  volume: number;
  waterMass: number;
  solidsMass: number;
  minutes: Estimate;
  endsAt: Estimate;
}

/** Ghee from butter: its fat over 0.995, less what clings to the solids (handbook §6.13). Masses in g. */
export function gheeYield({ butterMass, butterFat, butterFatSd }: GheeInput): GheeYield {
  const fat = butterMass * butterFat;
  const ghee = (fat * (1 - clings)) / gheeFat;
  const other = butterMass - fat;
  const solidsMass = Math.min(other, 0.012 * butterMass);
  const waterMass = other - solidsMass;
  const minutes = (waterMass * perGramWater + fat * perGramFat) / (burner * 60);
  return {
    ghee: estimate(ghee, ghee * together(butterFatSd / butterFat, clingsSd)),
    volume: ghee / density,
    waterMass,
    solidsMass,
    minutes: { low: minutes * 0.7, mid: minutes, high: minutes * 1.6 },
    endsAt: ends,
    reasons: ranked([
      { says: `Butter of ${percent(butterFat, 0)} fat: the rest boils off or browns.`, weight: 3 },
      { says: 'Two to four in a hundred parts cling to the solids.', weight: 1 },
    ]),
    cautions: [
      {
        key: 'hot-fat',
        level: 'danger',
        says: 'Hot fat burns and can flame: never leave it, and no water on it.',
      },
      {
        key: 'ends',
        level: 'caution',
        says: 'It is done when the crackling stops and the solids are amber, about 110 to 118 °C. Leaves for flavour go in before that and are strained out.',
      },
      {
        key: 'garlic',
        level: 'danger',
        says: 'Garlic and fresh herbs never stay in fat at room temperature: a deadly toxin grows there unseen. Strain them out, or keep it frozen.',
      },
      {
        key: 'dry-spoon',
        level: 'caution',
        says: 'A dry spoon, a tight lid: three months cool, twelve in the fridge.',
      },
    ],
  };
}
