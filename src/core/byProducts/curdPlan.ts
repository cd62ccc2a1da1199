import { ranked } from '../prediction';
import type { Predicted } from '../prediction';
import type { Estimate } from '../quantities/estimate';
import type { CurdInput } from './curdPlan.calc';
import type { CurdWay } from './curdWays';
import { percent } from '../quantities/formatQuantity';

/** Heat and acid that part curd from whey (handbook §6.13): °C, and acetic acid as a share of the milk. */
const heatTo = 85;
const acid = { low: 0.001, mid: 0.0017, high: 0.0025 };
/** Protein of skim (Walstra et al., Dairy Science and Technology, 2006). */
const protein = 0.034;
/** Of the protein, heat and acid catch the whey’s too; acid alone catches the casein (the same). */
const caught: Record<CurdWay, number> = { heatAcid: 0.92, cultured: 0.78, clabber: 0.78 };
/**
 * Solids of the drained curd: what skim gives is then 8 to 12 % of its weight, and whole milk 15 to 20 % (engineering
 * estimate; how long it drains decides).
 */
const curdSolids: Record<CurdWay, Estimate> = {
  heatAcid: { low: 0.32, mid: 0.38, high: 0.44 },
  cultured: { low: 0.25, mid: 0.31, high: 0.38 },
  clabber: { low: 0.25, mid: 0.31, high: 0.38 },
};
/** Everything else the curd holds, against its protein and fat (engineering estimate). */
const other = 0.12;
const fatCaught = 0.9;

export interface CurdPlan extends Predicted {
  heatTo?: number;
  /** g of vinegar, a little at a time until the whey clears. */
  vinegar?: Estimate;
  curd: Estimate;
  wheyMass: number;
}

/** Curd from skim or milk by heat and acid, or soured and drained (handbook §6.13). Masses in g. */
export function curdPlan({ milkMass, milkFat, way, vinegar }: CurdInput): CurdPlan {
  const solids = milkMass * ((1 - milkFat) * protein * caught[way] * (1 + other) + milkFat * fatCaught);
  const dry = curdSolids[way];
  const curd = { low: solids / dry.high, mid: solids / dry.mid, high: solids / dry.low };
  const hot = way === 'heatAcid';
  const poured = hot ? (milkMass * acid.mid) / vinegar : 0;
  return {
    ...(hot
      ? {
          heatTo,
          vinegar: {
            low: (milkMass * acid.low) / vinegar,
            mid: (milkMass * acid.mid) / vinegar,
            high: (milkMass * acid.high) / vinegar,
          },
        }
      : {}),
    curd,
    wheyMass: Math.max(0, milkMass + poured - curd.mid),
    reasons: ranked([
      { says: 'How long it drains decides its water.', weight: 2 },
      {
        says: `${percent(protein)} protein, of which heat and acid catch nearly all, souring about four fifths.`,
        weight: 1,
      },
      ...(milkFat > 0.01 ? [{ says: 'Its fat stays in the curd.', weight: 1.5 }] : []),
    ]),
    cautions: hot
      ? [
          {
            key: 'hot',
            level: 'danger',
            says: 'Milk at 85 °C scalds: pour away from you, and keep children off.',
          },
          {
            key: 'slowly',
            level: 'caution',
            says: 'Add the acid a little at a time and stop when the whey is clear; soft curd keeps 3 to 5 days at 4 °C.',
          },
        ]
      : [
          ...(way === 'clabber'
            ? [
                {
                  key: 'raw',
                  level: 'caution' as const,
                  says: 'Only raw milk sours by itself, and raw curd can carry dangerous bacteria, most of all for pregnant women, infants, the old and the ill.',
                },
              ]
            : []),
          {
            key: 'cold',
            level: 'caution',
            says: 'Drain it in the cold, in a boiled cloth; soft curd keeps 3 to 5 days at 4 °C.',
          },
        ],
  };
}
