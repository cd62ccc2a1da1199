import { randomUUID } from 'node:crypto';
import { countWork, expect, expectSound, milkStands, openMilkRoom, test, jotLine } from './farm';

const hour = 3600;

test.describe('an ordinary day, phone in one hand in the milk room', () => {
  test('takes at most three taps and one number, on Today', async ({ page, farm }) => {
    const { vessels } = await openMilkRoom(farm);
    await milkStands(farm, vessels.tall, 24.2, 11_500);
    const before = await milkStands(farm, null, 26);
    await farm.send('lot.use', { lotId: before, to: 'drunk' });
    await farm.send('milk.separate', {
      way: 'separator',
      from: [{ lotId: await milkStands(farm, null, 20) }],
      cuts: [{ lotId: randomUUID(), mass: 260, fat: 0.37, vesselId: vessels.tub }],
      skim: { to: 'use', use: 'pigs' },
      atSeconds: Date.now() / 1000 - 19 * hour,
    });
    const tall = await milkStands(farm, null, 24);
    await farm.send('lot.use', { lotId: tall, to: 'calves' });
    for (const jar of [vessels.blue, vessels.green]) await milkStands(farm, jar, 14);
    // The tall can was emptied this morning.
    const work = await countWork(page);
    await page.goto('/');
    await expect(page.getByRole('heading', { level: 1 })).toContainText(/Skim|stand/);
    await page.getByRole('button', { name: /^Skim (both|all 3)( now)?, .*White tub.*to the pigs/ }).click();
    await expect(page.getByText(/of cream off .*Blue jar/)).toBeVisible();
    await page.getByLabel('How much milk').fill('11.2');
    await page.getByRole('button', { name: 'Milk in' }).click();
    await expect(page.getByText(/11\.2 L of milk/)).toBeVisible();
    const { taps, fields } = await work();
    expect(taps).toBeLessThanOrEqual(3);
    expect(fields).toBe(1);
    await page.goto('/shelf');
    await expect(page.getByRole('button', { name: /White tub/ })).toBeVisible();
    await expectSound(page);
  });

  test('and one tap when the milk is the same as yesterday; Undo takes it back', async ({ page, farm }) => {
    const { vessels } = await openMilkRoom(farm);
    const yesterday = await milkStands(farm, vessels.tall, 24, 11_536);
    await farm.send('lot.use', { lotId: yesterday, to: 'sold' });
    await page.goto('/');
    await page.getByRole('button', { name: /Same as yesterday, 11.2 L into Tall can/ }).click();
    await expect(page.getByRole('link', { name: /Tall can/ }).first()).toBeVisible();
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await expect(page.getByRole('link', { name: /Tall can/ })).toHaveCount(0);
  });

  test('milk left for later is told alike on Today and the Pail, and comes back with Undo', async ({
    page,
    farm,
  }) => {
    const { vessels } = await openMilkRoom(farm);
    await milkStands(farm, vessels.blue, 34);
    await page.goto('/');
    const sentence = page.getByRole('heading', { level: 1 });
    await page.getByRole('button', { name: 'Later', exact: true }).click();
    await expect(page.getByText(/^Left until/)).toBeVisible();
    await expect(sentence).toHaveText(/Blue jar may stand a while yet/);
    await expect(page.getByRole('link', { name: 'See how it creams' })).toBeVisible();
    await page.goto('/pail');
    await expect(sentence).toHaveText(/Blue jar may stand a while yet/);
    await page.goto('/');
    await page.getByRole('button', { name: 'Undo…' }).click();
    await page.getByRole('menuitem', { name: /Left until/ }).click();
    await expect(sentence).toHaveText(/^Skim Blue jar now/);
  });

  test('a jot becomes the right entry, shown back as a sentence, or says what it did not understand', async ({
    page,
    farm,
  }) => {
    await openMilkRoom(farm);
    await page.goto('/pail');
    const jot = await jotLine(page);
    await jot.fill('11.2 bessie');
    await jot.press('Enter');
    await expect(page.getByText(/“bessie”|“11\.2 bessie” in/)).toBeVisible();
    await expect(jot).toHaveValue('11.2 bessie');
    await jot.fill('11.2 tansy into tall can at 34 C');
    await jot.press('Enter');
    const answer = page.getByText('11.2 L of milk of Tansy into Tall can.');
    await expect(answer).toBeVisible();
    // It is answered where it was written, not at the foot of the page.
    await expect.poll(async () => (await answer.boundingBox())?.y).toBeLessThan(200);
    await expect(page.getByRole('link', { name: /Tall can.*4\.1 %.*34 °C/ })).toBeVisible();
    await jot.fill('tall can 12 C');
    await jot.press('Enter');
    await expect(page.getByText('Tall can reads 12 °C.')).toBeVisible();
  });
});

