import { existsSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readSecrets, secretsIn } from './secrets';

const folder = mkdtempSync(join(tmpdir(), 'secrets-'));
const file = join(folder, 'secrets');
afterEach(() => rmSync(file, { force: true }));
afterAll(() => rmSync(folder, { recursive: true }));

it('makes them once, for this account alone, and reads the same again', async () => {
  const told = jest.fn(async () => undefined);
  const made = await readSecrets(file, told);
  expect(new Set(Object.values(made)).size).toBe(4);
  expect(statSync(file).mode & 0o777).toBe(0o600);
  expect(await readSecrets(file, told)).toEqual(made);
  expect(told).toHaveBeenCalledTimes(1);
});

it('makes new ones for a file that was cut off at any place, and tells the database before it keeps them', async () => {
  const whole = await readSecrets(file, async () => undefined);
  const words = readFileSync(file, 'utf8');
  expect(secretsIn(words)).toEqual(whole);
  for (let length = 0; length < words.length - 1; length += 9)
    expect(secretsIn(words.slice(0, length))).toBeUndefined();
  writeFileSync(file, words.slice(0, 120));
  const made = await readSecrets(file, async (told) => {
    expect(told).not.toEqual(whole);
    expect(secretsIn(readFileSync(file, 'utf8'))).toBeUndefined();
  });
  expect(secretsIn(readFileSync(file, 'utf8'))).toEqual(made);
});

it('keeps none that the database did not take', async () => {
  await expect(readSecrets(file, async () => Promise.reject(new Error('It is away.')))).rejects.toThrow(
    'It is away.',
  );
  expect(existsSync(file)).toBe(false);
});
