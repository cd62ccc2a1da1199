import * as v from 'valibot';
import { purposeOf, uses } from '@/core/byProducts/uses';
import { positiveMass } from '@/core/calculation';
import { atSeconds, id } from '@/core/churning/batchEvents';
import { command } from '../commands/command';
import { letGo } from './judgedLots';
import { draw, momentOf, move } from './move';

/** Some of a lot, or all of it, goes to a named use. */
export const useLot = command({
  name: 'lot.use',
  input: v.strictObject({
    lotId: id,
    mass: v.optional(positiveMass),
    to: v.picklist(uses),
    atSeconds: v.optional(atSeconds),
    /** It should not go there, and the maker knows. */
    knowing: v.optional(v.boolean(), false),
  }),
  carryOut: async (scope, { lotId, mass, to, atSeconds: seconds, knowing }, sender) => {
    const at = momentOf(seconds, sender);
    const [drawn] = await draw(scope, [{ lotId, mass }], sender);
    const purpose = purposeOf[to];
    const despite = purpose && (await letGo(scope, [drawn!.lot], purpose, at, knowing));
    await move(scope, sender, {
      kind: 'used',
      at,
      ...(despite ? { details: { despite } } : {}),
      from: [drawn!],
      into: [],
      to: [{ account: to, mass: drawn!.mass, fat: drawn!.fat }],
    });
    return { lotId, mass: drawn!.mass };
  },
});
