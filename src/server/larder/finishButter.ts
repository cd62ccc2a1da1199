import * as v from 'valibot';
import { id } from '@/core/churning/batchEvents';
import { holdLot, lotBalance, postEntry } from '@/data/ledger/ledger';
import { command } from '../commands/command';
import { Refusal } from '../refusal';

/** Says that a piece of butter is finished: what was left of it was eaten, or thrown away. */
export const finishButter = command({
  name: 'butter.finish',
  input: v.strictObject({ lotId: id, how: v.optional(v.picklist(['eaten', 'spoiled']), 'eaten') }),
  carryOut: async (scope, { lotId, how }, sender) => {
    const lot = await holdLot(scope, lotId);
    if (lot?.kind !== 'butter' && lot?.kind !== 'ghee')
      throw new Refusal('There is no such butter on this farm.', 'lotId');
    const { mass, fat } = await lotBalance(scope, lotId);
    if (mass <= 0) return { lotId, already: true };
    await postEntry(scope, {
      commandId: sender.commandId,
      kind: 'used',
      at: sender.at,
      recordedAt: sender.receivedAt,
      lines: [
        { lot: lotId, mass: -mass, fat: -fat },
        { account: how, mass, fat },
      ],
    });
    return { lotId, already: false };
  },
});
