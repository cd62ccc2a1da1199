import * as v from 'valibot';
import { positive, positiveVolume } from '@/core/calculation';
import { toolKeys } from '@/core/churning/tools';
import { addVessel, changeVessel, holdVessel, vesselKinds, vesselsOf } from '@/data/house/house';
import { standingIn } from '@/data/ledger/standing';
import { command } from '../commands/command';
import { refuseOverfull } from '../ledger/intoVessel';
import { Refusal } from '../refusal';
import { wholeLitres } from '@/core/quantities/whole';

/** Largest vessel that is taken for one, mL: past this a unit was mistyped (engineering estimate). */
const largestVessel = 2_000_000;

const vesselName = v.pipe(
  v.string(),
  v.trim(),
  v.minLength(1, 'a name of 1 to 60 letters is needed.'),
  v.maxLength(60, 'a name of 1 to 60 letters is needed.'),
);
const vesselDiameter = v.nullable(v.pipe(positive, v.maxValue(3000, 'at most 3 m, in mm.')));

/** @throws {Refusal} for a size that is a unit mistyped */
function refuseHuge(capacity: number): void {
  if (capacity > largestVessel)
    throw new Refusal(
      `${wholeLitres(capacity / 1000)} is larger than any churn: check the unit.`,
      'capacity',
    );
}

/** What a separator is made of. */
const equipment = v.strictObject({
  discs: v.optional(
    v.pipe(
      v.number(),
      v.integer('a whole number.'),
      v.minValue(1, 'at least one.'),
      v.maxValue(200, 'at most 200 discs.'),
    ),
  ),
  motor: v.optional(v.boolean()),
  parts: v.optional(
    v.pipe(
      v.array(
        v.pipe(
          v.string(),
          v.trim(),
          v.minLength(1, 'a part of 1 to 80 letters is needed.'),
          v.maxLength(80, 'a part of 1 to 80 letters is needed.'),
        ),
      ),
      v.maxLength(40, 'at most 40 parts.'),
    ),
  ),
});

/** Adds a vessel or churn of the maker's own, with its size to the brim. */
export const addVesselCommand = command({
  name: 'vessel.add',
  input: v.strictObject({
    id: v.pipe(v.string(), v.uuid('an id is needed.')),
    name: vesselName,
    kind: v.picklist(vesselKinds),
    tool: v.nullable(v.picklist(toolKeys)),
    capacity: positiveVolume,
    /** mm inside; worked out from what it holds when it is not given. */
    diameter: v.optional(vesselDiameter, null),
    equipment: v.optional(equipment, {}),
  }),
  carryOut: async (scope, vessel) => {
    if ((vessel.kind === 'churn') !== (vessel.tool !== null))
      throw new Refusal('A churn needs to be a kind of churn; other vessels are not.', 'tool');
    refuseHuge(vessel.capacity);
    await addVessel(scope, vessel);
    return { vesselId: vessel.id };
  },
});

/** Gives a vessel another name or size, or retires it once nothing stands in it. What stood in it keeps its story. */
export const changeVesselCommand = command({
  name: 'vessel.change',
  input: v.strictObject({
    vesselId: v.pipe(v.string(), v.uuid('an id is needed.')),
    name: v.optional(vesselName),
    capacity: v.optional(positiveVolume),
    diameter: v.optional(vesselDiameter),
    /** Of a separator: what is said of it here replaces what was said. */
    equipment: v.optional(equipment),
    retire: v.optional(v.boolean(), false),
  }),
  carryOut: async (scope, { vesselId, retire, name, capacity, diameter, equipment: made }, sender) => {
    await holdVessel(scope, vesselId);
    const vessel = (await vesselsOf(scope)).find(({ id }) => id === vesselId);
    if (!vessel) throw new Refusal('That vessel is not one of this farm’s.', 'vesselId');
    const there = await standingIn(scope, vesselId, sender.receivedAt);
    if (retire && there)
      throw new Refusal(
        `${vessel.name} still holds ${there.kind} (${there.code}): pour or use that first.`,
        'retire',
      );
    if (made !== undefined && vessel.kind !== 'separator')
      throw new Refusal(`${vessel.name} is no separator: only a separator has a list of parts.`, 'equipment');
    if (capacity !== undefined) {
      refuseHuge(capacity);
      if (there) refuseOverfull({ name: name ?? vessel.name, capacity }, 0, there.mass, 'capacity');
    }
    await changeVessel(scope, vesselId, {
      ...(name === undefined ? {} : { name }),
      ...(capacity === undefined ? {} : { capacity }),
      ...(diameter === undefined ? {} : { diameter }),
      ...(made === undefined ? {} : { equipment: { ...vessel.equipment, ...made } }),
      ...(retire ? { retiredAt: sender.receivedAt } : {}),
    });
    return { vesselId };
  },
});
