import { beginBatch, expect, expectSound, milkStands, openMilkRoom, test } from './farm';
import { randomUUID } from 'node:crypto';

test('every screen is sound, in the light and in the dark: accessible, no sideways scroll, no console errors', async ({
  page,
  farm,
}) => {
  const batchId = await beginBatch(farm, 5);
  const { vessels } = await openMilkRoom(farm);
  // More than fit one screen, so that a board has to slide.
  for (const name of ['Red jar', 'Fern jar', 'Oak tub', 'Wide pan', 'Old crock', 'Low can'])
    await farm.send('vessel.add', { id: randomUUID(), name, kind: 'jar', tool: null, capacity: 3000 });
  const milk = await milkStands(farm, vessels.blue, 14);
  await milkStands(farm, vessels.tall, 1, 6000);
  const cream = randomUUID();
  await farm.send('cream.in', {
    lotId: cream,
    mass: 1500,
    fat: 0.38,
    fatSd: 0.01,
    fatMethod: 'label',
    treatment: 'raw',
    vesselId: vessels.tub,
  });
  for (const path of [
    '/',
    '/churn/new?front=again',
    `/churn/${batchId}`,
    '/ledger',
    `/ledger/${batchId}`,
    '/ledger/trail',
    '/ledger/milk',
    '/ledger/year',
    '/ledger/ready',
    '/ledger/money',
    '/ledger/season',
    '/ledger/notebook',
    '/pail',
    `/pail/${milk}`,
    '/pail/separator',
    '/shelf',
    `/shelf/${cream}`,
    `/recall/${milk}`,
    `/churn/new?lots=${cream}`,
    '/bench',
    '/handbook',
    '/house',
    '/larder',
    '/nowhere',
  ]) {
    await page.emulateMedia({ colorScheme: 'light' });
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
    await expectSound(page);
    // Its colours are the same at every width.
    if (test.info().project.name === 'phone') continue;
    // The room turns dark while the page stands, as it does in the evening.
    await page.emulateMedia({ colorScheme: 'dark' });
    await page.waitForFunction(() => document.documentElement.dataset.scheme === 'dark');
    // Colours begin to change with the next frame.
    await page.evaluate(
      () => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))),
    );
    await expectSound(page, 'color-contrast');
  }
});

test('a page elsewhere cannot write here', async ({ request }) => {
  const response = await request.post('/api/commands', {
    headers: { origin: 'http://elsewhere.example', 'sec-fetch-site': 'cross-site' },
    data: {},
  });
  expect(response.status()).toBe(403);
});

test('calculations answer over HTTP as they do on the command line', async ({ request }) => {
  const right = await request.post('/api/calc/cream.density', { data: { fat: 0.366, temperature: 4.4 } });
  expect(((await right.json()) as { density: number }).density).toBeCloseTo(1.008, 2);
  const wrong = await request.post('/api/calc/cream.density', { data: { fat: 2, temperature: 4 } });
  expect(wrong.status()).toBe(400);
  expect(await wrong.json()).toMatchObject({ error: { path: 'fat' } });
  expect((await request.post('/api/calc/no.such', { data: {} })).status()).toBe(400);
});

test('cream rises on the bench in a worker, and milk that does not fit is refused', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'metric' });
  await page.goto('/bench');
  await page.getByRole('button', { name: 'Let it rise' }).click();
  await expect(
    page.getByText(/Ladle \d+ mm deep: .* of cream, 2\d % fat, with [89]\d % of all the fat/),
  ).toBeVisible();
  await page.getByLabel('Milk stood cold').fill('90 L');
  await page.getByRole('button', { name: 'Let it rise' }).click();
  await expect(page.getByText(/would stand \d+ mm high/)).toBeVisible();
});
