import { randomUUID } from 'node:crypto';
import { expect, expectSound, milkStands, openMilkRoom, test, typeDay } from './farm';

const day = (ago: number) => new Date(Date.now() - ago * 86_400_000).toISOString().slice(0, 10);

test('a medicine told today for last week reaches the milk that stands, the cream of it, and its label', async ({
  page,
  farm,
}) => {
  const { vessels, tansy } = await openMilkRoom(farm);
  const milk = await milkStands(farm, vessels.blue, 20);
  const cream = randomUUID();
  await farm.send('milk.separate', {
    way: 'ladle',
    from: [{ lotId: milk }],
    cuts: [{ lotId: cream, mass: 300, fat: 0.25, fatSd: 0.02, vesselId: vessels.tub }],
    skim: { to: 'use', use: 'pigs' },
  });
  await page.goto(`/shelf/${cream}`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('White tub: to churn');
  await page.goto('/house');
  await page.getByText('Animals', { exact: true }).click();
  await page.getByRole('button', { name: 'Change Tansy' }).click();
  await typeDay(page, 'Milk withheld until', '2099-03-04');
  await typeDay(page, 'Withheld from', day(7));
  await page.getByLabel('Because of').fill('udder tubes');
  await expectSound(page);
  await page.getByRole('button', { name: 'Keep', exact: true }).first().click();
  await expect(page.getByText('Tansy is written down.')).toBeVisible();
  expect(tansy).toBeTruthy();
  await page.goto(`/shelf/${cream}`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('not for people');
  await expect(page.getByText(/Kept from people’s food\..*udder tubes/)).toBeVisible();
  await expect(page.getByRole('link', { name: 'Jar label: not for drinking' })).toBeVisible();
  await page.goto('/shelf');
  await expect(page.getByRole('link', { name: /^Churn / })).toHaveCount(0);
});

test('warm milk alarms in the same words on Today, the Pail and its own page, and ice water quiets all three', async ({
  page,
  farm,
}) => {
  const { vessels } = await openMilkRoom(farm);
  const lotId = randomUUID();
  await farm.send('milk.in', {
    lotId,
    from: 'herd',
    mass: 9000,
    massSd: 50,
    celsius: 36,
    vesselId: vessels.tall,
    place: 'room',
    atSeconds: Date.now() / 1000 - 1800,
  });
  const alarm = /Tall can will not be at 10.°C in time where it stands: put it in ice water now\./;
  for (const path of ['/', '/pail', `/pail/${lotId}`]) {
    await page.goto(path);
    await expect(page.getByText(alarm)).toBeVisible();
  }
  // Said beside the alarm, on its own page as on Today.
  await page.getByRole('button', { name: 'It stands in ice water' }).click();
  await expect(page.getByRole('radio', { name: /Ice water/ })).toBeChecked();
  await expect(page.getByText(alarm)).toHaveCount(0);
  for (const path of ['/', '/pail']) {
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
    await expect(page.getByText(alarm)).toHaveCount(0);
  }
});

test('by-products past their time are asked about once, and leave the shelf', async ({ page, farm }) => {
  const { vessels } = await openMilkRoom(farm);
  const milk = await milkStands(farm, vessels.blue, 24 * 19);
  await farm.send('milk.separate', {
    way: 'ladle',
    from: [{ lotId: milk }],
    cuts: [{ lotId: randomUUID(), mass: 300, fat: 0.25, fatSd: 0.02, vesselId: vessels.tub }],
    skim: { to: 'lot', lotId: randomUUID(), vesselId: vessels.green },
    atSeconds: Date.now() / 1000 - 18 * 86_400,
  });
  await page.goto('/');
  const asked = page.getByRole('region', { name: 'What became of it' });
  await expect(asked).toContainText('Green jar (skim');
  await expect(asked).toContainText('is past its time');
  await expectSound(page);
  await asked.getByRole('button', { name: 'Thrown out' }).click();
  await expect(asked).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
  await expect(asked).toHaveCount(0);
});

test.describe('a first device far away', () => {
  test.use({ timezoneId: 'Pacific/Auckland', locale: 'en-GB' });
  test('tells the farm its time zone on whichever page it opens, and the House can change it', async ({
    page,
    farm,
  }) => {
    await page.goto('/house');
    const zone = page.getByLabel('Time zone of the farm');
    const settings = page.getByText('Settings', { exact: true });
    await settings.click();
    await expect(zone).toHaveValue('Pacific/Auckland');
    await zone.fill('Dublin');
    await page.getByRole('option', { name: 'Europe/Dublin' }).click();
    await expect(page.getByText(/Days and dates go by that time zone/)).toBeVisible();
    await page.reload();
    // What was chosen stays, though the device is where it was.
    await settings.click();
    await expect(zone).toHaveValue('Europe/Dublin');
    await expectSound(page);
    expect(farm.id).toBeTruthy();
  });
});
