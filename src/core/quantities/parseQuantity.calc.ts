import * as v from 'valibot';
import { calculation } from '../calculation';
import { CalculationError } from '../calculationError';
import { parseQuantity } from './parseQuantity';
import { quantityKinds, unitSystems } from './units';

export const quantityParse = calculation({
  name: 'quantity.parse',
  says: 'Reads a typed amount into g, mL, °C, minutes or a fraction.',
  input: v.strictObject({
    text: v.string(),
    system: v.picklist(unitSystems),
    kind: v.optional(v.picklist(quantityKinds)),
  }),
  output: v.object({ kind: v.picklist(quantityKinds), value: v.number(), sd: v.optional(v.number()) }),
  run: ({ text, system, kind }) => {
    if (kind === undefined && /\d\s+c$/.test(text.trim()))
      throw new CalculationError(
        `“${text.trim()}”: degrees or cups? Write ${text.trim().slice(0, -1)}°C, or cups, or say which kind it is.`,
        'text',
      );
    return parseQuantity(text, system, kind);
  },
});
