import * as v from 'valibot';
import { id } from '@/core/churning/batchEvents';
import { leaveBatchOut } from '@/data/churning/batches';
import { command } from '../commands/command';
import { Refusal } from '../refusal';

/** Leaves a batch out of what is learned (a day that was like no other), or takes it in again. Its books stay as they are. */
export const leaveOut = command({
  name: 'batch.leaveOut',
  input: v.strictObject({ batchId: id, out: v.boolean('left out, or taken in again.') }),
  carryOut: async (scope, { batchId, out }) => {
    if (!(await leaveBatchOut(scope, batchId, out)))
      throw new Refusal('There is no such batch on this farm.', 'batchId');
    return null;
  },
});
