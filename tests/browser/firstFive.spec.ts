import { countWork, expect, expectSound, test } from './farm';

test.describe('the first five minutes', () => {
  test.use({ locale: 'en-US' });

  test('one number, five taps, two screens, in quarts and pounds', async ({ page, farm }) => {
    expect(farm.id).toBeTruthy();
    const work = await countWork(page);
    await page.goto('/');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('What is in front of you?');
    await expect(page.getByRole('radio', { name: /Quarts and pounds/ })).toHaveAttribute(
      'aria-checked',
      'true',
    );
    await expectSound(page);
    await page.getByRole('link', { name: /A tub of cream/ }).click();
    await page.getByLabel('How much cream').fill('1 1/2 qt');
    await page.getByRole('radio', { name: /Heavy cream/ }).click();
    await page.getByRole('radio', { name: /^Cool/ }).click();
    await page.getByRole('radio', { name: 'Stand mixer', exact: true }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/lb.* of butter, in .* min\.$/);
    await expectSound(page);
    await page.getByRole('button', { name: 'Start churning' }).click();
    await expect(page.getByRole('timer')).toBeVisible();
    expect(await work()).toEqual({ taps: 5, fields: 1 });
    await expectSound(page);
  });

  test('catches a churn more than half full and splits the load', async ({ page, farm }) => {
    await farm.send('house.settle', { unitSystem: 'metric' });
    await page.goto('/churn/new?front=tub');
    await page.getByLabel('How much cream').fill('1.4 l');
    await page.getByRole('radio', { name: 'Shaken jar' }).click();
    await expect(page.getByRole('note')).toContainText('2 loads of 700 mL');
    await page.getByLabel('What it holds, to the brim').fill('1 l');
    await expect(page.getByRole('note')).toContainText('3 loads');
  });

  test('says what a warm pail will give, and what to mind', async ({ page, farm }) => {
    await farm.send('house.settle', { unitSystem: 'metric' });
    await page.goto('/');
    await page.getByRole('button', { name: /A warm pail/ }).click();
    await page.getByLabel('How much milk').fill('11.2 l');
    await expect(
      page.getByText(/Through a hand separator, warm: .* of cream, about 5\d\d g of butter/),
    ).toBeVisible();
    await expect(page.getByText('Raw milk can carry dangerous bacteria')).toBeVisible();
  });
});
