import * as v from 'valibot';
import { positiveMass } from '@/core/calculation';
import { atSeconds, id } from '@/core/churning/batchEvents';
import { postEntry } from '@/data/ledger/ledger';
import { command } from '../commands/command';
import { draw, momentOf } from '../ledger/move';
import { Refusal } from '../refusal';
import { holdButter } from './butterLot';

/** What butter can be gone for; the ledger’s accounts carry the same names. */
export const butterUses = ['eaten', 'given', 'sold', 'baked', 'spoiled'] as const;
export type ButterUse = (typeof butterUses)[number];

const gone: Record<ButterUse, string> = {
  eaten: 'eaten',
  given: 'given away',
  sold: 'sold',
  baked: 'baked with',
  spoiled: 'thrown away',
};

/** Says where butter went: what was left of it, or some. */
export const finishButter = command({
  name: 'butter.finish',
  input: v.strictObject({
    lotId: id,
    how: v.optional(v.picklist(butterUses), 'eaten'),
    /** g of it; all that is left when nothing is said. */
    mass: v.optional(positiveMass),
    /** To whom, or why, in their own words. */
    note: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(120, 'at most 120 letters.'))),
    /** For guests or a feast: it foretells nothing of what the house eats in a week. */
    guests: v.optional(v.boolean(), false),
    atSeconds: v.optional(atSeconds),
  }),
  carryOut: async (scope, { lotId, how, mass, note, guests, atSeconds: seconds }, sender) => {
    const lot = await holdButter(scope, lotId);
    if (lot.mass <= 0 && mass === undefined) return { lotId, already: true };
    if (lot.blockedReason !== null && how !== 'spoiled')
      throw new Refusal(
        `${lot.code} is kept from people’s food (${lot.blockedReason}): it is not ${gone[how]}.`,
        'lotId',
      );
    if (lot.details.despite !== undefined && (how === 'given' || how === 'sold'))
      throw new Refusal(
        `${lot.code} was made of cream that should have been thrown out (${lot.details.despite}): it is not ${gone[how]}.`,
        'lotId',
      );
    const [drawn] = await draw(scope, [{ lotId, mass }], sender);
    await postEntry(scope, {
      commandId: sender.commandId,
      kind: 'used',
      at: momentOf(seconds, sender),
      recordedAt: sender.receivedAt,
      details: { ...(note ? { note } : {}), ...(guests ? { guests } : {}) },
      lines: [
        { lot: lotId, mass: -drawn!.mass, fat: -drawn!.fat },
        { account: how, mass: drawn!.mass, fat: drawn!.fat },
      ],
    });
    return { lotId, mass: drawn!.mass, already: false };
  },
});
