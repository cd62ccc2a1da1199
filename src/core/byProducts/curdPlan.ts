import { ranked } from '../prediction';
import type { Predicted } from '../prediction';
import type { Estimate } from '../quantities/estimate';
import type { CurdInput } from './curdPlan.calc';

/** Heat and acid that part curd from whey (handbook §6.13): °C, and acetic acid as a share of the milk. */
const heatTo = 85;
const acid = { low: 0.001, mid: 0.0017, high: 0.0025 };
/** Protein of skim, what heat and acid catch of it, and the solids and water of the drained curd (Walstra et al., Dairy Science and Technology, 2006). */
const protein = 0.034;
const caught = 0.92;
const curdSolids = { low: 0.22, mid: 0.26, high: 0.32 };
/** Everything else the curd holds, against its protein and fat (engineering estimate). */
const other = 0.12;
const fatCaught = 0.9;

export interface CurdPlan extends Predicted {
  heatTo: number;
  /** g of vinegar, a little at a time until the whey clears. */
  vinegar: Estimate;
  curd: Estimate;
  wheyMass: number;
}

/** Heat-and-acid curd from skim: vinegar, and the curd to expect (handbook §6.13). Masses in g. */
export function curdPlan({ milkMass, milkFat, vinegar }: CurdInput): CurdPlan {
  const solids = milkMass * ((1 - milkFat) * protein * caught * (1 + other) + milkFat * fatCaught);
  const curd = { low: solids / curdSolids.high, mid: solids / curdSolids.mid, high: solids / curdSolids.low };
  return {
    heatTo,
    vinegar: {
      low: (milkMass * acid.low) / vinegar,
      mid: (milkMass * acid.mid) / vinegar,
      high: (milkMass * acid.high) / vinegar,
    },
    curd,
    wheyMass: Math.max(0, milkMass * (1 + acid.mid / vinegar) - curd.mid),
    reasons: ranked([
      { says: 'How long it drains decides its water.', weight: 2 },
      { says: `${Math.round(protein * 1000) / 10} % protein, of which nearly all is caught.`, weight: 1 },
    ]),
    cautions: [
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
    ],
  };
}
