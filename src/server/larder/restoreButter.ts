import * as v from 'valibot';
import { id } from '@/core/churning/batchEvents';
import { counterEntry, holdLot, lastUse } from '@/data/ledger/ledger';
import { command } from '../commands/command';
import { Refusal } from '../refusal';

/** Takes back “finished”: a counter-entry puts the butter where it was. */
export const restoreButter = command({
  name: 'butter.restore',
  input: v.strictObject({ lotId: id }),
  carryOut: async (scope, { lotId }, sender) => {
    const lot = await holdLot(scope, lotId);
    if (lot?.kind !== 'butter' && lot?.kind !== 'ghee')
      throw new Refusal('There is no such butter on this farm.', 'lotId');
    const use = await lastUse(scope, lotId);
    if (!use) throw new Refusal('This butter was not finished.', 'lotId');
    await counterEntry(scope, use, sender.commandId, sender.receivedAt);
    return { lotId };
  },
});
