import { randomUUID } from 'node:crypto';
import { beginBatch, expect, expectSound, test } from './farm';
import type { TestFarm } from './farm';

const day = 86_400;

/** Salted, washed butter packed so many days ago. */
async function packed(farm: TestFarm, daysAgo: number, mass = 900): Promise<string> {
  const batchId = await beginBatch(farm, daysAgo * 1440 + 60);
  const portionId = randomUUID();
  const at = (minutes: number) => Date.now() / 1000 - daysAgo * day - (60 - minutes) * 60;
  const event = (minutes: number, body: Record<string, unknown>) => ({ id: randomUUID(), atSeconds: at(minutes), ...body });
  await farm.send('batch.record', {
    batchId,
    events: [
      event(10, { kind: 'mark', stage: 'break' }),
      event(12, { kind: 'mark', stage: 'stopped' }),
      event(14, { kind: 'drained', measured: 'mass', mass: 500, massSd: 10 }),
      event(16, { kind: 'washed', clarity: 'clear' }),
      event(20, { kind: 'portion', portionId, name: 'Salted', mass, massSd: 2, measured: 'scale', saltMass: mass * 0.016, salting: { way: 'share', share: 0.016, kind: 'fine' }, additions: [], storage: 'fridge' }),
      event(30, { kind: 'packed' }),
    ],
  });
  return portionId;
} // prettier-ignore

test('a piece is put into the crock, watered, eaten from and given away, and each can be taken back', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'metric', name: 'Larkfold', timeZone: 'Europe/Dublin' });
  const lotId = await packed(farm, 6, 600);
  await page.goto('/larder');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Everything here keeps a while.');
  await expectSound(page);

  // A part of it goes into the crock, and has a code and a day of its own.
  await page.getByText('Put it elsewhere').click();
  await page.getByLabel('How much of it').fill('200 g');
  await page.getByRole('button', { name: 'Into the crock' }).click();
  const crock = page.getByRole('region', { name: 'Crock' });
  await expect(crock.getByText('B1-2', { exact: true })).toBeVisible();
  await expect(crock.getByText('200 g', { exact: true })).toBeVisible();
  await expect(crock).toContainText('water of today');
  await expect(page.getByRole('region', { name: 'Fridge' })).toContainText('400 g');

  // Five days old water presses, on the Larder and on Today; changed it is of today.
  await farm.send('butter.move', { lotId, to: 'crock', atSeconds: Date.now() / 1000 - 5 * day });
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('The crock wants fresh water.');
  await page.goto('/');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('The crock wants fresh water.');
  await page.getByRole('button', { name: 'Fresh water in the crock' }).click();
  await expect(page.getByText('Fresh water in the crock.', { exact: true })).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).not.toHaveText('The crock wants fresh water.');

  // Some of it is given to somebody; taken back, it is all there again.
  await page.goto(`/larder?piece=${lotId}`);
  await page.getByText('Some of it', { exact: true }).click();
  await page.getByText('Given away', { exact: true }).click();
  await page.getByRole('button', { name: 'Half' }).click();
  await page.getByLabel('To whom, if you want').fill('the neighbours');
  await expectSound(page);
  await page.getByRole('button', { name: '200 g given away' }).click();
  await expect(page.getByText('200 g of B1 given away: the neighbours.')).toBeVisible();
  await expect(page.getByRole('heading', { name: /^B1, 200 g/ })).toBeVisible();

  // The recall sheet names them; a sheet of labels and a page for the fridge door come as PDF.
  expect(await (await page.request.get(`/recall/${lotId}`)).text()).toContain('the neighbours');
  for (const path of [
    `/api/lots/${lotId}/label?sheet=a4-24&copies=3`,
    '/api/papers/fridge-door?paper=letter',
  ]) {
    const file = await page.request.get(path);
    expect(file.headers()['content-type']).toBe('application/pdf');
    expect((await file.body()).subarray(0, 5).toString()).toBe('%PDF-');
  }
  expect((await page.request.get(`/api/lots/${lotId}/label?sheet=a5`)).status()).toBe(400);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('heading', { name: /^B1, 400 g/ })).toBeVisible();
  await page.getByRole('link', { name: 'Recall sheet' }).click();
  await expect(page.getByText('None of it went to people.')).toBeVisible();
  await expectSound(page);
});

test('an empty larder says what it is for', async ({ page, farm }) => {
  await farm.send('house.settle', { unitSystem: 'metric', name: 'Larkfold', timeZone: 'Europe/Dublin' });
  await page.goto('/larder');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('The larder is empty.');
  await expectSound(page);
});

test('what is kept beside the butter stands in its cupboard, and goes where it goes in one tap', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'us', name: 'Larkfold', timeZone: 'Europe/Dublin' });
  await packed(farm, 1);
  const creamId = randomUUID();
  await farm.send('cream.in', { lotId: creamId, mass: 480, fat: 0.4, fatSd: 0.01, fatMethod: 'label', treatment: 'pasteurised', vesselId: null });
  await farm.send('lot.record', { lotId: creamId, events: [{ kind: 'placed', id: randomUUID(), atSeconds: Date.now() / 1000, place: 'freezer' }] });
  await page.goto('/larder');
  // Cream in the freezer is kept; it stands there while it still freezes.
  await expect(page.getByRole('region', { name: 'Freezer' }).getByRole('button', { name: /Cream R/ })).toBeVisible();
  await page.getByRole('region', { name: 'Fridge' }).getByRole('button', { name: /Buttermilk/ }).click();
  const hand = page.getByRole('region', { name: /In hand: Buttermilk/ });
  await expect(hand.getByText(/^Use by/)).toBeVisible();
  await expectSound(page);
  await hand.getByRole('button', { name: 'All for baking' }).click();
  await expect(page.getByText(/All of Buttermilk M1 for baking/)).toBeVisible();
  await expect(page.getByRole('button', { name: /Buttermilk/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Fridge' }).getByRole('button', { name: /Buttermilk/ })).toBeVisible();
  await expect(page.getByRole('region', { name: /In hand: Buttermilk/ })).toBeVisible();
  // Made into curd it is a piece of its own, by weight, with a day to eat it by; and it is eaten in one tap.
  await hand.getByText('Some of it').click();
  await hand.getByRole('radio', { name: 'Curd', exact: true }).click();
  await expect(hand.getByLabel('Heated to 185 °F first')).toBeChecked();
  await hand.getByLabel('Curd it makes').fill('40 oz');
  await expect(hand.getByText(/^At most/)).toBeVisible();
  await hand.getByLabel('Curd it makes').fill('5 oz');
  await hand.getByRole('button', { name: 'All of it for curd' }).click();
  const curd = page.getByRole('region', { name: 'Fridge' }).getByRole('button', { name: /Curd K/ });
  await expect(curd).toContainText('5 oz');
  await curd.click();
  const made = page.getByRole('region', { name: /In hand: Curd/ });
  await expect(made.getByText(/^Use by/)).toBeVisible();
  await expectSound(page);
  await made.getByRole('button', { name: 'All eaten' }).click();
  await expect(curd).toHaveCount(0);
}); // prettier-ignore
