import { randomUUID } from 'node:crypto';
import { expect, expectSound, milkStands, openMilkRoom, test } from './farm';
import { readsWell } from './readsWell';

test('yoghurt of the skim begins, sets by its clock, is looked at, chilled and eaten; buttermilk is kept for soap', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'us', name: 'Larkfold', timeZone: 'America/Denver' });
  const { vessels } = await openMilkRoom(farm);
  const milk = await milkStands(farm, vessels.blue, 15);
  const skimId = randomUUID();
  await farm.send('milk.separate', {
    way: 'ladle',
    from: [{ lotId: milk }],
    cuts: [{ lotId: randomUUID(), mass: 400, fat: 0.25, vesselId: vessels.tub }],
    skim: { to: 'lot', lotId: skimId, vesselId: null },
  });
  await page.goto(`/shelf/${skimId}`);
  await page.getByText('Use it, or pour it').click();
  await page.getByRole('radio', { name: /^Yoghurt/ }).click();
  await page.getByLabel('How much', { exact: true }).fill('1 qt');
  await expectSound(page);
  // Too hot a culture dies: it is said before it goes in.
  await page.getByLabel('How warm it is').fill('140');
  await expect(page.getByText('At 140 °F the culture dies: let it come to 111 °F first.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'The live yoghurt is in' })).toBeDisabled();
  await page.getByLabel('How warm it is').fill('108');
  const foreseen = await page.getByText(/^Set .* to .*, about/).innerText();
  await readsWell(page, 'us');
  await page.getByRole('button', { name: 'The live yoghurt is in' }).click();
  await expect(page.getByText('It sets from now on. Keep it still.')).toBeVisible();

  // In the larder it stands on the counter, with its word and no day; its page says the hour that was foreseen.
  await page.goto('/larder');
  const counter = page.getByRole('region', { name: 'Counter' });
  await expect(counter.getByText('setting')).toBeVisible();
  await counter.getByRole('button', { name: /Yoghurt/ }).click();
  await page.getByRole('link', { name: 'Look at it' }).click();
  const heading = page.getByRole('heading', { name: /^Setting since .*: look again / });
  await expect(heading).toBeVisible();
  const minutesOf = (said: string) => {
    const [, hour, minute, half] = /(\d+):(\d\d)\s?([ap]m)?/i.exec(said)!;
    return (Number(hour) % (half ? 12 : 24)) * 60 + Number(minute) + (half?.toLowerCase() === 'pm' ? 720 : 0);
  };
  const again = (await heading.innerText()).split('look again ')[1]!;
  expect(Math.abs(minutesOf(again) - minutesOf(foreseen)) % 1430).toBeLessThanOrEqual(6);
  await readsWell(page, 'us');
  await page.getByRole('button', { name: 'Set and tart' }).click();
  await page.getByRole('button', { name: 'Into the fridge' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/chilling|to eat/);
  await page.goto('/larder');
  await page.getByRole('button', { name: /Yoghurt Y/ }).click();
  await page.getByRole('button', { name: 'All eaten' }).click();
  await expect(page.getByText(/^All of Yoghurt .* eaten\.$/)).toBeVisible();

  // What is left of the skim is kept for soap: it is no food from then on, and says so.
  await page.goto(`/shelf/${skimId}`);
  await page.getByText('Kept for', { exact: true }).click();
  await page.getByRole('radio', { name: 'Soap, not food' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('for soap');
  await page.goto('/larder');
  await page.getByRole('button', { name: /Skim/ }).click();
  await expect(page.getByRole('button', { name: 'All for soap' })).toBeVisible();
}); // prettier-ignore

test('butter is made into ghee stage by stage, a reload keeps what was seen, and Undo gives the butter back', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'imperial', name: 'Larkfold', timeZone: 'Europe/Dublin' });
  const lotId = randomUUID();
  await farm.send('butter.enter', { lotId, mass: 900, salted: false, storage: 'fridge', madeOn: new Date().toISOString().slice(0, 10) });
  await page.goto(`/larder?piece=${lotId}`);
  await page.getByText('Make ghee of it').click();
  await page.getByRole('button', { name: 'Melted' }).click();
  await page.getByRole('button', { name: 'Crackles' }).click();
  await page.reload();
  await page.getByText('Make ghee of it').click();
  await expect(page.getByRole('button', { name: '✓ Crackles' })).toBeVisible();
  await expect(page.getByText(/on the flame; quiet in about/)).toBeVisible();
  await page.getByLabel('Thermometer reads').fill('126 C');
  await expect(page.getByText('Off the flame now: the solids burn.')).toBeVisible();
  await page.getByLabel('Thermometer reads').fill('');
  await page.getByRole('button', { name: 'Quiet, amber' }).click();
  await page.getByRole('button', { name: 'Strained' }).click();
  await page.getByLabel('Ghee it gave').fill('2 lb');
  await expect(page.getByText(/Less than the .* of butter: its water has gone\./)).toBeVisible();
  await page.getByLabel('Ghee it gave').fill('1 lb 9 oz');
  await expectSound(page);
  await readsWell(page, 'imperial');
  await page.getByRole('button', { name: /^It is ghee: 1.56 lb/ }).click();
  const counter = page.getByRole('region', { name: 'Counter' });
  await expect(counter.getByText('ghee')).toBeVisible();
  const fridge = page.getByRole('region', { name: 'Fridge' }).getByRole('button');
  await expect(fridge).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(fridge).toHaveCount(1);
  await expect(page.getByText('ghee', { exact: true })).toHaveCount(0);
}); // prettier-ignore

