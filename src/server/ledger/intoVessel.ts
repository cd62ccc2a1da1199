import { decimal } from '@/core/quantities/formatQuantity';
import type { FarmScope } from '@/data/farmScope';
import type { Vessel } from '@/data/house/house';
import { holdVessel, vesselsOf } from '@/data/house/house';
import type { LotKind } from '@/data/ledger/ledger';
import type { StandingLot } from '@/data/ledger/standing';
import { standingIn } from '@/data/ledger/standing';
import type { Sender } from '../commands/command';
import { Refusal } from '../refusal';

/** A vessel is filled over what it was said to hold by so much at most: sizes are round, and density is near one. */
const brimful = 1.1;

/**
 * What may be put into a vessel, judged once for everything that comes in or is poured: the vessel is this farm’s, is held
 * until the transaction ends, holds nothing else, and has room.
 * @param asked `mass` in g; `onto` what it may be poured onto, when that stands in it already; `emptied` lots that leave it
 * @returns the vessel, and what stands in it and is poured onto
 * @throws {Refusal} naming the field `field`
 */
export async function intoVessel(
  scope: FarmScope,
  vesselId: string | null,
  asked: { mass: number; onto?: LotKind; emptied?: ReadonlySet<string>; field?: string },
  sender: Sender,
): Promise<{ vessel?: Vessel; onto?: StandingLot }> {
  if (vesselId === null) return {};
  const { mass, field = 'vesselId' } = asked;
  await holdVessel(scope, vesselId);
  const vessel = (await vesselsOf(scope)).find(({ id }) => id === vesselId);
  if (!vessel) throw new Refusal('That vessel is not one of this farm’s.', field);
  const found = await standingIn(scope, vesselId, sender.receivedAt);
  const there = found && !asked.emptied?.has(found.id) ? found : undefined;
  if (there && there.kind !== asked.onto)
    throw new Refusal(
      `${vessel.name} still holds ${there.kind} (${there.code}): use another, or empty it first.`,
      field,
    );
  refuseOverfull(vessel, mass, there?.mass ?? 0, field);
  return { vessel, ...(there ? { onto: there } : {}) };
}

/** @throws {Refusal} when `mass` g does not fit into a vessel with `inIt` g in it */
export function refuseOverfull(
  vessel: { name: string; capacity: number },
  mass: number,
  inIt: number,
  field: string,
): void {
  if (inIt + mass <= vessel.capacity * brimful) return;
  throw new Refusal(
    `${vessel.name} holds ${decimal(vessel.capacity / 1000, 1)} L to the brim${inIt > 1 ? ` and has ${decimal(inIt / 1000, 1)} kg in it` : ''}: that is more than fits.`,
    field,
  );
}
