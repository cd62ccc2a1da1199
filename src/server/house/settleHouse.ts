import * as v from 'valibot';
import { positiveMass } from '@/core/calculation';
import { unitSystems } from '@/core/quantities/units';
import { changeFarm, farmOf } from '@/data/house/house';
import { command } from '../commands/command';
import { Refusal } from '../refusal';

/** Settles the farm's name, units, time zone, how hard its fat is and what its freezer has room for; each may be left as it is. */
export const settleHouse = command({
  name: 'house.settle',
  input: v.strictObject({
    name: v.optional(
      v.pipe(
        v.string(),
        v.trim(),
        v.minLength(1, 'a name of 1 to 80 letters is needed.'),
        v.maxLength(80, 'a name of 1 to 80 letters is needed.'),
      ),
    ),
    unitSystem: v.optional(v.picklist(unitSystems)),
    timeZone: v.optional(v.pipe(v.string(), v.maxLength(64, 'a time zone such as Europe/Dublin is needed.'))),
    /** A device’s own, which nobody chose: it stands aside for what was settled before. */
    first: v.optional(v.boolean(), false),
    fatHardness: v.optional(
      v.pipe(
        v.number(),
        v.minValue(-8, 'a shift of −8 to 8 °C is allowed.'),
        v.maxValue(8, 'a shift of −8 to 8 °C is allowed.'),
      ),
    ),
    /** g of butter; null takes back what was said. */
    freezerRoom: v.optional(v.nullable(v.pipe(positiveMass, v.maxValue(2_000_000, 'at most two tonnes.')))),
  }),
  carryOut: async (scope, { first, ...input }) => {
    if (first && (await farmOf(scope)).settled) return;
    if (input.timeZone !== undefined && !isTimeZone(input.timeZone))
      throw new Refusal(`“${input.timeZone}” is not a time zone.`, 'timeZone');
    await changeFarm(scope, { ...input, settled: true });
  },
});

function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}
