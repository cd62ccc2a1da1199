import type { HouseScope } from '@/data/houseScope';
import { inHouse } from '@/data/houseScope';
import { revokeOf } from '@/data/people/devices';
import { everybody, personNamed, setPassword, tellPeopleAct } from '@/data/people/people';
import { now } from '../clock';
import { hashed } from './passwords';

/** Everybody in the house, on whatever farm. */
export const peopleHere = () => inHouse(everybody);

/** Does something about somebody and shuts their devices out with it. False where nobody is called so. */
const withDevicesOut = (
  name: string,
  act: string,
  change: (scope: HouseScope, id: string) => Promise<void> = () => Promise.resolve(),
): Promise<boolean> =>
  inHouse(async (scope) => {
    const person = await personNamed(scope, name);
    if (!person) return false;
    const at = now();
    await change(scope, person.id);
    await revokeOf(scope, person.id, null, at);
    await tellPeopleAct(scope, { farmId: null, at, byName: 'the machine itself', act: `${person.name} ${act}` });
    return true;
  }); // prettier-ignore

/** Gives somebody a new password; their devices say it anew. */
export async function resetPassword(name: string, password: string): Promise<boolean> {
  const hash = await hashed(password);
  return withDevicesOut(name, 'was given a new password.', (scope, id) => setPassword(scope, id, hash));
}

/** Shuts every device of somebody out. */
export const endAllOf = (name: string): Promise<boolean> =>
  withDevicesOut(name, 'was shut out of every device.');
