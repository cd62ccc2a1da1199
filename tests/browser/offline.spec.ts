import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { beginBatch, expect, expectSound, openWhatHappened, test } from './farm';

test.use({ serviceWorkers: 'allow' });

/** Waits until this device could open the churn without the house. */
const prepared = async (page: Page) => {
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
  await expect
    .poll(() =>
      page.evaluate(async () => (await (await caches.open('immulgo')).match('/offline')) !== undefined),
    )
    .toBe(true);
  // What the house said of the plan is asked for when the worker is ready, and kept.
  await expect
    .poll(() =>
      page.evaluate(async () => {
        const names = (await indexedDB.databases()).map(({ name }) => name);
        if (!names.includes('immulgo-kept')) return [];
        return new Promise<IDBValidKey[]>((resolve) => {
          const open = indexedDB.open('immulgo-kept');
          open.onsuccess = () => {
            const asked = open.result.transaction('kept').objectStore('kept').getAllKeys();
            asked.onsuccess = () => {
              open.result.close();
              resolve(asked.result);
            };
          };
        });
      }),
    )
    .toEqual(expect.arrayContaining(['frame', 'plan']));
};

test('the churn opens without the house, takes marks, and gives them once it is back', async ({
  page,
  context,
  farm,
}) => {
  const batchId = await beginBatch(farm, 6, { tool: 'paddleHand' });
  await page.goto(`/churn/${batchId}`);
  await prepared(page);
  await page.locator('[data-act=thickening]').first().click();
  await expect(page.locator('[data-act=whipped]').first()).toBeVisible();
  await context.setOffline(true);
  await page.goto(`/churn/${batchId}`);
  await expect(page.getByText('The house does not answer')).toBeVisible();
  await expect(page.getByRole('timer').first()).toBeVisible();
  await page.locator('[data-act=whipped]').first().click();
  await page.keyboard.press('g');
  await expect(page.locator('[data-act=break]').first()).toContainText('It broke');
  await expect(page.getByText(/^[23] kept here, not sent yet$/)).toBeVisible();
  await expectSound(page);
  await page.reload();
  await expect(page.locator('[data-act=break]').first()).toContainText('It broke');
  await page.goto('/shelf');
  await expect(page.getByRole('heading', { name: 'Only the churn opens without the house.' })).toBeVisible();
  await context.setOffline(false);
  await page.goto(`/churn/${batchId}`);
  await openWhatHappened(page);
  await expect(page.getByRole('listitem').filter({ hasText: /Whipped at/ })).toHaveCount(1);
  await expect(page.getByRole('listitem').filter({ hasText: /Grainy at/ })).toHaveCount(1);
  await expect(page.getByText(/not sent yet/)).toHaveCount(0);
});

test('a make day starts in a shed with no signal, and is one batch in the ledger afterwards', async ({
  page,
  context,
  farm,
}) => {
  await farm.send('house.settle', { name: 'Larkfold', timeZone: 'Europe/Dublin' });
  await page.goto('/');
  await prepared(page);
  await context.setOffline(true);
  await page.goto('/churn/new');
  await page.getByLabel(/How much cream/).fill('1.2 L');
  await page.getByRole('button', { name: 'Start churning' }).click();
  await expect(page.getByRole('timer').first()).toBeVisible();
  await expect(page.getByText('The new batch', { exact: false })).toBeVisible();
  await page.keyboard.press('b');
  await page.keyboard.press('s');
  await page.locator('button[data-act=drained]').click();
  await page.getByLabel('Jot it down').fill('washed clear');
  await page.getByLabel('Jot it down').press('Enter');
  await page.getByLabel('Jot it down').fill('butter 480 g salted');
  await page.getByLabel('Jot it down').press('Enter');
  await page.locator('[data-act=pack]').click();
  await context.setOffline(false);
  await page.getByRole('link', { name: 'Go on there' }).click();
  await expect(page.getByRole('link', { name: 'Books', exact: true })).toBeVisible();
  await expect(page.getByText(/not sent yet/)).toHaveCount(0);
  await page.goto('/ledger');
  await expect(page.getByRole('heading', { name: /^One batch made 480 g of butter/ })).toBeVisible();
});

test('cream of the Shelf is churned with no signal, and though it was used at home meanwhile nothing is lost', async ({
  page,
  context,
  farm,
}) => {
  const lotId = randomUUID();
  await farm.send('house.settle', { name: 'Larkfold', timeZone: 'Europe/Dublin' });
  await farm.send('cream.in', {
    lotId,
    mass: 1300,
    fat: 0.36,
    fatSd: 0.01,
    fatMethod: 'label',
    treatment: 'pasteurised',
  });
  await page.goto('/');
  await prepared(page);
  await context.setOffline(true);
  await page.goto('/churn/new');
  await page.getByRole('link', { name: 'Churn it' }).click();
  await expect(page.getByText(/^1\.29 L of 36 % cream, from R1/).first()).toBeVisible();
  await expectSound(page);
  await page.getByRole('button', { name: 'Start churning' }).click();
  await expect(page.getByRole('timer').first()).toBeVisible();
  await page.locator('[data-act=break]').first().click();
  await farm.send('lot.use', { lotId, to: 'baked' }, { device: 'kitchen' });
  // It is in the churn: nobody is offered it a second time.
  await page.goto('/churn/new');
  await expect(page.getByRole('heading', { name: 'How much cream is there?' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Churn it' })).toHaveCount(0);
  await context.setOffline(false);
  await page.getByRole('link', { name: 'Go on there' }).click();
  await expect(page.getByText(/not sent yet/)).toHaveCount(0);
  await page.goto('/');
  await expect(page.getByText(/It does not add up.*R1 was used on another device.*Batch 1/)).toBeVisible();
  await expectSound(page);
  await page.getByRole('button', { name: 'Noted' }).click();
  await expect(page.getByText('It does not add up.')).toHaveCount(0);
  await page.goto('/churn');
  await openWhatHappened(page);
  await expect(page.getByRole('listitem').filter({ hasText: /Broke at|Break at/ })).toHaveCount(1);
});
