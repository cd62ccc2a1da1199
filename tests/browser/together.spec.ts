import { beginBatch, expect, openWhatHappened, test } from './farm';

test('two browsers on one batch both stay right', async ({ page, farm, browser, baseURL }) => {
  const batchId = await beginBatch(farm, 3);
  const other = await browser.newContext({ baseURL });
  await farm.bind(other);
  const second = await other.newPage();
  await Promise.all([page.goto(`/churn/${batchId}`), second.goto(`/churn/${batchId}`)]);
  await page.locator('[data-act=thickening]').click();
  await expect(second.locator('[data-act=whipped]').first()).toContainText('It is whipped');
  await second.locator('[data-act=whipped]').first().click();
  await expect(page.locator('[data-act=grainy]').first()).toContainText('It is grainy');
  // Both see the break at once: it is one break.
  await Promise.all([page.locator('[data-act=break]').click(), second.locator('[data-act=break]').click()]);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Stop at wheat-grain size');
  await openWhatHappened(page);
  await expect(page.getByText('marked by another device too; counted once')).toBeVisible();
  await expect(page.getByText(/What happened so far \(5\)/)).toBeVisible();
  await expect(second.getByText(/What happened so far \(5\)/)).toBeVisible();
  await other.close();
});

test('marks made without the house are kept, shown as unsent, survive a reload and arrive once', async ({
  page,
  farm,
}) => {
  const batchId = await beginBatch(farm, 3);
  await page.goto(`/churn/${batchId}`);
  await page.route('**/api/commands', (route) => route.abort());
  await page.locator('[data-act=thickening]').click();
  await page.locator('[data-act=whipped]').first().click();
  await expect(page.getByText('2 kept here, not sent yet', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.locator('[data-act=grainy]').first()).toContainText('It is grainy');
  await expect(page.getByText('2 kept here, not sent yet', { exact: true })).toBeVisible();
  await page.unroute('**/api/commands');
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect(page.getByText(/kept here, not sent yet/)).toHaveCount(0);
  await page.reload();
  await expect(page.getByText(/What happened so far \(3\)/)).toBeVisible();
});

test('a mark whose answer is lost on the way back is not doubled', async ({ page, farm }) => {
  const batchId = await beginBatch(farm, 3);
  await page.goto(`/churn/${batchId}`);
  let lost = 0;
  await page.route('**/api/commands', async (route) => {
    if (lost++ === 0) {
      await route.fetch();
      await route.abort();
    } else await route.continue();
  });
  await page.locator('[data-act=thickening]').click();
  await expect.poll(() => lost).toBeGreaterThan(1);
  await page.reload();
  await expect(page.getByText(/What happened so far \(2\)/)).toBeVisible();
});

test.describe('without a worker that could serve the churn from the device', () => {
  test.use({ serviceWorkers: 'block' });

  test('a start pressed while the house is gone, and a reload after it, make one batch', async ({
    page,
    farm,
  }) => {
    await page.goto('/churn/new?front=tub');
    await page.getByLabel('How much cream').fill('1 L');
    await page.route('**/api/commands', (route) => route.abort());
    await page.getByRole('button', { name: 'Start churning' }).click();
    await expect(page.getByText(/kept on this device with its time/)).toBeVisible();
    await page.reload();
    await expect(page.getByLabel('How much cream')).toHaveValue('1 L');
    await expect(page.getByRole('button', { name: 'Writing it down…' })).toBeDisabled();
    await page.unroute('**/api/commands');
    await page.evaluate(() => window.dispatchEvent(new Event('online')));
    await expect(page.getByRole('timer')).toBeVisible();
    await page.goto('/ledger');
    await expect(page.getByText('Batch 2')).toHaveCount(0);
    await page.goto('/churn/new?front=tub');
    await expect(page.getByLabel('How much cream')).toHaveValue('');
    await farm.send('house.settle', { name: 'Larkfold' });
  });
});

test('what was typed and chosen before it was sent survives a reload', async ({ page, farm }) => {
  const batchId = await beginBatch(farm, 12);
  await page.goto(`/churn/${batchId}`);
  await page.locator('[data-act=break]').click();
  await page.locator('[data-act=stopped]').first().click();
  await page.getByLabel('Buttermilk, if you measure it').fill('0.8 quarrt');
  await page.reload();
  await expect(page.getByLabel('Buttermilk, if you measure it')).toHaveValue('0.8 quarrt');
  await page.getByLabel('Buttermilk, if you measure it').fill('');
  await page.locator('button[data-act=drained]').click();
  await page.locator('[data-act=unwashed]').click();
  await page.getByLabel('The butter weighs').fill('612 g');
  await page.getByRole('radio', { name: 'Freezer' }).click();
  await page.reload();
  await expect(page.getByLabel('The butter weighs')).toHaveValue('612 g');
  await expect(page.getByRole('radio', { name: 'Freezer' })).toBeChecked();
  await page.locator('[data-act=pack]').click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('612 g of butter');
});

test('a double tap on the big button is one mark', async ({ page, farm }) => {
  await page.goto(`/churn/${await beginBatch(farm, 3)}`);
  await page.locator('[data-act=thickening]').dblclick();
  await expect(page.locator('[data-act=whipped]').first()).toContainText('It is whipped');
  await expect(page.getByText(/What happened so far \(2\)/)).toBeVisible();
});
