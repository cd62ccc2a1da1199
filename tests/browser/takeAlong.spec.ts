import { readFileSync } from 'node:fs';
import { expect, expectSound, test } from './farm';
import { readsWell } from './readsWell';

const file = 'docs/farm.example.json';

test('a farm is brought in from its file: looked at, refused with its rows where it is wrong, taken in whole, and taken along again', async ({
  page,
}) => {
  await page.goto('/house');
  await page.getByText('Take along, bring in').click();
  const choose = page.locator('input[type=file]');
  const broken = JSON.parse(readFileSync(file, 'utf8')) as { lots: { made_at: string }[]; lines: { mass: number }[] };
  broken.lots[1]!.made_at = 'yesterday';
  await choose.setInputFiles({ name: 'broken.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(broken)) });
  await expect(page.getByText('One thing of this file cannot be taken in.')).toBeVisible();
  await expect(page.getByText(/^lots, row 2, made_at: a moment with its zone is wanted/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Take it in' })).toHaveCount(0);
  await choose.setInputFiles({ name: 'no.json', mimeType: 'application/json', buffer: Buffer.from('{') });
  await expect(page.getByText('The body is not JSON.')).toBeVisible();
  await expectSound(page);
  await choose.setInputFiles(file);
  await expect(page.getByText('All of it can be taken in.')).toBeVisible();
  await expect(page.getByText(/^.*In it: 1 batch, \d+ lots, .* 1 animal, 1 vessel\.$/)).toBeVisible();
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText('All of it was taken in.')).toBeVisible();
  await readsWell(page, 'imperial');
  // The same but for what this house was told by itself before: its clock and units, when it was first opened.
  const out = (await (await page.request.get('/api/farm/farm.json')).json()) as { commands: { input: { first?: boolean } }[] };
  out.commands = out.commands.filter(({ input }) => input.first !== true);
  expect(out).toEqual(JSON.parse(readFileSync(file, 'utf8')));
  await page.goto('/ledger');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('One batch made');
  const sheet = await page.request.get('/api/farm/farm.xlsx');
  expect((await sheet.body()).subarray(0, 2).toString()).toBe('PK');
  expect(await (await page.request.get('/api/farm/animals.csv')).text()).toMatch(/^id,name,.*\r\n.*,Tansy,kerry,/);
  // Once more it changes nothing, and a page that does not know the farm is not listened to.
  const again = await page.request.post('/api/farm/import?into=somebody', { data: {} });
  expect(again.status()).toBe(400);
}); // prettier-ignore
