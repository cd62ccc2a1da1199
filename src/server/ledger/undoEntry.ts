import * as v from 'valibot';
import { id } from '@/core/churning/batchEvents';
import type { FarmScope } from '@/data/farmScope';
import { counterEntry } from '@/data/ledger/ledger';
import { notTakenBack } from '@/core/standing/lotStory';
import { holdCommand } from '@/data/commands/commands';
import { takeAnswerBack } from '@/data/house/answered';
import { entriesOfCommand, wasTakenBack } from '@/data/ledger/movements';
import type { LotDetails, RecordedLotEvent } from '@/data/ledger/standing';
import { addLotEvents, changeLot, lotEventsOf, lotEventsOfCommand, lotsById } from '@/data/ledger/standing';
import { actId, command } from '../commands/command';
import { Refusal } from '../refusal';
import { judgeHeatAgain } from './despiteHeat';
import { redateLoose } from '../larder/loose';
import { redateButter } from './redateButter';
import { retell } from './retell';

/**
 * Takes back what one command did: what it moved by counter-entries, as long as nothing of it was used since, and what
 * it said of lots (a reading, a place, souring, a look, heating) by saying that it was undone.
 */
export const undoEntry = command({
  name: 'entry.undo',
  input: v.strictObject({ commandId: id }),
  carryOut: async (scope, { commandId }, sender) => {
    const before = await holdCommand(scope, commandId);
    if (before?.name.startsWith('batch.'))
      throw new Refusal(
        'That belongs to a batch: take it back on the churn, or on its page in the ledger.',
        'commandId',
      );
    if (before?.name === 'door.write' && churns(before.input))
      throw new Refusal(
        'There is a churning on that page: take it back on its own page in the ledger.',
        'commandId',
      );
    if (before?.name === 'today.answer')
      return { entries: (await takeAnswerBack(scope, commandId)) ? 1 : 0, already: false };
    const entries = await entriesOfCommand(scope, commandId);
    const said = await lotEventsOfCommand(scope, commandId);
    if (entries.length === 0 && said.length === 0) {
      // Pressed twice, or on two devices at once: it is undone, and stays so.
      if (before && (await wasTakenBack(scope, commandId))) return { entries: 0, already: true };
      throw new Refusal('There is nothing of this to take back.', 'commandId');
    }
    const ids = [...new Set([...entries.flatMap(({ lots }) => lots), ...said.map(({ lotId }) => lotId)])];
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
    for (const [n, { lotId, event }] of said.entries()) {
      const undone = {
        kind: 'undone' as const,
        id: `${actId(sender)}-u${n}`,
        eventId: event.id,
        atSeconds: event.atSeconds,
      };
      await addLotEvents(scope, lotId, [undone], by);
      await follow(scope, lotId, event);
    }
    for (const lotId of new Set(said.map((one) => one.lotId))) await judgeHeatAgain(scope, lotId);
    await retell(scope, ids);
    return { entries: entries.length + said.length, already: false };
  },
});

/** Whether a page that was typed in holds a churning. */
const churns = (input: unknown): boolean =>
  ((input as { acts?: { name: string }[] } | null)?.acts ?? []).some(({ name }) => name === 'batch.begin');

/** What a look or a souring had changed of the lot itself is as it was before; what heating and pouring made of it is told again. */
async function follow(scope: FarmScope, lotId: string, event: RecordedLotEvent): Promise<void> {
  if (event.kind === 'kept') {
    const lot = (await lotsById(scope, [lotId])).get(lotId)!;
    if (lot.batchId) await redateButter(scope, lot.batchId);
    else await redateLoose(scope, lot);
    return;
  }
  const ripened = event.kind === 'looked' && event.seen === 'thickAndTart';
  if (!ripened && event.kind !== 'soured') return;
  const standing = notTakenBack((await lotEventsOf(scope, [lotId])).get(lotId) ?? []) as RecordedLotEvent[];
  if (ripened && !standing.some((one) => one.kind === 'looked' && one.seen === 'thickAndTart'))
    await changeLot(scope, lotId, { ripened: false });
  if (event.kind === 'soured') {
    const lot = (await lotsById(scope, [lotId])).get(lotId)!;
    const details = { ...lot.details };
    delete details.line;
    const last = standing.findLast((one) => one.kind === 'soured');
    const line = (last as { line?: LotDetails['line'] } | undefined)?.line ?? lot.originLine;
    await changeLot(scope, lotId, { details: { ...details, ...(line ? { line } : {}) } });
  }
}
