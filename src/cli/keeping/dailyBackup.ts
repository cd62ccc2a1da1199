import { readdirSync, rmSync, statSync, statfsSync } from 'node:fs';
import { join } from 'node:path';
import type { Client } from 'pg';
import { asAdmin, backUp } from './backup';
import { say } from './say';

/** So many days, and so many months, are kept. */
const keptDays = 14;
const keptMonths = 12;
const dayMs = 86_400_000;
/** A disk with less room left than this many backups is told of. */
const roomFor = 3;

/** How the house stands with its backups, as it is written down for its screens. */
export interface BackupState {
  folder: string;
  /** Whether the folder is on another disk, or another machine, than the farm itself. */
  elsewhere: boolean;
  /** The newest, and how large it is, bytes. */
  file?: string;
  bytes?: number;
  madeAt?: string;
  /** The last one that left the machine: on another disk, or said to be carried away. */
  leftAt?: string;
  /** What was in the way of the last try. */
  failed?: { at: string; why: string };
}

const nameOf = (day: string): string => `immulgo-${day}.backup`;
const dayOf = (name: string): string | undefined => /^immulgo-(\d{4}-\d\d-\d\d)\.backup$/.exec(name)?.[1];

/** Which backups of a folder are kept: those of the last two weeks, and the first of each month for a year. @param days ISO dates, any order */
export function keptOf(days: readonly string[], today: string): ReadonlySet<string> {
  const age = (day: string) => (Date.parse(today) - Date.parse(day)) / dayMs;
  const firsts = new Map<string, string>();
  for (const day of days.toSorted()) if (!firsts.has(day.slice(0, 7))) firsts.set(day.slice(0, 7), day);
  const months = new Set([...firsts.keys()].toSorted().reverse().slice(0, keptMonths));
  return new Set(
    days.filter((day) => age(day) < keptDays || (firsts.get(day.slice(0, 7)) === day && months.has(day.slice(0, 7)))),
  );
} // prettier-ignore

/** How it stands, but for what was in the way the last time. */
export function sound(state: Partial<BackupState>): Partial<BackupState> {
  const rest = { ...state };
  delete rest.failed;
  return rest;
}

/** Whether there is a place for it: a farm of an earlier version has none before it is brought forward. */
async function keepsState(client: Client): Promise<boolean> {
  const { rows } = await client.query<{ it: string | null }>(`SELECT to_regclass('house_state') AS it`);
  return rows[0]!.it !== null;
}

export const readState = (url: string): Promise<Partial<BackupState>> =>
  asAdmin(url, async (client) => {
    if (!(await keepsState(client))) return {};
    const { rows } = await client.query<{ value: Partial<BackupState> }>(
      `SELECT value FROM house_state WHERE key = 'backup'`,
    );
    return rows[0]?.value ?? {};
  });

export const writeState = (url: string, state: Partial<BackupState>, at: Date): Promise<void> =>
  asAdmin(url, async (client) => {
    if (!(await keepsState(client))) return;
    await client.query(
      `INSERT INTO house_state (key, value, at) VALUES ('backup', $1, $2)
       ON CONFLICT (key) DO UPDATE SET value = $1, at = $2`,
      [JSON.stringify(state), at],
    );
  });

/** Whether two places are on different disks. */
export function onAnotherDisk(one: string, other: string): boolean {
  try {
    return statSync(one).dev !== statSync(other).dev;
  } catch {
    return false;
  }
}

/**
 * Today's backup, unless there is one; lets go of those that are old. What is in the way is written down for the screens, and
 * is no reason to stop serving.
 * @param url of the database, as its administrator
 * @param home folder of the run, where the farm itself is kept
 */
export async function dailyBackup(url: string, home: string, usual: string, now: Date): Promise<void> {
  const state = await readState(url);
  const folder = state.folder ?? usual;
  const today = now.toISOString().slice(0, 10);
  try {
    const there = filesIn(folder);
    if (!there.includes(today)) {
      const file = join(folder, nameOf(today));
      await backUp(url, file);
      const { size } = statSync(file);
      const elsewhere = onAnotherDisk(folder, home);
      await writeState(url, { ...sound(state), folder, elsewhere, file, bytes: size, madeAt: now.toISOString(), ...(elsewhere ? { leftAt: now.toISOString() } : {}) }, now);
      const { bavail, bsize } = statfsSync(folder);
      if (bavail * bsize < roomFor * size) say(`there is little room left in ${folder} for backups`);
      there.push(today);
    }
    const kept = keptOf(there, today);
    for (const day of there) if (!kept.has(day)) rmSync(join(folder, nameOf(day)), { force: true });
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    say(`no backup today: ${why}`);
    await writeState(url, { ...state, folder, elsewhere: onAnotherDisk(folder, home), failed: { at: now.toISOString(), why } }, now).catch(() => undefined);
  }
} // prettier-ignore

function filesIn(folder: string): string[] {
  try {
    return readdirSync(folder).flatMap((name) => dayOf(name) ?? []);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return [];
    throw error;
  }
}
