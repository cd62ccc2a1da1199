import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beginBatch, expect, expectSound, openWhatHappened, test as quietTest } from './farm';

/** Run by itself, after everything else: it kills the server and the database the others stand on. */
const test = quietTest.extend({
  // A page that could not be finished says so in the console too.
  quiet: async ({}, provide) => provide(),
});
test.describe.configure({ mode: 'serial' });

const told = (name: string): string => {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set: ./immulgo test sets it.`);
  return value;
};
const firstLine = (path: string) => Number(readFileSync(path, 'utf8').split('\n')[0]);
const keeper = (signal: 'SIGSTOP' | 'SIGCONT') => process.kill(Number(told('IMMULGO_KEEPER')), signal);
const killDatabase = () =>
  process.kill(firstLine(join(told('IMMULGO_DATABASE_FOLDER'), 'postmaster.pid')), 'SIGKILL');
const killServer = () => process.kill(firstLine(told('IMMULGO_SERVER_PID')), 'SIGKILL');

test.afterEach(() => keeper('SIGCONT'));

test('the web server runs without root’s rights, and holds nothing of those who own the tables', () => {
  const pid = firstLine(told('IMMULGO_SERVER_PID'));
  const [, real, effective] = /^Uid:\t(\d+)\t(\d+)/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))!;
  expect([real, effective]).not.toContain('0');
  const its = readFileSync(`/proc/${pid}/environ`, 'utf8').split('\0');
  expect(its.find((one) => one.startsWith('DATABASE_URL='))).toContain('immulgo_app:');
  expect(its.filter((one) => /immulgo_(owner|admin)|PGPASSWORD/.test(one))).toEqual([]);
});

test('with its database dead a page says so, and opens again by itself once it is brought back', async ({
  page,
  farm,
}) => {
  await farm.send('cream.in', {
    lotId: randomUUID(),
    mass: 1500,
    fat: 0.36,
    fatSd: 0.01,
    fatMethod: 'label',
    treatment: 'pasteurised',
    place: 'fridge',
    celsius: 5,
  });
  await page.goto('/bench');
  keeper('SIGSTOP');
  killDatabase();
  await page.goto('/shelf');
  await expect(page.getByRole('heading', { name: 'The house does not answer just now.' })).toBeVisible();
  await expectSound(page);
  keeper('SIGCONT');
  await expect(page.getByRole('navigation').first()).toBeVisible({ timeout: 90_000 });
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/1\.\d+ L of cream so far/);
});

test('with its server dead marks are kept, and given once it is brought back', async ({ page, farm }) => {
  const batchId = await beginBatch(farm, 6, { tool: 'paddleHand' });
  await page.goto(`/churn/${batchId}`);
  await page.locator('[data-act=thickening]').first().click();
  await expect(page.locator('[data-act=whipped]').first()).toBeVisible();
  // The first is in the house; the second will not be.
  await expect
    .poll(async () => (await page.request.get(`/api/batches/${batchId}`)).text())
    .toContain('"stage":"thickening"');
  await expect(page.getByText(/not sent yet/)).toHaveCount(0);
  keeper('SIGSTOP');
  killServer();
  await page.locator('[data-act=whipped]').first().click();
  await expect(page.getByText(/^1 kept here, not sent yet$/)).toBeVisible();
  keeper('SIGCONT');
  await expect(page.getByText(/not sent yet/)).toHaveCount(0, { timeout: 90_000 });
  await page.goto(`/churn/${batchId}`);
  await openWhatHappened(page);
  for (const mark of [/Thickening at/, /Whipped at/])
    await expect(page.getByRole('listitem').filter({ hasText: mark })).toHaveCount(1);
});
