import { now, setClock } from '@/server/clock';
import { todayView } from '@/server/today/views';
import { animals, inProgress, mornings, vessels } from './larkfold';
import type { Living } from './liveThrough';
import { liveThrough, send } from './liveThrough';
import { noiseFrom } from './noise';

const day = 86400_000;

/** Fills a farm with Larkfold, dated back from the clock's now. Does nothing to a farm that has batches. Returns whether it did. */
export async function loadLarkfold(farmId: string, seed = 'larkfold'): Promise<boolean> {
  if ((await todayView(farmId)).batches > 0) return false;
  const today = now();
  const noise = noiseFrom(seed);
  const living: Living = { farmId, noise, vesselIds: new Map() };
  const opened = new Date(today.getTime() - 63 * day);
  const timeZone = process.env.IMMULGO_CLOCK
    ? 'Europe/Dublin'
    : Intl.DateTimeFormat().resolvedOptions().timeZone;
  await send(living, 'house.settle', { name: 'Larkfold', unitSystem: 'metric', timeZone }, opened);
  for (const animal of animals) await send(living, 'animal.put', { id: noise.id(), ...animal }, opened);
  for (const { key, ...vessel } of vessels) {
    const id = noise.id();
    living.vesselIds.set(key, id);
    await send(living, 'vessel.add', { id, ...vessel }, opened);
  }
  for (const morning of mornings) {
    const start = new Date(today.getTime() - morning.daysAgo * day);
    start.setUTCHours(7, Math.floor(Math.abs(noise.normal(20, 12))), 0, 0);
    await liveThrough(living, morning, start);
  }
  await liveThrough(
    living,
    inProgress.morning,
    new Date(today.getTime() - inProgress.minutes * 60_000),
    inProgress.minutes,
  );
  setClock(undefined);
  return true;
}
