import * as v from 'valibot';
import { id } from '@/core/churning/batchEvents';
import { lotsById, putAway } from '@/data/ledger/standing';
import { command } from '../commands/command';
import { Refusal } from '../refusal';
import { draw, momentOf, move } from './move';

/** Old by-products leave the shelf: thrown out, with their grams booked, or only put away unasked. Empty ones are passed over. */
export const clearLots = command({
  name: 'lot.clear',
  input: v.strictObject({
    lotIds: v.pipe(v.array(id), v.minLength(1, 'at least one lot.'), v.maxLength(200, 'at most 200 lots.')),
    to: v.picklist(['spoiled', 'putAway']),
  }),
  carryOut: async (scope, { lotIds, to }, sender) => {
    const lots = await lotsById(scope, lotIds, true);
    if (lots.size < new Set(lotIds).size) throw new Refusal('There is no such lot on this farm.', 'lotIds');
    const standing = [...lots.values()].filter(({ mass }) => mass > 0);
    if (to === 'putAway')
      await putAway(
        scope,
        standing.map((lot) => lot.id),
        sender.receivedAt,
      );
    else if (standing.length > 0) {
      const drawn = await draw(
        scope,
        standing.map((lot) => ({ lotId: lot.id })),
        sender,
      );
      await move(scope, sender, {
        kind: 'used',
        at: momentOf(undefined, sender),
        from: drawn,
        into: [],
        to: [
          {
            account: 'spoiled',
            mass: drawn.reduce((sum, one) => sum + one.mass, 0),
            fat: drawn.reduce((sum, one) => sum + one.fat, 0),
          },
        ],
      });
    }
    return { cleared: standing.length };
  },
});
