import { changeState, stateOf } from '@/data/house/houseState';
import { now } from '../clock';
import { Refusal } from '../refusal';
import { littleRoom } from './roomLeft';
import type { BackupsView } from './views';

/** Without one that left the machine for so long it is said, days. */
const mostDaysHere = 31;
/** The newest older than this is said, days. */
const mostDaysOld = 2;
const dayMs = 86_400_000;

interface Kept {
  elsewhere?: boolean;
  bytes?: number;
  madeAt?: string;
  leftAt?: string;
  failed?: { at: string; why: string };
}

/** How the house stands with its backups; undefined where it makes none (the demo, a database server of one’s own). */
export async function backupsView(): Promise<BackupsView | undefined> {
  const kept = await stateOf<Kept>('backup');
  if (!kept) return undefined;
  const days = (iso: string | undefined) =>
    iso === undefined ? undefined : Math.max(0, Math.floor((now().getTime() - Date.parse(iso)) / dayMs));
  const [old, left] = [days(kept.madeAt), days(kept.leftAt)];
  const room = await littleRoom(process.env.IMMULGO_DATA);
  return {
    madeAtSeconds: kept.madeAt === undefined ? null : Date.parse(kept.madeAt) / 1000,
    bytes: kept.bytes ?? null,
    elsewhere: kept.elsewhere === true,
    leftDays: left ?? null,
    pressing: room !== undefined || kept.failed !== undefined,
    says:
      room ??
      (kept.failed !== undefined
        ? `No backup could be made: ${kept.failed.why}`
        : old !== undefined && old > mostDaysOld
          ? `The newest backup is ${old} days old.`
          : left === undefined || left > mostDaysHere
            ? `No backup ${left === undefined ? 'has left this machine yet' : `left this machine for ${left} days`}: a disk that dies takes them along.`
            : null),
  };
}

/** Somebody carried a backup away. @throws {Refusal} where there is none to carry */
export async function backupLeft(): Promise<void> {
  if (!(await changeState('backup', { leftAt: now().toISOString() }, now())))
    throw new Refusal('There is no backup yet.');
}
