import { redirect } from 'next/navigation';
import { headers } from 'next/headers';
import { cache } from 'react';
import type { Role } from '@/core/people/roles';
import { inHouse } from '@/data/houseScope';
import { seen, whoCame } from '@/data/people/devices';
import { now } from '../clock';
import { theHouseFarm } from '../house/theFarm';
import { hashOf, sessionOf, unseenFor } from './session';

/** Who asks, and for which farm. */
export interface Caller {
  farmId: string;
  role: Role;
  /** Who it is, where people say who they are. */
  person?: { id: string; name: string };
  deviceId?: string;
  /** Several use the device. */
  shared?: boolean;
}

const nobody = '00000000-0000-0000-0000-000000000000';
/** A device is noted as seen no more often than this, ms. */
const notedEvery = 3_600_000;

/**
 * Who asks. As long as nobody has a password (one maker, on the machine itself) everything is theirs. From then on only
 * whoever came in with a device that is still let in; undefined for everybody else.
 */
export const whoCalls = cache(async (): Promise<Caller | undefined> => {
  const session = await sessionOf();
  const came = await whoCame(session?.deviceId ?? nobody, hashOf(session?.secret ?? ''));
  const fresh = came.seenAt !== null && now().getTime() - came.seenAt.getTime() < unseenFor * 1000;
  if (came.deviceId && came.personId && came.farmId && came.role && fresh) {
    if (now().getTime() - came.seenAt!.getTime() > notedEvery)
      await inHouse((scope) => seen(scope, came.deviceId!, now()));
    return {
      farmId: came.farmId,
      role: came.role,
      person: { id: came.personId, name: came.name! },
      deviceId: came.deviceId,
      shared: came.shared === true,
    };
  }
  return came.setUp ? undefined : { farmId: await theHouseFarm(), role: 'owner' };
});

/** The farm a page is about; whoever has not said who they are is asked to first. */
export async function theFarmId(): Promise<string> {
  return (await theCaller()).farmId;
}

export async function theCaller(): Promise<Caller> {
  const caller = await whoCalls();
  if (caller) return caller;
  const asked = (await headers()).get('x-asked') ?? '/';
  redirect(asked === '/' ? '/sign-in' : `/sign-in?to=${encodeURIComponent(asked)}`);
}
