import * as v from 'valibot';
import { atSeconds } from '@/core/churning/batchEvents';
import { butterIn } from '@/data/ledger/ledger';
import { addLotEvents } from '@/data/ledger/standing';
import { actId, command } from '../commands/command';
import { momentOf } from '../ledger/move';
import { Refusal } from '../refusal';

/** The water over the butter in the crock was changed. */
export const waterCrock = command({
  name: 'crock.water',
  input: v.strictObject({ atSeconds: v.optional(atSeconds) }),
  carryOut: async (scope, { atSeconds: seconds }, sender) => {
    const at = momentOf(seconds, sender).getTime() / 1000;
    const stands = await butterIn(scope, 'crock');
    if (stands.length === 0) throw new Refusal('No butter stands in the crock.', 'crock');
    const by = { device: sender.device, commandId: sender.commandId, recordedAt: sender.receivedAt };
    for (const [i, lotId] of stands.entries())
      await addLotEvents(
        scope,
        lotId,
        [{ kind: 'watered', id: `${actId(sender)}-w${i}`, atSeconds: at }],
        by,
      );
    return { lots: stands.length };
  },
});
