import { randomUUID } from 'node:crypto';
import { expect, expectSound, openMilkRoom, test } from './farm';
import { readsWell } from './readsWell';

/** Milk of just now, warm, in the fridge. */
async function warmMilk(farm: Parameters<typeof openMilkRoom>[0]) {
  const { vessels } = await openMilkRoom(farm);
  const lotId = randomUUID();
  await farm.send('milk.in', {
    lotId,
    from: 'herd',
    mass: 2500,
    massSd: 50,
    vesselId: vessels.blue,
    place: 'fridge',
    celsius: 33,
  });
  return lotId;
}

test('one question stands at the number it would sharpen; its answer holds for the whole house, and is taken back', async ({
  page,
  farm,
}) => {
  const lotId = await warmMilk(farm);
  await page.goto(`/pail/${lotId}`);
  const cooling = page.getByRole('region', { name: 'Cooling' });
  await expect(cooling).toContainText('in the fridge.');
  const before = await cooling.getByRole('heading', { level: 2 }).innerText();
  const asked = page.getByRole('group', { name: 'What would sharpen it' });
  await expect(asked).toContainText('How warm is it in the fridge? Nobody said, so 4 °C is reckoned with.');
  await expectSound(page);
  await asked.getByLabel(/a thermometer there reads/).fill('2');
  await asked.getByRole('button', { name: 'Keep that' }).click();
  // The number is another at once, and the question is not asked again.
  await expect(cooling.getByRole('heading', { level: 2 })).not.toHaveText(before);
  await expect(page.getByText(/How warm is it in the fridge/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText(/How warm is it in the fridge/)).toBeVisible();
  await page.getByRole('button', { name: 'Not now' }).click();
  await expect(page.getByText(/How warm is it in the fridge/)).toHaveCount(0);
  // What the house says of its fridge is what every page has.
  await page.goto('/house');
  await page.getByText('Fridge, freezer and rooms').click();
  await page.getByLabel(/a thermometer there reads/).fill('40');
  await expect(
    page.getByText('From -1 °C to 14 °C.').or(page.getByText('From −1 °C to 14 °C.')),
  ).toBeVisible();
  await page.getByLabel(/a thermometer there reads/).fill('7');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText(/Your fridge is at 7 °C: dates count on 4 °C or colder/)).toBeVisible();
  await readsWell(page, 'metric');
  await page.goto(`/pail/${lotId}`);
  await expect(cooling).toContainText(/not get to 4 °C in the fridge/);
  await page.goto('/larder');
  await expect(page.getByText(/Your fridge is at 7 °C/)).toBeVisible();
  await page.goto('/churn/new');
  await expect(page.getByText('From the fridge')).toBeVisible();
  await expect(page.getByRole('radio', { name: /From the fridge 7 °C/ })).toBeVisible();
});

test('the house’s own salt goes into what a spoon comes to, and its separator’s parts are ticked off before it runs', async ({
  page,
  farm,
}) => {
  await warmMilk(farm);
  await farm.send('vessel.add', {
    id: randomUUID(),
    name: 'Hand separator',
    kind: 'separator',
    tool: null,
    capacity: 60_000,
  });
  await page.goto('/house');
  await page.locator('summary').filter({ hasText: /^Salt/ }).click();
  const salt = page.getByRole('region', { name: 'Salt' });
  await salt.getByRole('radio', { name: /^Coarse/ }).click();
  await expect(salt).toContainText('are 2 %');
  await salt.getByLabel('A level teaspoon of it weighs').fill('4');
  await salt.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(salt.getByText('4 g a level tsp, weighed')).toBeVisible();
  await expect(salt).toContainText('are 1.6 %');
  await readsWell(page, 'metric');
  await page.getByText('Change or retire one').click();
  const change = page.getByRole('region', { name: 'Change a vessel' });
  await change.getByLabel('Which').selectOption({ label: 'Hand separator, 60 L' });
  await change.getByLabel(/Its parts/).fill('Bowl base\nDistributor\n\nTop disc');
  await change.getByRole('button', { name: 'Change it' }).click();
  await expect(page.getByText('Hand separator has 3 parts.')).toBeVisible();
  await page.goto('/pail/separator');
  const parts = page.getByRole('group', { name: 'Put together, in this order' }).getByRole('checkbox');
  await expect(parts.first()).toHaveAccessibleName('Bowl base');
  await expect(page.getByRole('button', { name: 'Milk is running, list not ticked' })).toBeVisible();
  for (const one of await parts.all()) await one.check();
  await expect(page.getByRole('button', { name: 'Milk is running', exact: true })).toBeVisible();
  await expectSound(page);
});