test('the skim gauge follows keys and buttons, keeps the heavy top apart, and learns where the blue showed', async ({
  page,
  farm,
}) => {
  const { vessels } = await openMilkRoom(farm);
  const milk = await milkStands(farm, vessels.blue, 20);
  await page.goto(`/pail/${milk}`);
  const ladle = page.getByRole('slider', { name: /Ladle depth/ });
  await expect(ladle).toBeVisible();
  const start = Number(await ladle.getAttribute('aria-valuenow'));
  await ladle.focus();
  await page.keyboard.press('ArrowDown');
  await expect(ladle).toHaveAttribute('aria-valuenow', String(start + 2));
  await page.getByRole('button', { name: '+ 2 mm' }).click();
  await expect(ladle).toHaveAttribute('aria-valuenow', String(start + 4));
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    /^Ladle \d+ mm: .* of cream at about \d\d %\.$/,
  );
  await expect(page.getByText(/^With \d\d–\d\d\s% of the fat\./)).toBeVisible();
  await page.getByText('Heavy top apart', { exact: true }).click();
  await page.getByRole('button', { name: 'Keep the heavy top apart' }).click();
  await expect(page.getByText(/Heavy top: .* for whipping\. The rest: .* to churn/)).toBeVisible();
  await page.getByRole('button', { name: 'Skimmed here' }).click();
  await expect(page.getByText(/of cream off Blue jar/)).toBeVisible();
  await page.goto('/shelf');
  await expect(page.getByText('to whip', { exact: true })).toBeVisible();
  await expect(page.getByText(/Left out: .*kept apart for the table/)).toBeVisible();
  // The next milk in this jar shows where the ladle stopped last time.
  const next = await milkStands(farm, vessels.blue, 20);
  await page.goto(`/pail/${next}`);
  await expect(ladle).toBeVisible();
});

test('a cow, a separator and a churn in US units, from a warm pail to the plan of a churning', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'us', timeZone: 'Europe/Dublin' });
  await page.goto('/');
  await page.getByRole('button', { name: /A warm pail/ }).click();
  await page.getByLabel('How much milk').fill('3 gal');
  await page.getByRole('button', { name: 'Write this milk down' }).click();
  await expect(page.getByRole('link', { name: /Milk W\d+.*12 qt/ }).first()).toBeVisible();
  await page.getByRole('link', { name: 'Pail', exact: true }).click();
  await page.getByRole('link', { name: 'Through the separator' }).click();
  await page.getByLabel('Milk in the bowl, how warm').fill('50 F');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('too cold');
  // Run cold only by who says so.
  await expect(page.getByRole('button', { name: /Milk is running/ })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Run it cold all the same' })).toBeEnabled();
  await page.getByLabel('Milk in the bowl, how warm').fill('97 F');
  for (const box of await page.getByRole('checkbox').all()) await box.check();
  await expectSound(page);
  await page.getByRole('button', { name: 'Milk is running' }).click();
  await page.reload();
  await page.getByLabel('Cream out').fill('1.25 qt');
  await expect(page.getByText(/parts of a hundred/).last()).toBeVisible();
  await page.getByRole('button', { name: 'Separated' }).click();
  await expect(page.getByText(/of cream, \d\d % fat, into/)).toBeVisible();
  await page.goto('/shelf');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('1.2');
  await page.getByRole('link', { name: /ripen, temper, use/ }).click();
  await page.getByRole('button', { name: /Stand it in ice water/ }).click();
  await expect(page.getByText(/Take out at|ready to churn/)).toBeVisible();
  await page.goto('/shelf');
  await page
    .getByRole('link', { name: /^Churn/ })
    .last()
    .click();
  await expect(page.getByText(/1\.2\d? qt of \d\d % cream/).first()).toBeVisible();
  // Cream straight from the separator is too warm to churn, and the plan says so.
  await expect(page.getByText('Cream goes into a churn between 32 and 95 °F.')).toBeVisible();
  await page.getByRole('radio', { name: /^Cool/ }).click();
  await page.getByRole('button', { name: 'Start churning' }).click();
  await expect(page.getByRole('timer')).toBeVisible();
  await page.goto('/shelf');
  await expect(page.getByText('No cream at rest.', { exact: true })).toBeVisible();
});

