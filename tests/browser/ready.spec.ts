import { randomUUID } from 'node:crypto';
import { expect, expectSound, jotLine, test } from './farm';
import type { TestFarm } from './farm';
import { readsWell } from './readsWell';

const cream = (farm: TestFarm, mass = 2600) =>
  farm.send('cream.in', {
    lotId: randomUUID(),
    mass,
    fat: 0.38,
    fatSd: 0.01,
    fatMethod: 'label',
    treatment: 'pasteurised',
    celsius: 4,
  });

test('butter by a time: the flag is moved, the steps follow, and the thread keeps it', async ({ page, farm }) => {
  await cream(farm);
  await page.goto('/ledger');
  await page.getByRole('link', { name: 'Ready by a time' }).click();
  const says = page.getByRole('heading', { level: 1 });
  await expect(says).toHaveText(/^For .*noon.*, .+ at .+\.$/);
  const line = page.getByRole('listitem').filter({ hasText: 'nine in ten by' });
  await expect(line.filter({ hasText: 'Churn' })).toHaveCount(1);
  await expectSound(page);
  await readsWell(page, 'metric');
  // By keyboard the flag goes by half hours, and everything with it.
  const flag = page.getByRole('slider', { name: 'Ready by' });
  const before = await flag.getAttribute('aria-valuetext');
  const churn = () => line.filter({ hasText: 'Churn' }).innerText();
  const begun = await churn();
  await flag.press('PageUp');
  await expect(flag).not.toHaveAttribute('aria-valuetext', before!);
  await expect.poll(churn).not.toBe(begun);
  await flag.press('PageDown');
  await expect(flag).toHaveAttribute('aria-valuetext', before!);
  await expect.poll(churn).toBe(begun);
  // And by the finger.
  const box = (await flag.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 60);
  await page.mouse.down();
  await page.mouse.move(box.x - 60, box.y + 60, { steps: 4 });
  await page.mouse.up();
  await expect(flag).not.toHaveAttribute('aria-valuetext', before!);
  await expect.poll(churn).not.toBe(begun);
  await page.getByRole('button', { name: 'Put it on the thread' }).click();
  await expect(page).toHaveURL(/wish=/);
  const kept = page.getByRole('region', { name: 'On the thread' });
  await expect(kept).toContainText(/sweet: ready by/);
  // It hangs on Today’s thread, and in a calendar.
  const file = await page.request.get((await page.getByRole('link', { name: 'Calendar file' }).getAttribute('href'))!);
  expect(await file.text()).toMatch(/SUMMARY:Churn/);
  await page.goto('/');
  await expect(page.getByRole('region', { name: 'What is coming this week' })).toContainText(/ready|churn|take the cream out/);
  // The Shelf says whose its cream is.
  await page.goto('/shelf');
  await expect(page.getByRole('link', { name: /is kept for / })).toBeVisible();
  await page.goBack();
  // Taken off it is gone; Undo brings it back.
  await page.goBack();
  await page.getByRole('button', { name: 'Take it off the thread' }).click();
  await expect(kept).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(kept).toHaveCount(1);
}); // prettier-ignore

test('what cannot be is said in words, with ways that work; and nobody is asked who is at the market', async ({ page, farm }) => {
  await cream(farm, 900);
  await farm.send('house.settle', { hours: { from: 360, to: 1290, away: [{ who: '', weekdays: [0, 1, 2, 3, 4, 5, 6], from: 480, to: 1260, what: 'at the market' }] } });
  await page.goto('/ledger/ready');
  await page.getByText('What is wanted').click();
  await page.getByLabel('How much butter').fill('900 g');
  const says = page.getByRole('heading', { level: 1 });
  await expect(says).toHaveText(/There is cream for about .* by then\./);
  const less = page.getByRole('button', { name: /^\d+ g instead$/ });
  await expect(less).toBeVisible();
  await expectSound(page);
  await less.click();
  await expect(says).toHaveText(/^For /);
  await page.getByText('When somebody is there').click();
  await expect(page.getByText('Nobody is there, every day 8:00 to 21:00: at the market.')).toBeVisible();
  await expectSound(page);
  await page.getByRole('button', { name: 'Strike off' }).click();
  await expect(page.getByText(/at the market/)).toHaveCount(0);
}); // prettier-ignore

test('with no cow and no cream it plans the shopping, on a phone, in US units', async ({ page, farm }) => {
  await farm.send('house.settle', { unitSystem: 'us', timeZone: 'America/New_York' });
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto('/ledger/ready');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^For .*noon.*, buy .* of cream at .+\.$/);
  await readsWell(page, 'us');
  await expectSound(page);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  // Behind its doors nothing stands out to the side either.
  for (const [door, there] of [
    ['What is wanted', 'Cream that is lacking'],
    ['When somebody is there', 'Who is away'],
  ] as const) {
    await page.getByText(door).click();
    await expect(page.getByText(there, { exact: true })).toBeVisible();
    const out = await page.evaluate(
      () =>
        [...document.querySelectorAll('main fieldset, main input, main button')].filter(
          (one) => one.getBoundingClientRect().right > innerWidth + 1,
        ).length,
    );
    expect(out).toBe(0);
  }
  await page.getByText('Why').click();
  await expect(page.getByText(/goes by the book until a batch was timed here/)).toBeVisible();
  await readsWell(page, 'us');
});

test('a wish that is jotted opens its line with what was said, also on the page itself', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { timeZone: 'Europe/Dublin' });
  await cream(farm);
  await page.goto('/');
  const jot = await jotLine(page);
  await jot.fill('want 450 g unsalted for the market by saturday noon');
  await jot.press('Enter');
  await expect(page).toHaveURL(/ledger\/ready/);
  const says = page.getByRole('heading', { level: 1 });
  await expect(says).toHaveText(/^For .*noon/);
  await page.getByText('What is wanted', { exact: false }).first().waitFor();
  const again = await jotLine(page);
  await again.fill('want 600 g by yesterday');
  await again.press('Enter');
  await expect(page.getByText(/is no time to come/)).toBeVisible();
  await again.fill('want 700 g by next sunday 18:00');
  await again.press('Enter');
  await expect(page.getByText(/700 g/).first()).toBeVisible();
});
