import * as v from 'valibot';
import { id } from '@/core/churning/batchEvents';
import { wayOfWorking } from '@/core/churning/wayOfWorking.calc';
import { dropWay, putWay } from '@/data/churning/ways';
import { command } from '../commands/command';
import { Refusal } from '../refusal';

/** Keeps a way of working under a name, such as “Sunday cultured”; the same name again replaces it. */
export const keepWay = command({
  name: 'way.keep',
  input: v.strictObject({
    id,
    name: v.pipe(
      v.string(),
      v.trim(),
      v.minLength(1, 'a name of 1 to 40 letters is needed.'),
      v.maxLength(40, 'a name of 1 to 40 letters is needed.'),
    ),
    way: wayOfWorking,
  }),
  carryOut: async (scope, { id: wayId, name, way }, sender) => {
    await putWay(scope, { id: wayId, name, way }, sender.receivedAt);
    return { name };
  },
});

/** Forgets a named way. Batches made by it stay as they are. */
export const dropWayCommand = command({
  name: 'way.drop',
  input: v.strictObject({ id }),
  carryOut: async (scope, { id: wayId }) => {
    if (!(await dropWay(scope, wayId)))
      throw new Refusal('That way of working is not kept here any more.', 'id');
    return null;
  },
});
