import * as v from 'valibot';
import { command } from '../commands/command';
import { recordLot } from './recordLot';

/** Several vessels at once: five jars chilled, warmed or set to sour as one. All of them or none, taken back as one. */
export const recordLots = command({
  name: 'lots.record',
  input: v.strictObject({
    each: v.pipe(
      v.array(recordLot.input as v.GenericSchema<unknown, v.InferOutput<typeof recordLot.input>>),
      v.minLength(1, 'at least one lot.'),
      v.maxLength(60, 'at most 60 lots.'),
    ),
  }),
  carryOut: async (scope, { each }, sender) => {
    // In one order, whoever names them how: two who do it at once wait for one another.
    const ordered = each.toSorted((a, b) => (a.lotId < b.lotId ? -1 : 1));
    for (const [part, input] of ordered.entries())
      await recordLot.carryOut(scope, input, { ...sender, part });
    return { lots: each.length };
  },
});
