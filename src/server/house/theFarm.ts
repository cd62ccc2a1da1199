import { unsealData } from 'iron-session';
import { cookies } from 'next/headers';
import { farmExists, houseFarmId } from '@/data/house/house';

/** Names the cookie that binds a device to a farm; sealed, so that it cannot be made up. */
export const farmCookie = 'immulgo_farm';

/**
 * The farm of a house where nobody has a password: the one its device is bound to, or else the house's own. A cookie that
 * cannot be read is taken as none.
 * @throws when the database has no farm: the house was not opened by ./immulgo
 */
export async function theHouseFarm(): Promise<string> {
  const sealed = (await cookies()).get(farmCookie)?.value;
  const secret = process.env.IMMULGO_SECRET;
  if (sealed && secret) {
    const { farmId } = await unsealData<{ farmId?: string }>(sealed, { password: secret });
    if (farmId && (await isFarm(farmId))) return farmId;
  }
  const found = await theHouse();
  if (!found)
    throw new Error('No farm has been opened in this database: start Immulgo with ./immulgo start.');
  return found;
}

/** Farms are never taken away: what was found once is not asked for again. */
const known = new Set<string>();
let house: string | undefined;

async function isFarm(farmId: string): Promise<boolean> {
  if (known.has(farmId)) return true;
  const exists = await farmExists(farmId);
  if (exists) known.add(farmId);
  return exists;
}

const theHouse = async (): Promise<string | undefined> => (house ??= await houseFarmId());
