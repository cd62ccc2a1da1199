import type { Page } from '@playwright/test';
import { ownTime } from '../../src/cli/ownTime';
import { beginBatch, expect, test } from './farm';

/** Tabs until the wanted thing has the focus; fails when the keyboard cannot reach it. */
async function reach(page: Page, selector: string) {
  for (let i = 0; i < 80; i += 1) {
    if (await page.evaluate((wanted) => document.activeElement?.matches(wanted) ?? false, selector)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`The keyboard does not reach ${selector}.`);
}

const measures = {
  metric: { cream: 'just over 0,9 l', rubbish: '360 bst', butter: '360 g', says: '360 g of butter' },
  us: { cream: 'almost a quart', rubbish: '13 ouncs', butter: '12 1/2 oz', says: '12.5 oz of butter' },
  imperial: { cream: 'about 1½ pints', rubbish: '1 pond', butter: '12 oz', says: '12 oz of butter' },
} as const;

for (const unitSystem of ['metric', 'us', 'imperial'] as const)
  test(`a whole churning by keyboard alone, ${unitSystem}`, async ({ page, farm }) => {
    const { cream, rubbish, butter, says } = measures[unitSystem];
    await farm.send('house.settle', { unitSystem });
    await page.goto('/');
    await reach(page, 'a[href="/churn/new?front=tub"]');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel('How much cream')).toBeFocused();
    await page.keyboard.type(cream);
    await expect(page.getByText('give or take')).toBeVisible();
    await reach(page, '[role=radio][aria-checked=true]');
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('radio', { name: /Whipping cream/ })).toHaveAttribute('aria-checked', 'true');
    await reach(page, 'button.MuiButton-contained:not([disabled])');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('timer')).toBeVisible();
    for (const key of ['t', 'w', 'u', 'w', 'p', 'p', 'g', 'b', 's']) await page.keyboard.press(key);
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Drain the buttermilk');
    await reach(page, 'button[data-act=drained]');
    await page.keyboard.press('Enter');
    await reach(page, 'button[data-act=washed-clear]');
    await page.keyboard.press('Enter');
    // The wash has a field as well: it is gone once the butter is asked for.
    await expect(page.getByLabel('The butter weighs')).toBeVisible();
    await reach(page, 'input[maxlength="80"]');
    await page.keyboard.type(rubbish);
    await expect(page.getByText('was not understood').first()).toBeVisible();
    for (let i = 0; i < rubbish.length; i += 1) await page.keyboard.press('Backspace');
    await page.keyboard.type(butter);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1 })).toContainText(says);
    await reach(page, '[data-act=done]');
    await page.keyboard.press('Enter');
    await expect(page.getByText('Your first butter. What is this farm called?')).toBeVisible();
  });

test('a churning by keyboard alone, with a night in the fridge and a bath in the morning', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { name: 'Larkfold', timeZone: 'Europe/Dublin' });
  let time = Date.now() - 11 * 3600_000;
  const later = async (minutes: number) => {
    time += minutes * 60_000;
    await page.clock.setSystemTime(time);
  };
  const choose = async (group: string, name: string) => {
    await reach(page, `[role=radiogroup][aria-label="${group}"] [role=radio][tabindex="0"]`);
    const wanted = page.getByRole('radiogroup', { name: group }).getByRole('radio', { name });
    for (let i = 0; i < 12 && (await wanted.getAttribute('aria-checked')) !== 'true'; i += 1) {
      await page.keyboard.press('ArrowRight');
      // What is chosen of a pause is first written down, and shown once it is.
      await expect(page.locator('[role=radio][aria-checked=true]:focus')).toBeVisible();
    }
    await expect(wanted).toHaveAttribute('aria-checked', 'true');
  };
  await ownTime(page);
  await page.clock.install({ time });
  await page.goto('/churn/new?front=tub');
  await expect(page.getByLabel('How much cream')).toBeFocused();
  await page.keyboard.type('1.5 l');
  await choose('How cold', 'Cool');
  await choose('What it is churned in', 'Paddle churn, by hand');
  await reach(page, 'button.MuiButton-contained:not([disabled])');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('timer').first()).toBeVisible();
  await later(3);
  await page.keyboard.press('t');
  await later(6);
  await page.keyboard.press('w');
  await later(1);
  await page.keyboard.press('p');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Go on when you are ready');
  // The house has it by now, and gives it back: where it stands is said of that.
  await page.reload();
  await choose('It stands', 'Fridge');
  await later(9 * 60);
  await page.reload();
  await expect(page.getByText(/It has stood (8|9) h/)).toBeVisible();
  await expect(page.getByRole('radio', { name: /^Fridge/ })).toHaveAttribute('aria-checked', 'true');
  await expect(page.getByText(/Stand it in a bath of/)).toBeVisible({ timeout: 20_000 });
  await page.keyboard.press('y');
  await expect(page.getByText(/^Look at it in/)).toBeVisible();
  await later(24);
  await page.keyboard.press('r');
  await expect(page.getByLabel('Temperature in the churn')).toBeFocused();
  await page.keyboard.type('15,5');
  await page.keyboard.press('Enter');
  await page.keyboard.press('p');
  await later(4);
  await page.keyboard.press('g');
  await later(5);
  // The night is no minute of the churning.
  await expect(page.getByRole('timer').first()).toHaveText(/^(18|19|20):/);
  await page.keyboard.press('b');
  await later(1);
  await page.keyboard.press('s');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Drain the buttermilk');
  await page.keyboard.press('d');
  await expect(page.getByRole('button', { name: /^Milky/ })).toBeVisible();
  for (const key of ['1', '3', '4']) {
    await later(3);
    await page.keyboard.press(key);
    await page.waitForTimeout(250);
  }
  await expect(page.getByLabel('The butter weighs')).toBeVisible();
  await reach(page, 'input[maxlength="80"]');
  await page.keyboard.type('630 g');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('630 g of butter');
  await expect(page.getByText(/eat by/)).toBeVisible();
});

test('single keys never fire while typing, and can be switched off', async ({ page, farm }) => {
  await page.goto(`/churn/${await beginBatch(farm, 2)}`);
  await page.getByRole('button', { name: 'Temperature' }).click();
  await page.getByLabel('Temperature in the churn').fill('');
  await page.keyboard.type('b s');
  await expect(page.locator('[data-act=undo]')).toBeDisabled();
  await page.getByRole('button', { name: 'Temperature' }).click();
  await page.locator('h1').click();
  await page.keyboard.press('?');
  await page.getByLabel(/Switch single keys off/).check();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('b');
  await expect(page.locator('[data-act=undo]')).toBeDisabled();
});

test('the line lets go of the keys once what was written is taken, and keeps them while it is not', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'metric' });
  await page.goto(`/churn/${await beginBatch(farm, 1)}`);
  await page.keyboard.press('/');
  await page.keyboard.type('15 C');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-act=undo]')).toContainText('15 °C');
  await page.keyboard.press('t');
  await expect(page.locator('[data-act=undo]')).toContainText('thickening');
  await expect(page.getByLabel('Jot it down')).toHaveValue('');
  await page.keyboard.press('/');
  await expect(page.getByLabel('Jot it down')).toBeFocused();
  await page.keyboard.type('grumbles');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/“grumbles” was not understood/)).toBeVisible();
  await page.keyboard.type('b');
  await expect(page.getByLabel('Jot it down')).toHaveValue('grumblesb');
  await expect(page.locator('[data-act=undo]')).toContainText('thickening');
});
