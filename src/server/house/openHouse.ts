import { houseFarmId, openFarm } from '@/data/house/house';

/** Sees that the house has its farm, and says which; `newId` is used when there is none yet. */
export async function openHouse(newId: string): Promise<string> {
  const farm = await houseFarmId();
  if (farm) return farm;
  await openFarm(newId);
  return newId;
}
