import type { Role } from '@/core/people/roles';
import { mayDo } from '@/core/people/roles';
import { inFarm } from '@/data/farmScope';
import { farmOf } from '@/data/house/house';
import { inHouse } from '@/data/houseScope';
import { devicesOf } from '@/data/people/devices';
import type { Member } from '@/data/people/people';
import { farmsOf, membersOf, peopleActsOf, peopleSetUp } from '@/data/people/people';
import type { Caller } from './caller';

export type { Member };

/** Who asks, as every page is told. */
export interface Who {
  role: Role;
  id?: string;
  name?: string;
  /** Several use the device, and change over by their numbers. */
  shared: boolean;
}

export const whoOf = ({ role, person, shared }: Caller): Who => ({
  role,
  ...(person ? { id: person.id, name: person.name } : {}),
  shared: shared === true,
});

/** People and devices as the House shows them; what only an owner may know is left out for everybody else. */
export interface PeopleView {
  setUp: boolean;
  demo: boolean;
  me: Who;
  /** Who can take over this device by their number; in the demo, everybody. */
  others: { id: string; name: string; role: Role }[];
  farms: { id: string; name: string | null; role: Role; here: boolean }[];
  /** For the owner. */
  members?: Member[];
  devices?: {
    id: string;
    name: string;
    personName: string;
    shared: boolean;
    madeAtSeconds: number;
    seenAtSeconds: number;
    here: boolean;
  }[];
  acts?: { atSeconds: number; byName: string | null; act: string }[];
  /** Where other devices find the house; none as long as it answers on this machine alone. */
  addresses?: string[];
}

export async function peopleView(
  caller: Caller,
  surroundings: { demo: boolean; addresses: readonly string[] },
): Promise<PeopleView> {
  const { farmId, person } = caller;
  const known = await inHouse(async (scope) => {
    const members = await membersOf(scope, farmId);
    const owner = mayDo(caller.role, 'people.see');
    return {
      setUp: await peopleSetUp(scope),
      members,
      farms: person ? await farmsOf(scope, person.id) : [{ farmId, role: caller.role }],
      ...(owner ? { devices: await devicesOf(scope, farmId), acts: await peopleActsOf(scope, farmId) } : {}),
    };
  });
  const seconds = (at: Date) => at.getTime() / 1000;
  const demo = surroundings.demo && !known.setUp;
  return {
    setUp: known.setUp,
    demo,
    me: whoOf(caller),
    others: known.members
      .filter(({ id, hasPin }) => id !== person?.id && (demo || (caller.shared === true && hasPin)))
      .map(({ id, name, role }) => ({ id, name, role })),
    farms: await Promise.all(
      known.farms.map(async ({ farmId: id, role }) => ({
        id,
        role,
        name: (await inFarm(id, farmOf)).name,
        here: id === farmId,
      })),
    ),
    ...(known.devices
      ? {
          members: known.members,
          devices: known.devices.map(({ madeAt, seenAt, ...device }) => ({
            ...device,
            madeAtSeconds: seconds(madeAt),
            seenAtSeconds: seconds(seenAt),
            here: device.id === caller.deviceId,
          })),
          acts: known.acts!.map(({ at, ...one }) => ({ ...one, atSeconds: seconds(at) })),
          addresses: [...surroundings.addresses],
        }
      : {}),
  };
}
