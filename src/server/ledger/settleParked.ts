import * as v from 'valibot';
import { uses } from '@/core/byProducts/uses';
import { id } from '@/core/churning/batchEvents';
import { holdParked, settleParked } from '@/data/ledger/movements';
import { lotsById } from '@/data/ledger/standing';
import { command } from '../commands/command';
import { Refusal } from '../refusal';
import { draw, move } from './move';

/**
 * Answers the question a late entry raised: let it go, or, when it was a plain use, take what is left to that use. What
 * was asked stays on record either way.
 */
export const settleParkedEntry = command({
  name: 'parked.settle',
  input: v.strictObject({ commandId: id, how: v.picklist(['letGo', 'takeWhatIsLeft']) }),
  carryOut: async (scope, { commandId, how }, sender) => {
    const parked = await holdParked(scope, commandId);
    if (!parked) throw new Refusal('This question was settled already.', 'commandId');
    if (how === 'takeWhatIsLeft') {
      const use = uses.find((key) => key === parked.input.to);
      if (parked.name !== 'lot.use' || !use)
        throw new Refusal('Only a plain use can take what is left: say the rest again as it was.', 'how');
      const left = (await lotsById(scope, [parked.lotId])).get(parked.lotId);
      if (left && left.mass > 0) {
        const [drawn] = await draw(scope, [{ lotId: parked.lotId }], sender);
        await move(scope, sender, {
          kind: 'used',
          at: parked.at,
          details: { parked: commandId },
          from: [drawn!],
          into: [],
          to: [{ account: use, mass: drawn!.mass, fat: drawn!.fat }],
        });
      }
    }
    await settleParked(scope, commandId, how, sender.receivedAt);
    return { commandId };
  },
});