test('bought cream is soured with a culture and thrown out when it is pink; heated cream is not left to sour alone', async ({
  page,
  farm,
}) => {
  await openMilkRoom(farm);
  await page.goto('/shelf');
  await page.getByRole('button', { name: 'Cream comes in' }).click();
  await page.getByLabel('How much cream').fill('1.5 L');
  await page.getByRole('radio', { name: /Another/ }).click();
  await page.getByLabel('Fat on the label').fill('70 %');
  await expect(page.getByText(/70 % is butter already/)).toBeVisible();
  await page.getByLabel('Fat on the label').fill('38');
  await page.getByRole('button', { name: 'Put it on the shelf' }).click();
  await page.getByRole('link', { name: /ripen, temper, use/ }).click();
  await page.getByText('Sour it', { exact: true }).click();
  await page.getByRole('radio', { name: /By itself/ }).click();
  await expect(page.getByText(/heat has killed what would sour it/)).toBeVisible();
  await page.getByRole('radio', { name: /Bought culture/ }).click();
  await expect(page.getByRole('heading', { name: /^Ripe .* to / })).toBeVisible();
  await page.getByRole('button', { name: 'Set it to sour' }).click();
  await expect(page.getByRole('heading', { name: /Souring since/ })).toBeVisible();
  await expectSound(page);
  await page.getByRole('button', { name: 'Pink or orange' }).click();
  await expect(page.getByText(/throw it out\. It turned pink or orange/)).toBeVisible();
  await expect(page.getByText(/not tasted, cooked or churned/)).toBeVisible();
});

test('a late entry from another device is set aside with its question until somebody answers', async ({
  page,
  farm,
}) => {
  const { vessels } = await openMilkRoom(farm);
  const lotId = await milkStands(farm, vessels.tall, 3, 9000);
  const early = new Date(Date.now() - 60_000);
  await farm.send('lot.use', { lotId, mass: 8800, to: 'calves' }, { device: 'tablet' });
  await farm.send('lot.use', { lotId, mass: 4000, to: 'pigs' }, { device: 'phone', at: early });
  await page.goto('/pail');
  await expect(page.getByText(/4000 g of it was wanted, 200 g is left/)).toBeVisible();
  await expectSound(page);
  await page.getByRole('button', { name: 'Take what is left' }).click();
  await expect(page.getByText(/was wanted/)).toHaveCount(0);
});

test('milk of a cow under medicine is kept from people, with the reason and the day', async ({
  page,
  farm,
}) => {
  const { tansy, vessels } = await openMilkRoom(farm);
  await farm.send('animal.put', {
    id: tansy,
    name: 'Tansy',
    breed: 'kerry',
    withdrawnUntil: '2099-03-04',
    withdrawnReason: 'udder tubes',
  });
  await page.goto('/pail');
  await page.getByLabel('How much milk').fill('9');
  await expect(
    page.getByText(/kept from people’s food until .*2099|kept from people’s food until/),
  ).toContainText('udder tubes');
  await page.getByRole('button', { name: 'Milk in' }).click();
  await expect(page.getByText('not for people')).toBeVisible();
  await page.getByRole('link', { name: new RegExp(`not for people`) }).click();
  await expect(page.getByText(/Kept from people’s food. Tansy: udder tubes/)).toBeVisible();
  await expect(page.getByRole('radio', { name: 'Drinking' })).toHaveCount(0);
  // A press while the page was still arriving is lost with the page before it: whoever sees the door shut presses again.
  const calves = page.getByText('Calves', { exact: true });
  await expect(async () => {
    if (!(await calves.isVisible())) await page.getByText('Use it whole').click();
    await expect(calves).toBeVisible({ timeout: 4000 });
  }).toPass();
  await calves.click();
  await expect(page.getByText(/without asking the vet/)).toBeVisible();
  expect(vessels.blue).toBeTruthy();
});
