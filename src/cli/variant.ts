import { cpSync, mkdirSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { run } from './keeping/children';
import { say, stopWith } from './keeping/say';

/** The same application built of sources that differ in a word, so that its files have other names. Resolves to its folder. */
export async function variant(here: string): Promise<string> {
  say('building a second time, for a change of builds');
  const folder = join(here, '.immulgo/variant');
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  for (const one of [
    'src',
    'public',
    'docs',
    'package.json',
    'package-lock.json',
    'next.config.ts',
    'tsconfig.json',
  ])
    cpSync(join(here, one), join(folder, one), { recursive: true });
  // Linked and not copied; a link to the whole folder would lead the build out of its own.
  await run('cp', ['-al', join(here, 'node_modules'), folder]);
  const frame = join(folder, 'src/ui/frame/Frame.tsx');
  const words = readFileSync(frame, 'utf8');
  const other = words.replace('Skip to what matters', 'Skip to the work');
  if (other === words)
    stopWith('the word that tells the second build from the first is gone from Frame.tsx.');
  writeFileSync(frame, other);
  const log = join(folder, 'build.log');
  const to = openSync(log, 'w');
  const code = await run('node', ['node_modules/next/dist/bin/next', 'build'], {
    cwd: folder,
    stdio: ['ignore', to, to],
  });
  if (code !== 0) stopWith(`the second build failed: see ${log}`);
  return folder;
}
