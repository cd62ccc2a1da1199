import * as v from 'valibot';
import { positive, positiveVolume } from '@/core/calculation';
import { toolKeys } from '@/core/churning/tools';
import { addVessel, vesselKinds } from '@/data/house/house';
import { command } from '../commands/command';
import { Refusal } from '../refusal';

/** Largest vessel that is taken for one, mL: past this a unit was mistyped (engineering estimate). */
const largestVessel = 2_000_000;

/** Adds a vessel or churn of the maker's own, with its size to the brim. */
export const addVesselCommand = command({
  name: 'vessel.add',
  input: v.strictObject({
    id: v.pipe(v.string(), v.uuid('an id is needed.')),
    name: v.pipe(
      v.string(),
      v.trim(),
      v.minLength(1, 'a name of 1 to 60 letters is needed.'),
      v.maxLength(60, 'a name of 1 to 60 letters is needed.'),
    ),
    kind: v.picklist(vesselKinds),
    tool: v.nullable(v.picklist(toolKeys)),
    capacity: positiveVolume,
    /** mm inside; worked out from what it holds when it is not given. */
    diameter: v.optional(v.nullable(v.pipe(positive, v.maxValue(3000, 'at most 3 m, in mm.'))), null),
    equipment: v.optional(
      v.strictObject({
        discs: v.optional(
          v.pipe(
            v.number(),
            v.integer('a whole number.'),
            v.minValue(1, 'at least one.'),
            v.maxValue(200, 'at most 200 discs.'),
          ),
        ),
        motor: v.optional(v.boolean()),
      }),
      {},
    ),
  }),
  carryOut: async (scope, vessel) => {
    if ((vessel.kind === 'churn') !== (vessel.tool !== null))
      throw new Refusal('A churn needs to be a kind of churn; other vessels are not.', 'tool');
    if (vessel.capacity > largestVessel)
      throw new Refusal(
        `${Math.round(vessel.capacity / 1000)} L is larger than any churn: check the unit.`,
        'capacity',
      );
    await addVessel(scope, vessel);
    return { vesselId: vessel.id };
  },
});
