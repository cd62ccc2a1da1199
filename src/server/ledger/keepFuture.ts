import * as v from 'valibot';
import { id } from '@/core/churning/batchEvents';
import { yearTried } from '@/core/planning/yearTried';
import { dropFuture, futuresOf, putFuture } from '@/data/house/futures';
import { command } from '../commands/command';
import { Refusal } from '../refusal';

/** More than these nobody finds again. */
const most = 40;

/** Keeps a year that was tried under a name; the same name again replaces it. */
export const keepFuture = command({
  name: 'future.keep',
  input: v.strictObject({
    id,
    name: v.pipe(
      v.string(),
      v.trim(),
      v.minLength(1, 'a name of 1 to 60 letters is needed.'),
      v.maxLength(60, 'a name of 1 to 60 letters is needed.'),
    ),
    tried: yearTried,
  }),
  carryOut: async (scope, { id: futureId, name, tried }, sender) => {
    const kept = await futuresOf(scope);
    if (kept.length >= most && !kept.some((one) => one.name === name))
      throw new Refusal(`There are ${most} kept already: forget one first.`, 'name');
    await putFuture(scope, { id: futureId, name, tried }, sender.receivedAt);
    return { name };
  },
});

/** Forgets a year that was kept. */
export const dropFutureCommand = command({
  name: 'future.drop',
  input: v.strictObject({ id }),
  carryOut: async (scope, { id: futureId }) => {
    if (!(await dropFuture(scope, futureId))) throw new Refusal('That year is not kept here any more.', 'id');
    return null;
  },
});
