import * as v from 'valibot';
import { vesselsOf } from '@/data/house/house';
import { addCleaning } from '@/data/ledger/movements';
import { command } from '../commands/command';
import { Refusal } from '../refusal';

export const cleaningSteps = ['rinse', 'wash', 'rinseAgain', 'scald'] as const;

/** Vessels and machine were cleaned: cold rinse, hot wash, rinse, scald. */
export const recordCleaning = command({
  name: 'cleaning.record',
  input: v.strictObject({
    vesselIds: v.pipe(
      v.array(v.string()),
      v.minLength(1, 'at least one vessel.'),
      v.maxLength(60, 'at most 60 vessels.'),
    ),
    steps: v.pipe(v.array(v.picklist(cleaningSteps)), v.minLength(1, 'at least one step.')),
  }),
  carryOut: async (scope, { vesselIds, steps }, sender) => {
    const own = new Set((await vesselsOf(scope)).map((vessel) => vessel.id));
    if (vesselIds.some((one) => !own.has(one)))
      throw new Refusal('That vessel is not one of this farm’s.', 'vesselIds');
    await addCleaning(scope, {
      commandId: sender.commandId,
      vesselIds: [...new Set(vesselIds)],
      at: sender.at,
      steps,
    });
    return {};
  },
});
