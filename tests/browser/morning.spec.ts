import { beginBatch, countWork, expect, expectSound, test } from './farm';
import { randomUUID } from 'node:crypto';

test.describe('a butter day, as last time', () => {
  test('takes at most nine taps and three numbers, from Today to dated butter on Today', async ({
    page,
    farm,
  }) => {
    const before = await beginBatch(farm, 60 * 24);
    await farm.send('batch.record', {
      batchId: before,
      events: [
        { id: randomUUID(), atSeconds: Date.now() / 1000 - 86000, kind: 'mark', stage: 'break' },
        { id: randomUUID(), atSeconds: Date.now() / 1000 - 85000, kind: 'portion', portionId: randomUUID(), name: 'Salted', mass: 600, massSd: 2, measured: 'scale', saltMass: 9.6, salting: { way: 'share', share: 0.016, kind: 'fine' }, additions: [], storage: 'fridge' },
        { id: randomUUID(), atSeconds: Date.now() / 1000 - 84000, kind: 'packed' },
      ],
    }); // prettier-ignore
    await farm.send('house.settle', { name: 'Larkfold' });
    const work = await countWork(page);
    await page.goto('/');
    await page.getByRole('link', { name: /Churn as last time/ }).click();
    // Last time’s amount and warmth are not today’s.
    await expect(page.getByLabel('How much cream')).toHaveValue('');
    await page.getByLabel('How much cream').fill('1.4 l');
    await page.getByLabel('Temperature of the cream').fill('13');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/of butter, in .* min\.$/);
    await page.getByRole('button', { name: 'Start churning' }).click();
    await expect(page.getByRole('timer')).toBeVisible();
    await page.locator('[data-act="break"]').click();
    await page.locator('[data-act="stopped"]').click();
    await page.locator('[data-act="drained"]').last().click();
    await page.locator('[data-act="washed-clear"]').click();
    await page.getByLabel('The butter weighs').fill('605 g');
    await page.locator('[data-act="pack"]').click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('605 g of butter');
    await page.locator('[data-act="done"]').click();
    await expect(page.getByRole('link', { name: /B2.*605 g, fridge.*eat by/ })).toBeVisible();
    const { taps, fields } = await work();
    expect(taps).toBeLessThanOrEqual(9);
    expect(taps).toBeGreaterThan(5);
    expect(fields).toBeLessThanOrEqual(3);
    await expectSound(page);
  });

  test('opens every figure to show how it came about, and the butter can be finished and given back', async ({
    page,
    farm,
  }) => {
    const batchId = await beginBatch(farm, 30);
    const at = (minutes: number) => Date.now() / 1000 - 1800 + minutes * 60;
    await farm.send('batch.record', {
      batchId,
      events: [
        { id: randomUUID(), atSeconds: at(9), kind: 'mark', stage: 'break' },
        { id: randomUUID(), atSeconds: at(20), kind: 'portion', portionId: randomUUID(), name: 'Salted', mass: 760, massSd: 2, measured: 'scale', saltMass: 12, salting: { way: 'share', share: 0.016, kind: 'fine' }, additions: [], storage: 'fridge' },
        { id: randomUUID(), atSeconds: at(21), kind: 'packed' },
      ],
    }); // prettier-ignore
    await page.goto(`/churn/${batchId}`);
    await expect(page.getByRole('heading', { level: 1 })).toContainText('still wet');
    await expect(page.getByText('Press and work it again while it is cold')).toBeVisible();
    await expectSound(page);
    for (const name of [
      'Fat in',
      'Churn efficiency',
      'Fat of the butter',
      'Water in the butter',
      'Overrun',
      'Net buttermilk',
      'Butter per litre of cream',
    ]) {
      await page
        .locator('dl > div', { has: page.getByText(name, { exact: true }) })
        .getByRole('button')
        .click();
      await expect(page.getByRole('dialog')).toContainText('How we got this');
      await expect(page.getByRole('dialog')).toContainText('=');
      await page.keyboard.press('Escape');
      await expect(page.getByRole('dialog')).toHaveCount(0);
    }
    await page.goto('/larder');
    await page.getByRole('button', { name: 'Eat by' }).click();
    await expect(page.getByRole('dialog')).toContainText('not washed');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'B1 is finished' }).click();
    await expect(page.getByText('No butter in the house')).toBeVisible();
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(page.getByRole('button', { name: 'B1 is finished' })).toBeVisible();
  });

  test('of several churnings in hand one that turns has the button, and each of the others its line', async ({
    page,
    farm,
  }) => {
    for (const minutes of [5, 4]) await beginBatch(farm, minutes);
    const turning = await beginBatch(farm, 3);
    // Begun last, and standing still.
    const stopped = await beginBatch(farm, 2);
    await farm.send('batch.record', {
      batchId: stopped,
      events: [
        { id: randomUUID(), atSeconds: Date.now() / 1000 - 60, kind: 'mark', stage: 'break' },
        { id: randomUUID(), atSeconds: Date.now() / 1000 - 30, kind: 'mark', stage: 'stopped' },
      ],
    });
    await page.goto('/');
    const main = page.getByRole('link', { name: 'To the churn' });
    await expect(main).toHaveCount(1);
    await expect(main).toHaveAttribute('href', `/churn/${turning}`);
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Churning, 3:/);
    const others = page.getByRole('list', { name: 'Also in hand' }).getByRole('listitem');
    await expect(others).toHaveCount(3);
    await expect(others.filter({ hasText: 'Batch 4,' })).toContainText('Stopped');
    await expectSound(page);
    // What else there is comes soon after them, on a phone too.
    const below = await others.last().evaluate((one) => one.getBoundingClientRect().bottom);
    expect(below).toBeLessThan(1.5 * page.viewportSize()!.height);
  });
});
