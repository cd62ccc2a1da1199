import { expect, expectSound, openMilkRoom, test } from './farm';
import { readsWell } from './readsWell';

const on = (inDays: number) => new Date(Date.now() + inDays * 86_400_000).toISOString().slice(0, 10);

test('the year ahead: how long the butter lasts, the herd through it, and what would change it', async ({
  page,
  farm,
}) => {
  const { tansy } = await openMilkRoom(farm);
  // Calved two hundred days ago, served a hundred and fifty days ago: due in a hundred and thirty-two, dry before that.
  await farm.send('animal.put', {
    id: tansy,
    name: 'Tansy',
    breed: 'kerry',
    calvedOn: on(-200),
    servedOn: on(-150),
    sharesWithCalf: true,
  });
  await page.goto('/ledger');
  await page.getByRole('link', { name: 'The year ahead' }).click();
  const says = page.getByRole('heading', { level: 1 });
  await expect(says).toContainText(/Your own butter lasts/);
  const herd = page.getByRole('definition');
  await expect(herd).toContainText('in milk, calf at foot');
  await expect(herd).toContainText(/calves \d+ \w+/);
  await expectSound(page);
  await readsWell(page, 'metric');
  // What is tried is answered against the year as it is, and kept until it is let go.
  const calf = page.getByRole('button', { name: 'the calf off now' });
  await calf.click();
  const came = page.getByRole('status').filter({ hasText: /of the years with butter in every week/ });
  await expect(came).toContainText(/more butter in the year, and from \d+ % to \d+ %/);
  await expect(calf).toHaveAttribute('aria-pressed', 'true');
  await expect(page.locator('[data-look=main]')).toHaveCount(1);
  // How much of it goes by a slider of its own: three weeks later, said on the chip and the slider alike.
  await page.getByRole('slider', { name: 'The calf off now' }).press('ArrowRight');
  await page.getByRole('slider', { name: /The calf off on/ }).press('ArrowRight');
  await expect(page.getByRole('button', { name: /the calf off on .*\d/ })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.getByRole('button', { name: /ladle .* deeper/ }).click();
  await expect(page.getByRole('slider', { name: 'Ladle 6 mm deeper' })).toHaveAttribute(
    'aria-valuetext',
    'ladle 6 mm deeper',
  );
  await page.getByRole('button', { name: 'another Kerry' }).click();
  await page.getByRole('slider', { name: /Another Kerry, calving/ }).press('Home');
  await expect(page.getByRole('button', { name: 'another Kerry, calving now' })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await expectSound(page);
  await readsWell(page, 'metric');
  await expect(came).toBeVisible();
  await expect(came).not.toHaveText(/Trying/);
  const first = await came.innerText();
  await page.reload();
  await expect(came).toHaveText(first);
  await page.getByRole('button', { name: 'As it is' }).click();
  await expect(came).toHaveCount(0);
  // The slider goes by the keyboard, and less eaten lasts longer.
  const slider = page.getByRole('slider', { name: /You eat/ });
  await slider.press('Home');
  await expect(page.getByText('You eat 50 g a week')).toBeVisible();
  await expect(came).toBeVisible();
  await readsWell(page, 'metric');
});

test('with no animal it says what is to be bought, and what a cow would bring', async ({ page, farm }) => {
  await farm.send('house.settle', { unitSystem: 'us', timeZone: 'Europe/Dublin' });
  await page.goto('/ledger/year');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('No animal and no butter yet: try what a cow would bring.');
  await expect(page.getByText(/Bought, it takes about .* of heavy cream a week/)).toBeVisible();
  await readsWell(page, 'us');
  await page.getByRole('button', { name: /^a Kerry, calving in/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Butter of your own from');
  await expect(page.getByRole('definition')).toContainText('as her breed usually gives');
  await readsWell(page, 'us');
  await expectSound(page);
}); // prettier-ignore

test('what would it take: searched, tried, kept under a name, and there again tomorrow', async ({ page, farm }) => {
  const { tansy } = await openMilkRoom(farm);
  await farm.send('animal.put', { id: tansy, name: 'Tansy', breed: 'kerry', calvedOn: on(-200), servedOn: on(-150), sharesWithCalf: true });
  await page.goto('/ledger/year');
  const says = page.getByRole('heading', { level: 1 });
  await expect(says).toContainText(/butter/);
  // As much eaten as one cow never makes all year.
  await page.getByRole('slider', { name: /You eat/ }).press('End');
  // The main button opens it and searches at once.
  await page.getByRole('button', { name: 'What would it take', exact: true }).first().click();
  await expect(page.getByText(/ways, one to three changes at once/)).toBeVisible({ timeout: 60_000 });
  await expectSound(page);
  await readsWell(page, 'metric');
  await page.getByRole('button', { name: 'Try it' }).first().click();
  await expect(page.getByRole('status').filter({ hasText: /of the years with butter in every week/ })).toBeVisible();
  await page.getByText('Kept under a name').click();
  await page.getByLabel('Keep what is tried now as').fill('With a goat');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('button', { name: 'With a goat', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'As it is' }).click();
  await expect(page.getByRole('status').filter({ hasText: /of the years with butter/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'With a goat', exact: true }).click();
  await expect(page.getByRole('status').filter({ hasText: /of the years with butter in every week/ })).toBeVisible();
  await page.getByText('Another animal').click();
  await page.getByRole('button', { name: 'Try her' }).click();
  await expect(page.getByRole('button', { name: /another Jersey, calving in May/ })).toHaveAttribute('aria-pressed', 'true');
  await page.getByText('Kept under a name').click();
  await page.getByRole('button', { name: 'Forget With a goat' }).click();
  await expect(page.getByRole('button', { name: 'With a goat', exact: true })).toHaveCount(0);
}); // prettier-ignore

test('money: what was typed stays, what is no amount is said, and a pound is a pound', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'us', timeZone: 'America/New_York' });
  await page.goto('/ledger');
  await page.getByRole('link', { name: 'Money' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('No butter was packed in the last year.');
  const milk = page.getByLabel('A quart of your milk costs, or would fetch');
  await milk.fill('cheap');
  await expect(page.getByText('“cheap” is no amount: such as 1.20.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep the prices' })).toBeDisabled();
  await milk.fill('0,80');
  await page.getByRole('button', { name: 'Keep the prices' }).click();
  await expect(page.getByText('The prices are kept.')).toBeVisible();
  await page.reload();
  await expect(milk).toHaveValue('0.8');
  await expectSound(page);
  await readsWell(page, 'us');
});
