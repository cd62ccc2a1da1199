import { randomUUID } from 'node:crypto';
import { beginBatch, expect, expectSound, test } from './farm';
import type { TestFarm } from './farm';
import { readsWell } from './readsWell';

/** A packed batch of so much butter, with its marks. */
async function packed(
  farm: TestFarm,
  grams: number,
  minutesAgo: number,
  change: Record<string, unknown> = {},
): Promise<string> {
  const batchId = await beginBatch(farm, minutesAgo, change);
  const from = Math.floor(Date.now() / 1000) - minutesAgo * 60;
  await farm.send('batch.record', {
    batchId,
    events: [
      { id: randomUUID(), atSeconds: from + 600, kind: 'mark', stage: 'whipped' },
      { id: randomUUID(), atSeconds: from + 900, kind: 'mark', stage: 'break' },
      { id: randomUUID(), atSeconds: from + 1000, kind: 'drained', measured: 'mass', mass: 800, massSd: 10 },
      {
        id: randomUUID(),
        atSeconds: from + 1200,
        kind: 'portion',
        portionId: randomUUID(),
        name: 'Butter',
        mass: grams,
        massSd: 2,
        measured: 'scale',
        saltMass: 0,
        salting: { way: 'none' },
        storage: 'fridge',
        additions: [],
      },
      { id: randomUUID(), atSeconds: from + 1300, kind: 'packed' },
    ],
  });
  return batchId;
}

test('every batch is found, sorted and chosen, by keyboard as well; two are held side by side with what made the difference', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'us', name: 'Larkfold', timeZone: 'America/Denver' });
  await packed(farm, 620, 300);
  await packed(farm, 560, 200);
  await packed(farm, 640, 100);
  await page.goto('/ledger');
  await page.getByRole('link', { name: 'Search, filter and sort every batch' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('3 batches.');
  const numbers = () => page.locator('[data-field="number"] a').allTextContents();
  await expect.poll(numbers).toEqual(['3', '2', '1']);
  await expectSound(page);
  await readsWell(page, 'us');
  // By its heading, with the keyboard alone.
  await page.getByRole('columnheader', { name: 'Butter', exact: true }).click();
  await expect.poll(numbers).toEqual(['3', '1', '2']);
  await page.keyboard.press('Enter');
  await expect.poll(numbers).toEqual(['2', '1', '3']);
  await page.getByLabel('Find').fill('2');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('1 batch like that.');
  await page.getByLabel('Find').fill('');
  await page.getByLabel('Cream’s fat, %').fill('over the moon');
  await expect(page.getByText('Say “30 to 40”, “under 95” or “over 90”.')).toBeVisible();
  await page.getByLabel('Cream’s fat, %').fill('over 60');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('No batch is like that.');
  await page.getByLabel('Cream’s fat, %').fill('');
  await expect.poll(numbers).toEqual(['2', '1', '3']);
  await expect(page.getByText('Choose two to four to hold them side by side.')).toBeVisible();
  for (const nth of [1, 0]) await page.getByRole('row').filter({ has: page.getByRole('link') }).nth(nth).getByRole('checkbox').check();
  await page.getByRole('link', { name: 'Hold 2 side by side' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Batch 2 gave [\d.]+ oz less from a quart of cream than 1(: most by |\. What made it)/);
  await expect(page.getByRole('row', { name: /^Together [\d.]+ oz less/ })).toBeVisible();
  await expect(page.getByText('whipped 10 min, break 15 min').first()).toBeVisible();
  await expectSound(page);
  await readsWell(page, 'us');
  await page.goto('/ledger/compare?batches=nothing-there');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Choose two batches, and why one gave more than the other is told here.');
}); // prettier-ignore

test('of many batches the next page is turned to, and it stays', async ({ page, farm }) => {
  const hours = 28;
  for (let nth = 0; nth < hours; nth += 1) await packed(farm, 560 + nth, (hours - nth) * 60);
  await page.goto('/ledger/batches');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('28 batches.');
  await page.getByRole('button', { name: 'Go to next page' }).click();
  await expect(page.getByText('26–28 of 28')).toBeVisible();
  await expect(page.locator('[data-field="number"] a')).toHaveText(['3', '2', '1']);
  // It was asked for and is what stands there, not the first page gone back to.
  await page.getByLabel('Find').fill('mixer');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('28 batches like that.');
  await expect(page.getByText('1–25 of 28')).toBeVisible();
  await page.getByRole('button', { name: 'Go to next page' }).click();
  await expect(page.getByText('26–28 of 28')).toBeVisible();
});
