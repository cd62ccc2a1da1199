import { counted } from '@/core/quantities/counted';
import { withItsNotebook } from '@/data/churning/batches';
import { claimCommand, holdCommand, storeResult } from '@/data/commands/commands';
import { inFarm } from '@/data/farmScope';
import { counterEntry } from '@/data/ledger/ledger';
import { entriesOfCommand } from '@/data/ledger/movements';
import { batchesOfNotebook, notebooksBrought } from '@/data/ledger/notebooks';
import { lotsById } from '@/data/ledger/standing';
import { recordEvents } from '../churning/recordEvents';
import { now } from '../clock';
import type { Speaker } from '../commands/command';
import { theOwner } from '../commands/command';
import { Refusal } from '../refusal';

/** What was brought of notebooks and stands, newest first. */
export const broughtView = (farmId: string) =>
  inFarm(farmId, async (scope) =>
    (await notebooksBrought(scope)).map(({ at, ...one }) => ({ ...one, atSeconds: at.getTime() / 1000 })),
  );

/**
 * Takes a notebook back as a whole: what it moved by counter-entries, its batches as abandoned, so that they teach nothing and may be
 * brought again once its columns are right. All of it, or (where some of its butter was used since, by hand) none.
 * @returns how many batches were taken back; none when somebody did it before
 * @throws {Refusal} when there is no such notebook, or something of it was used since
 */
export async function takeNotebookBack(
  farmId: string,
  commandId: string,
  by: Speaker = theOwner,
): Promise<{ batches: number }> {
  return inFarm(farmId, async (scope) => {
    const brought = await holdCommand(scope, commandId);
    if (brought?.name !== 'notebook.bring') throw new Refusal('There is no such notebook here.', 'commandId');
    const batches = await batchesOfNotebook(scope, commandId);
    if (batches.length === 0) return { batches: 0 };
    const at = now();
    const sender = {
      commandId: `${commandId}-back-${Math.round(at.getTime() / 1000)}`,
      device: 'the notebook',
      at,
      receivedAt: at,
      by,
    };
    await claimCommand(
      scope,
      { id: sender.commandId, device: sender.device, name: 'notebook.back', input: { commandId }, at, by },
      at,
    );
    // What was eaten and poured away of it first: then its butter is whole, and can be unmade.
    const moved = await entriesOfCommand(scope, commandId);
    const numberOf = new Map<string, number>();
    for (const { id, kind } of moved)
      if (kind === 'used') await counterEntry(scope, id, sender.commandId, at);
    for (const [part, { batchId, number, events }] of batches.entries()) {
      numberOf.set(batchId, number);
      const atSeconds = at.getTime() / 1000;
      await ofBatch(number, recordEvents.carryOut(
        scope,
        {
          batchId,
          events: [
            ...events.map((eventId, i) => ({ kind: 'undone' as const, id: `${batchId}-nb${part}-${i}-${Math.round(atSeconds)}`, eventId, atSeconds })),
            { kind: 'abandoned', id: `${batchId}-nba-${Math.round(atSeconds)}`, atSeconds, reason: withItsNotebook },
          ],
        },
        { ...sender, part },
      ));
    } // prettier-ignore
    const left = await entriesOfCommand(scope, commandId);
    for (const { id } of left.toReversed()) await counterEntry(scope, id, sender.commandId, at);
    const lots = [...new Set(moved.flatMap((one) => one.lots))];
    const used = [...(await lotsById(scope, lots)).values()].find(
      ({ mass, fat }) => mass < -0.0005 || fat < -0.0005,
    );
    if (used)
      throw new Refusal(
        `Some of ${used.code} was used since${used.batchId ? ` (batch ${numberOf.get(used.batchId) ?? '?'})` : ''}: take that back first.`,
        'commandId',
      );
    await storeResult(scope, sender.commandId, { status: 'done', result: { batches: batches.length } });
    return { batches: batches.length };
  });
}

/** Says which batch it is that stands in the way. */
async function ofBatch<T>(number: number, done: Promise<T>): Promise<T> {
  try {
    return await done;
  } catch (error) {
    if (error instanceof Refusal) throw new Refusal(`Batch ${number}: ${error.message}`, 'commandId');
    throw error;
  }
}

export const backSays = ({ batches }: { batches: number }): string =>
  batches === 0
    ? 'It was taken back already.'
    : `${counted(batches, 'batch', 'batches')} ${batches === 1 ? 'was' : 'were'} taken back.`;
