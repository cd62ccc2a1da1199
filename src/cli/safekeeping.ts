import { createInterface } from 'node:readline';
import { mkdirSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { Writable } from 'node:stream';
import { backUp, restore } from './keeping/backup';
import { withDatabaseOf } from './keeping/cluster';
import { onAnotherDisk, readState, sound, writeState } from './keeping/dailyBackup';
import { lookOver } from './keeping/doctor';
import { homeOf, isRoot, runAt } from './keeping/home';
import { say, stopWith } from './keeping/say';

const theFarm = () => runAt(homeOf(process.env, isRoot()), 'farm');

/** Asks for a passphrase without showing it; `IMMULGO_PASSPHRASE` answers for those who are not there. */
async function passphrase(): Promise<string> {
  if (process.env.IMMULGO_PASSPHRASE) return process.env.IMMULGO_PASSPHRASE;
  if (!process.stdin.isTTY) stopWith('Nobody is there to ask for a passphrase: say it with IMMULGO_PASSPHRASE.');
  process.stderr.write('Passphrase: ');
  const silent = new Writable({ write: (_, __, done) => done() });
  const line = createInterface({ input: process.stdin, output: silent, terminal: true });
  const said = await new Promise<string>((answer) => line.question('', answer));
  line.close();
  process.stderr.write('\n');
  if (said.length < 10) stopWith('A passphrase of at least ten letters is wanted. Nothing was written.');
  return said;
} // prettier-ignore

/** `backup FILE [--encrypt]`, `backup --daily FOLDER`, `backup --left`. */
export async function backupCommand(args: readonly string[]): Promise<void> {
  const run = theFarm();
  const names = args.filter((arg) => !arg.startsWith('--'));
  const odd = args.find((arg) => arg.startsWith('--') && !['--encrypt', '--daily', '--left'].includes(arg));
  if (odd || names.length > 1) stopWith('backup knows: FILE [--encrypt], --daily FOLDER, --left.');
  if (process.env.DATABASE_URL)
    stopWith('The farm is in a database server of yours: back it up with that server’s own means (pg_dump as a role that sees every row).');
  if (args.includes('--left'))
    return withDatabaseOf(run, async ({ ADMIN_DATABASE_URL: url }) => {
      await writeState(url!, { ...(await readState(url!)), leftAt: new Date().toISOString() }, new Date());
      say('written down: a backup is elsewhere, from today');
    });
  const [name] = names;
  if (name === undefined) stopWith('A file is wanted: ./immulgo backup FILE');
  const place = resolve(name);
  if (args.includes('--daily'))
    return withDatabaseOf(run, async ({ ADMIN_DATABASE_URL: url }) => {
      mkdirSync(place, { recursive: true });
      const elsewhere = onAnotherDisk(place, run.folder);
      const before = sound(await readState(url!));
      await writeState(url!, { ...before, folder: place, elsewhere }, new Date());
      say(`the daily backup goes to ${place}${elsewhere ? ', on another disk' : ': the disk of the farm itself, so carry one away now and then'}`);
    });
  const secret = args.includes('--encrypt') ? await passphrase() : undefined;
  await withDatabaseOf(run, async ({ ADMIN_DATABASE_URL: url }) => {
    const header = await backUp(url!, place, secret);
    const now = new Date();
    const elsewhere = onAnotherDisk(dirname(place), run.folder);
    const before = sound(await readState(url!));
    await writeState(url!, { folder: join(run.folder, 'backups'), elsewhere, ...before, file: place, bytes: statSync(place).size, madeAt: header.madeAt, ...(elsewhere ? { leftAt: now.toISOString() } : {}) }, now);
    say(`${place}: ${(statSync(place).size / 1e6).toFixed(1)} MB, ${header.counts.batch} batches, ${header.counts.entry} entries, read again and sound`);
  });
} // prettier-ignore

export async function restoreCommand(args: readonly string[]): Promise<void> {
  const [file, ...more] = args;
  if (file === undefined || more.length > 0) stopWith('A file is wanted: ./immulgo restore FILE');
  const asked = process.env.IMMULGO_PASSPHRASE;
  const header = await restore(theFarm(), resolve(file), asked, passphrase);
  say(`the farm of ${header.madeAt.slice(0, 16).replace('T', ' ')} UTC is back: ${header.counts.batch} batches, ${header.counts.entry} entries. What was there before is kept as the database immulgo_before.`);
} // prettier-ignore

/** Looks everything over; ends with 1 where something is to be done. */
export async function doctorCommand(): Promise<void> {
  const found = await lookOver(theFarm(), new Date());
  for (const { well, says, remedy } of found) {
    process.stdout.write(`${well ? ' ok ' : ' !! '} ${says}\n`);
    if (remedy) process.stdout.write(`      ${remedy}\n`);
  }
  process.exitCode = found.every(({ well }) => well) ? 0 : 1;
}
