import type { Role } from '@/core/people/roles';
import { inHouse } from '@/data/houseScope';
import { addPerson, personNamed, putMember } from '@/data/people/people';
import { now } from '../clock';

/** Somebody of the demo farm, without a password: a farm is looked around in as them (see lookAs), and nobody is asked for one. */
export const personOfDemo = (
  farmId: string,
  { id, name, role }: { id: string; name: string; role: Role },
): Promise<void> =>
  inHouse(async (scope) => {
    const known = await personNamed(scope, name);
    if (!known) await addPerson(scope, id, name, now());
    await putMember(scope, farmId, known?.id ?? id, role, now());
  });
