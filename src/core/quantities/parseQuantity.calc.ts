import * as v from 'valibot';
import { calculation } from '../calculation';
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
  run: ({ text, system, kind }) => parseQuantity(text, system, kind),
});
