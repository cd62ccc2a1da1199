import { spawnSync } from 'node:child_process';
import { closeSync, mkdtempSync, openSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildSync } from 'esbuild';
import { unwritable } from './disk';

const folder = mkdtempSync(join(tmpdir(), 'immulgo-test-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

test('a process whose log cannot be written goes on with its work', () => {
  const program = join(folder, 'says.cjs');
  buildSync({
    stdin: {
      contents: `import { sayOrLose } from './quietly';
        import { writeFileSync } from 'node:fs';
        sayOrLose();
        let failures = 0;
        process.on('uncaughtException', (error) => { failures += 1; if (failures < 50) process.stderr.write(String(error)); });
        console.error('to nobody');
        process.stdout.write('nor this', () => writeFileSync(process.argv[2], String(failures)));`,
      resolveDir: __dirname,
      loader: 'ts',
    },
    bundle: true,
    platform: 'node',
    outfile: program,
  });
  // A disk without room, as the system has it for trying.
  const full = openSync('/dev/full', 'w');
  const { status } = spawnSync('node', [program, join(folder, 'done')], {
    stdio: ['ignore', full, full],
    timeout: 20_000,
  });
  closeSync(full);
  expect(status).toBe(0);
  expect(readFileSync(join(folder, 'done'), 'utf8')).toBe('0');
});

test('a folder that cannot be written is known before a database is started in it', () => {
  expect(unwritable(folder)).toBeUndefined();
  expect(unwritable('/proc')).toBe('this account has not the right to');
});
