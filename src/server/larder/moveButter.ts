import * as v from 'valibot';
import { positiveMass } from '@/core/calculation';
import { atSeconds, id } from '@/core/churning/batchEvents';
import { isWarm, storages } from '@/core/keeping/keepingDate';
import { notTakenBack } from '@/core/standing/lotStory';
import type { FarmScope } from '@/data/farmScope';
import { farmOf } from '@/data/house/house';
import { datesOf, makeLot, partsOf, postEntry } from '@/data/ledger/ledger';
import type { StandingLot } from '@/data/ledger/standing';
import { addLotEvents, lotEventsOf, lotsById } from '@/data/ledger/standing';
import { actId, command } from '../commands/command';
import type { Sender } from '../commands/command';
import { draw, momentOf } from '../ledger/move';
import type { Drawn } from '../ledger/move';
import { localDate } from '../localDate';
import { redateButter } from '../ledger/redateButter';
import { Refusal } from '../refusal';
import { redateLoose } from './loose';
import { holdButter, portionOf, refuseWarmHerbs } from './butterLot';

/**
 * Butter goes to another place, all of it or a part, and gets the date it keeps until there. A part becomes a lot of its own,
 * of the same batch, with its own label.
 */
export const moveButter = command({
  name: 'butter.move',
  input: v.strictObject({
    lotId: id,
    to: v.picklist(storages),
    /** g of it; all of it when nothing is said. */
    mass: v.optional(positiveMass),
    /** The lot that a part of it becomes. */
    partId: v.optional(id),
    atSeconds: v.optional(atSeconds),
    /** It has no time there by any rule, and the maker knows. */
    knowing: v.optional(v.boolean(), false),
  }),
  carryOut: async (scope, { lotId, to, mass, partId, atSeconds: seconds, knowing }, sender) => {
    const lot = await holdButter(scope, lotId);
    const at = momentOf(seconds, sender);
    await refuseWarmHerbs(scope, lot, to);
    const [drawn] = await draw(scope, [{ lotId, mass }], sender);
    if (!drawn!.all && partId === undefined)
      throw new Refusal('A part of it becomes a lot of its own, and needs an id.', 'partId');
    const before = await datesOf(scope, lotId);
    if (drawn!.all && before.storage === to) return { lotId, already: true };
    const moved = drawn!.all ? lotId : await part(scope, lot, drawn!, partId!, at, before, sender);
    await addLotEvents(
      scope,
      moved,
      [{ kind: 'kept', id: `${actId(sender)}-k`, atSeconds: at.getTime() / 1000, storage: to }],
      { device: sender.device, commandId: sender.commandId, recordedAt: sender.receivedAt },
    );
    if (lot.batchId) await redateButter(scope, lot.batchId);
    else await redateLoose(scope, lot);
    const { keepUntil } = await datesOf(scope, moved);
    const { timeZone } = await farmOf(scope);
    // Its household decides; but nobody is led there without a word.
    if (isWarm(to) && keepUntil <= localDate(at, timeZone) && !knowing)
      throw new Refusal(
        `${lot.code} has no time ${to === 'crock' ? 'in the crock' : 'on the counter'} by the usual rules, which allow it for washed, salted butter of heated cream only.`,
        'knowing',
      );
    return { lotId: moved, keepUntil, already: false };
  },
});

/** What was cut off becomes a lot beside it: as old, of the same batch, and from where the whole stood. */
async function part(
  scope: FarmScope,
  lot: StandingLot,
  { mass, fat }: Drawn,
  partId: string,
  at: Date,
  { storage, keepUntil, keepReasons }: { storage: string; keepUntil: string; keepReasons: string[] },
  sender: Sender,
): Promise<string> {
  if ((await lotsById(scope, [partId])).size > 0)
    throw new Refusal('Something else has that id already.', 'partId');
  const root = portionOf(lot);
  const code = root === lot.id ? lot.code : ((await lotsById(scope, [root])).get(root)?.code ?? lot.code);
  const others = (await partsOf(scope, [root])).get(root)!;
  await makeLot(scope, {
    id: partId,
    code: `${code}-${others.length + 2}`,
    kind: lot.kind,
    batchId: lot.batchId,
    madeAt: lot.madeAt,
    oldestAt: lot.oldestAt,
    treatment: lot.treatment,
    ripened: lot.ripened,
    blockedReason: lot.blockedReason,
    blockedUntil: lot.blockedUntil,
    storage,
    keepUntil,
    keepReasons,
    details: { ...lot.details, partOf: root },
  });
  await inheritStays(scope, lot.id, partId, sender);
  await postEntry(scope, {
    commandId: sender.commandId,
    kind: 'poured',
    at,
    recordedAt: sender.receivedAt,
    lines: [
      { lot: lot.id, mass: -mass, fat: -fat },
      { lot: partId, mass, fat },
    ],
  });
  return partId;
}

/** Where the whole stood so far, its part stood too. */
async function inheritStays(scope: FarmScope, from: string, to: string, sender: Sender): Promise<void> {
  const told = notTakenBack((await lotEventsOf(scope, [from])).get(from) ?? []);
  const stays = told.flatMap((event, i) =>
    event.kind === 'kept' ? [{ ...event, id: `${actId(sender)}-h${i}` }] : [],
  );
  if (stays.length > 0)
    await addLotEvents(scope, to, stays, {
      device: sender.device,
      commandId: sender.commandId,
      recordedAt: sender.receivedAt,
    });
}
