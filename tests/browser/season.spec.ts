import { beginBatch, expect, expectSound, test } from './farm';
import { readsWell } from './readsWell';

test('the season without a batch goes by the book, month by month, by the keyboard', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { timeZone: 'Europe/Dublin' });
  await page.goto('/ledger/season');
  const says = page.getByRole('heading', { level: 1 });
  await expect(says).toContainText(/your cream churns best at about 1\d(?:\.5)? °C, by the book/);
  await expect(page.getByText(/A litre of milk gives \d+ g by the book/)).toBeVisible();
  const month = page.getByRole('slider', { name: 'Which month' });
  await month.press('Home');
  await expect(page.getByText('January, no batch yet.')).toBeVisible();
  await expect(page.getByText(/taken to be on hay/)).toBeVisible();
  for (let i = 0; i < 5; i += 1) await month.press('ArrowRight');
  await expect(page.getByText('June, no batch yet.')).toBeVisible();
  await expect(page.getByText(/taken to be on grass/)).toBeVisible();
  await expect(month).toHaveAttribute('aria-valuetext', 'June');
  await expect(page.getByText('Colour: nothing tells of it yet.').first()).toBeVisible();
  await page.getByText('As a table').click();
  await expect(page.getByRole('row')).toHaveCount(13);
  await expectSound(page);
  await readsWell(page, 'metric');
});

test('a season in the south, in quarts and degrees Fahrenheit, on a phone', async ({ page, farm }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await farm.send('house.settle', { unitSystem: 'us', timeZone: 'Pacific/Auckland' });
  await beginBatch(farm);
  await page.goto('/ledger/season');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('°F');
  await expect(page.getByText(/A quart of milk gives/)).toBeVisible();
  await page.getByRole('slider', { name: 'Which month' }).press('Home');
  await expect(page.getByText(/taken to be on grass/)).toBeVisible();
  await page.getByText('Why', { exact: true }).click();
  await readsWell(page, 'us');
  await expectSound(page);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});
