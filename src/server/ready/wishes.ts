import * as v from 'valibot';
import { id } from '@/core/churning/batchEvents';
import { furthestWish } from '@/core/planning/readyBy';
import { foreseenBy, wishSaid } from '@/core/planning/wishSaid';
import { batchById } from '@/data/churning/batches';
import type { FarmScope } from '@/data/farmScope';
import { vesselsOf } from '@/data/house/house';
import { putWish as keepWish, wishById, wishesSince } from '@/data/house/wishes';
import { command } from '../commands/command';
import { Refusal } from '../refusal';
import { planNow } from './readyBook';

const minute = 60_000;

/** Puts butter that is wanted on the thread, or moves one that is there: what is foreseen of it now is kept with it. */
export const putWish = command({
  name: 'wish.put',
  input: wishSaid,
  carryOut: async (scope, said, sender) => {
    const ahead = said.readyAtSeconds / 60 - sender.receivedAt.getTime() / minute;
    if (ahead <= 0) throw new Refusal('That hour is past: choose one to come.', 'readyAtSeconds');
    if (ahead > furthestWish)
      throw new Refusal('That is more than 13 days from now: put it on the thread nearer to its day.', 'readyAtSeconds'); // prettier-ignore
    const vesselId = said.vesselId ?? null;
    if (vesselId !== null && !(await vesselsOf(scope)).some(({ id: own, kind }) => own === vesselId && kind === 'churn'))
      throw new Refusal('That churn is not one of this farm’s.', 'vesselId'); // prettier-ignore
    const before = await wishById(scope, said.id);
    const plan = await planNow(scope, { ...said, vesselId }, sender.receivedAt);
    await keepWish(scope, {
      id: said.id,
      mass: said.mass,
      soured: said.soured,
      salt: said.salt,
      readyAt: new Date(said.readyAtSeconds * 1000),
      occasion: said.occasion ?? null,
      vesselId,
      buys: said.buys,
      foreseen: foreseenBy(plan, sender.receivedAt.getTime() / 1000),
      putAt: sender.receivedAt,
      batchId: before?.batchId ?? null,
      notBatchIds: before?.notBatchIds ?? [],
      droppedAt: null,
    });
    return { id: said.id };
  },
});

/** Takes a wish off the thread; putting it again brings it back. */
export const dropWish = command({
  name: 'wish.drop',
  input: v.strictObject({ id }),
  carryOut: async (scope, { id: which }, sender) => {
    const wish = await wishById(scope, which);
    if (!wish) throw new Refusal('There is no such wish on the thread.', 'id');
    await keepWish(scope, { ...wish, droppedAt: wish.droppedAt ?? sender.receivedAt });
    return {};
  },
});

/** Says which batch a wish is made in, or that it is not that one. */
export const sayWishBatch = command({
  name: 'wish.batch',
  input: v.strictObject({ id, batchId: id, made: v.boolean() }),
  carryOut: async (scope, { id: which, batchId, made }) => {
    const wish = await wishById(scope, which);
    if (!wish) throw new Refusal('There is no such wish on the thread.', 'id');
    if (!(await batchById(scope, batchId))) throw new Refusal('There is no such batch.', 'batchId');
    const others = wish.notBatchIds.filter((one) => one !== batchId);
    await keepWish(
      scope,
      made
        ? { ...wish, batchId, notBatchIds: others }
        : {
            ...wish,
            batchId: wish.batchId === batchId ? null : wish.batchId,
            notBatchIds: [...others, batchId],
          },
    );
    return {};
  },
});

/** A churning begun so long before the time butter is wanted is for it; begun after it, it is late for it, ms (engineering estimates). */
const before = 36 * 3_600_000;
const after = 12 * 3_600_000;

/** What is begun is for the wish that is due next, of its kind sooner than of the other; none where none is near. */
export async function madeFor(
  scope: FarmScope,
  batch: { id: string; startedAt: Date; ripened: boolean },
): Promise<void> {
  const near = (await wishesSince(scope, new Date(batch.startedAt.getTime() - after))).filter(
    ({ readyAt }) => readyAt.getTime() - batch.startedAt.getTime() < before,
  );
  const open = [];
  for (const wish of near) {
    const made = wish.batchId === null ? undefined : await batchById(scope, wish.batchId);
    if (!made || made.phase === 'abandoned') open.push(wish);
  }
  const wish = open.find(({ soured }) => soured === batch.ripened) ?? open[0];
  if (wish) await keepWish(scope, { ...wish, batchId: batch.id });
}
