import * as v from 'valibot';
import { id } from '@/core/churning/batchEvents';
import { personName } from '@/core/people/personName';
import { setMaker } from '@/data/churning/batches';
import { command } from '../commands/command';
import { Refusal } from '../refusal';

/** Says who churned a batch; null takes the name away again. */
export const sayMaker = command({
  name: 'batch.maker',
  input: v.strictObject({ batchId: id, maker: v.nullable(personName) }),
  carryOut: async (scope, { batchId, maker }) => {
    if (!(await setMaker(scope, batchId, maker)))
      throw new Refusal('There is no such batch on this farm.', 'batchId');
    return null;
  },
});
