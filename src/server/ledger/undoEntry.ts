import * as v from 'valibot';
import { id } from '@/core/churning/batchEvents';
import { counterEntry } from '@/data/ledger/ledger';
import { entriesOfCommand } from '@/data/ledger/movements';
import { addLotEvents, lotEventsOf, lotsById } from '@/data/ledger/standing';
import { command } from '../commands/command';
import { Refusal } from '../refusal';

/** Takes back what one command moved, by counter-entries, as long as nothing of it was used since. */
export const undoEntry = command({
  name: 'entry.undo',
  input: v.strictObject({ commandId: id }),
  carryOut: async (scope, { commandId }, sender) => {
    const entries = await entriesOfCommand(scope, commandId);
    if (entries.length === 0) throw new Refusal('There is nothing left of this to take back.', 'commandId');
    const ids = [...new Set(entries.flatMap(({ lots }) => lots))];
    await lotsById(scope, ids, true);
    for (const entry of entries.toReversed())
      await counterEntry(scope, entry.id, sender.commandId, sender.receivedAt);
    const after = await lotsById(scope, ids);
    const short = [...after.values()].find((lot) => lot.mass < 0 || lot.fat < -0.001);
    if (short)
      throw new Refusal(
        `Some of ${short.vessel?.name ?? short.code} was used since: take that back first.`,
        'commandId',
      );
    const by = { device: sender.device, commandId: sender.commandId, recordedAt: sender.receivedAt };
    let n = 0;
    for (const [lotId, events] of await lotEventsOf(scope, ids))
      for (const event of events.filter((one) => one.id.startsWith(`${commandId}-`))) {
        await addLotEvents(
          scope,
          lotId,
          [
            {
              kind: 'undone',
              id: `${sender.commandId}-u${n}`,
              eventId: event.id,
              atSeconds: event.atSeconds,
            },
          ],
          by,
        );
        n += 1;
      }
    return { entries: entries.length };
  },
});