test('what is made of a vessel is jotted: thinned cream, yoghurt begun, skim to curd, ghee on the flame', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'metric', name: 'Larkfold', timeZone: 'Europe/Dublin' });
  const { vessels } = await openMilkRoom(farm);
  const milk = await milkStands(farm, vessels.blue, 15);
  const lotId = randomUUID();
  await farm.send('butter.enter', { lotId, mass: 900, salted: false, storage: 'fridge', madeOn: new Date().toISOString().slice(0, 10) });
  await page.goto('/larder');
  const line = page.getByPlaceholder(/·/);
  const jot = async (said: string) => {
    await line.fill(said);
    await line.press('Enter');
  };
  await jot('yoghurt of blue jar at 60 C');
  await expect(page.getByText('At 60 °C the culture dies: let it come to 44 °C first.')).toBeVisible();
  await expect(line).toHaveValue('yoghurt of blue jar at 60 C');
  await jot('1 L of blue jar to yoghurt with 3 tbsp at 43 C wrapped');
  await expect(page.getByText(/^Yoghurt of 1 L of Blue jar, with 46 g of live yoghurt at 43 °C, wrapped up/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'Counter' }).getByText('setting')).toBeVisible();
  const piece = (await page.getByRole('button', { name: /T\d/ }).first().innerText()).match(/T\d+/)![0];
  await jot(`${piece} crackles`);
  await expect(page.getByText(new RegExp(`^${piece} crackles\\. It crackles while its water boils off`))).toBeVisible();
  await page.goto(`/larder?piece=${lotId}`);
  await page.getByText('Make ghee of it').click();
  await expect(page.getByRole('button', { name: '✓ Crackles' })).toBeVisible();
  // Jotted while it is looked at: the pan on the page follows.
  await jot(`${piece} quiet and amber`);
  await expect(page.getByRole('button', { name: '✓ Quiet, amber' })).toBeVisible();
  await readsWell(page, 'metric');
  await farm.send('milk.separate', {
    way: 'ladle',
    from: [{ lotId: milk }],
    cuts: [{ lotId: randomUUID(), mass: 120, fat: 0.3, vesselId: vessels.tub }],
    skim: { to: 'lot', lotId: randomUUID(), vesselId: vessels.blue },
  });
  await page.goto('/shelf');
  await jot('thin the tub to 20 % with blue jar');
  await expect(page.getByText(/^\d+ mL of 20 % cream: .* and .* of skim\./)).toBeVisible();
  await jot('blue jar to curd with vinegar gave 90 g');
  await expect(page.getByText('90 g of curd made of all of Blue jar.')).toBeVisible();
  await expectSound(page);
}); // prettier-ignore
