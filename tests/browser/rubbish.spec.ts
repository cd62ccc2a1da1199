import { request as httpRequest } from 'node:http';
import { beginBatch, expect, test } from './farm';

test('rubbish typed into any field gets a clear sentence and stays as typed', async ({ page, farm }) => {
  await farm.send('house.settle', { unitSystem: 'metric' });
  await page.goto('/');
  await page.getByRole('button', { name: /warm pail/i }).click();
  for (const typed of ['a churnful', '-2 l', '20 C', '0']) {
    await page.getByLabel('How much milk').fill(typed);
    await expect(page.locator('p.Mui-error')).toBeVisible();
    await expect(page.getByText('Through a hand separator')).toHaveCount(0);
  }
  await page.goto('/churn/new?front=tub');
  const tries: [string, string, RegExp][] = [
    ['How much cream', 'lots', /“lots” was not understood/],
    ['How much cream', '1,000 g', /could be 1\.000 or 1000/],
    ['How much cream', '2 qt', /choose US or imperial/],
    ['How much cream', '-3 l', /below zero/],
    ['How much cream', '0', /above zero/],
    ['How much cream', '900000 kg', /check the unit/],
    ['How much cream', '20 C', /a temperature; a volume or a mass is needed/],
  ];
  for (const [label, typed, says] of tries) {
    await page.getByLabel(label).fill(typed);
    await expect(page.getByText(says).first()).toBeVisible();
    await expect(page.getByLabel(label)).toHaveValue(typed);
    await expect(page.getByRole('button', { name: 'Start churning' })).toBeDisabled();
  }
  await page.getByLabel('How much cream').fill('1 l');
  await page.getByRole('radio', { name: /Measured/ }).click();
  await page.getByLabel('Temperature of the cream').fill('80');
  await expect(page.getByText('between 0 and 35 °C')).toBeVisible();
  await page.getByLabel('Temperature of the cream').fill('14');
  await page.getByRole('radio', { name: /Another/ }).click();
  await page.getByLabel('Fat of the cream').fill('75 %');
  await expect(page.getByText('is butter already')).toBeVisible();
  await page.getByLabel('Fat of the cream').fill('7');
  await expect(page.getByText('is milk')).toBeVisible();
  await page.getByLabel('Fat of the cream').fill('15');
  await page.reload();
  await expect(page.getByLabel('How much cream')).toHaveValue('1 l');
  await expect(page.getByLabel('Fat of the cream')).toHaveValue('15');

  await page.goto(`/churn/${await beginBatch(farm, 5)}`);
  await page.locator('[data-act=drained]').click();
  await page.getByLabel('Buttermilk, if you measure it').fill('a bucket');
  await expect(page.getByText(/bucket/).first()).toBeVisible();
  await expect(page.locator('button[data-act=drained]')).toBeDisabled();
  await page.getByLabel('Buttermilk, if you measure it').fill('');
  await page.locator('button[data-act=drained]').click();
  await page.locator('[data-act=unwashed]').click();
  await page.getByText('Salt, for the butter expected').click();
  await page.getByRole('radio', { name: 'By spoon' }).click();
  for (const [typed, says] of [
    ['a shovel', /shovel/],
    ['900 tsp', /more than 200 teaspoons/],
    ['2 kg', /kg/],
  ] as const) {
    await page.getByLabel('Spoons, level').fill(typed);
    await expect(page.getByText(says).first()).toBeVisible();
    await expect(page.getByLabel('Spoons, level')).toHaveValue(typed);
  }
  await page.getByLabel('Spoons, level').fill('2 tsp');
  await page.getByLabel('The butter weighs').fill('9 kg');
  await expect(page.getByText('more butter than there was cream')).toBeVisible();
  await expect(page.locator('[data-act=pack]')).toBeDisabled();

  await page.goto('/house');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByText('A name of 1 to 60 letters is needed.')).toBeVisible();
  await page.getByLabel('Its name').fill('Oak churn');
  await page.getByLabel('Holds, to the brim').fill('huge');
  await expect(page.getByText(/“huge” was not understood/)).toBeVisible();
  await page.getByLabel('Holds, to the brim').fill('4 l');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByText('Oak churn')).toBeVisible();
  await page.getByLabel('Its name').fill('Oak churn');
  await page.getByLabel('Holds, to the brim').fill('5 l');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await expect(page.getByText('There is a vessel of that name on this farm already').first()).toBeVisible();
  await expect(page.getByLabel('Its name')).toHaveValue('Oak churn');
});

/** What the house answers to a request that no browser would send. */
const rude = (
  baseURL: string,
  path: string,
  change: { method?: string; host?: string } = {},
): Promise<number> =>
  new Promise((resolve, reject) => {
    const { hostname, port, host } = new URL(baseURL);
    httpRequest(
      { hostname, port, path, method: change.method ?? 'GET', headers: { host: change.host ?? host } },
      (response) => {
        response.resume();
        resolve(response.statusCode!);
      },
    )
      .on('error', reject)
      .end();
  });

test('what is no request of ours is turned away, files and pages alike', async ({ page, baseURL, farm }) => {
  await page.goto('/');
  const script = await page.locator('script[src*="/_next/static/"]').first().getAttribute('src');
  const elsewhere = { host: 'butter.example' };
  expect(await rude(baseURL!, script!)).toBe(200);
  expect(await rude(baseURL!, script!, elsewhere)).toBe(421);
  expect(await rude(baseURL!, '/sw.js', elsewhere)).toBe(421);
  expect(await rude(baseURL!, '/', elsewhere)).toBe(421);
  expect(await rude(baseURL!, '/', { method: 'TRACE' })).toBe(400);
  expect(await rude(baseURL!, '/%ff')).toBe(400);
  expect(await rude(baseURL!, '/shelf?lots=%00')).toBe(400);
  const missing = await page.goto('/nothing-here');
  expect(missing?.status()).toBe(404);
  // A name that could be a lot’s or a batch’s and is none on this farm.
  for (const place of ['shelf', 'pail', 'churn', 'ledger'])
    expect((await page.goto(`/${place}/${crypto.randomUUID()}`))?.status(), place).toBe(404);
  await expect(page.getByRole('heading', { name: 'There is nothing on this shelf.' })).toBeVisible();
  const health = await page.request.get('/api/health');
  expect(health.headers()).toMatchObject({
    'cache-control': 'no-store',
    'cross-origin-opener-policy': 'same-origin',
  });
  const long = await page.request.post('/api/commands', {
    data: `"${'x'.repeat(1_100_000)}"`,
    headers: { 'content-type': 'application/json' },
  });
  expect(long.status()).toBe(413);
  expect(farm.id).toBeTruthy();
});

test('a browser that keeps nothing costs comfort, and no page', async ({ page, farm }) => {
  await page.addInitScript(() => {
    for (const store of ['localStorage', 'sessionStorage'])
      Object.defineProperty(window, store, {
        get: () => {
          throw new DOMException('Storage is blocked.', 'SecurityError');
        },
      });
  });
  const batchId = await beginBatch(farm, 6);
  for (const path of ['/', '/shelf', '/house', '/churn/new?front=tub', '/ledger', `/churn/${batchId}`]) {
    await page.goto(path);
    await expect(page.locator('main').getByRole('heading').first()).toBeVisible();
  }
  await page.keyboard.press('w');
  await expect(page.getByText(/Whipped/).first()).toBeVisible();
});
