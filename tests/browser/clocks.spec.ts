import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { beginBatch, countWork, expect, openMilkRoom, test } from './farm';
import { houseNow, onMovedClocks, passes } from './movedClock';
import { readsWell } from './readsWell';

/** Nights and days between two presses, each page left open. */
onMovedClocks();

const minute = 60;
const hour = 60 * minute;
const headline = (page: Page) => page.getByRole('heading', { level: 1 });

test('milk of the evening, skimmed in the morning, tempered and shaken the day after: pages left open tell the time', async ({
  page,
  farm,
}) => {
  const work = await countWork(page);
  await farm.send('house.settle', { unitSystem: 'metric', name: 'Larkfold', timeZone: 'Europe/Dublin' });
  const { vessels } = await openMilkRoom(farm);
  await farm.send('vessel.add', { id: randomUUID(), name: 'Shaker', kind: 'churn', tool: 'jar', capacity: 1000 });
  await farm.send('milk.in', { lotId: randomUUID(), from: 'herd', mass: 2600, massSd: 50, amountTyped: '2.5', celsius: 6, vesselId: vessels.blue, place: 'fridge' });
  await page.goto('/');
  await expect(page.getByText('cream rising')).toBeVisible();
  // The same page, the next morning.
  await passes(page, 14 * hour);
  await expect(page.getByText('ready to skim')).toBeVisible();
  await readsWell(page, 'metric');
  await page.getByRole('button', { name: /^Skim Blue jar/ }).click();
  await expect(page.getByText(/of cream off Blue jar/).first()).toBeVisible();
  // Rich cream, as it was bought, in the place of so little: one load for the shaker.
  const lotId = randomUUID();
  await farm.send('cream.in', { lotId, mass: 450, fat: 0.36, fatSd: 0.01, fatMethod: 'label', treatment: 'pasteurised', vesselId: null, atSeconds: houseNow() }, { at: new Date(houseNow() * 1000) });
  await passes(page, 10 * hour);
  await page.goto(`/shelf/${lotId}`);
  await readsWell(page, 'metric');
  // A bath that goes on warming: there, it is to be taken out, on its page, on Today and on the thread alike.
  await page.getByRole('button', { name: /^Stand it in a (stirred )?water bath/ }).click();
  await expect(headline(page)).toContainText('warming');
  await passes(page, 20 * minute);
  await expect(headline(page)).toContainText('take it out');
  await expect(page.getByText(/take it out now, or it goes on\.$/)).toBeVisible();
  await readsWell(page, 'metric');
  await page.goto('/');
  await expect(headline(page)).toHaveText(/^Take R\d+ out now\.$/);
  // The plan stands open while it warms on, and says how warm it is by now.
  await page.goto(`/churn/new?lots=${lotId}`);
  const cold = page.locator('summary', { hasText: 'How cold' });
  const before = parseFloat((await cold.innerText()).replace(/^[^\d]*/, ''));
  await passes(page, 12 * minute);
  await expect.poll(async () => parseFloat((await cold.innerText()).replace(/^[^\d]*/, ''))).toBeGreaterThan(before);
  await readsWell(page, 'metric');
  await page.getByRole('button', { name: 'Start churning' }).click();
  await expect(page.getByRole('timer')).toBeVisible();
  for (const [after, stage] of [[6, 'thickening'], [5, 'whipped'], [5, 'grainy'], [2, 'break']] as const) {
    await passes(page, after * minute);
    await readsWell(page, 'metric');
    await page.locator(`[data-act=${stage}]`).first().click();
  }
  await page.locator('[data-act=stopped]').first().click();
  await page.locator('button[data-act=drained]').click();
  await passes(page, 5 * minute);
  await page.locator('[data-act=washed-clear]').click();
  await page.getByLabel('The butter weighs').fill('190');
  await page.locator('[data-act=pack]').click();
  await expect(headline(page)).toContainText('190 g of butter');
  const { taps, fields } = await work();
  test.info().annotations.push({ type: 'work', description: `${taps} taps, ${fields} fields` });
  expect(taps).toBeLessThanOrEqual(13);
  expect(fields).toBeLessThanOrEqual(1);
  // The next morning it is butter of yesterday.
  await passes(page, 12 * hour);
  await page.goto('/larder');
  await readsWell(page, 'metric');
  await expect(page.getByText(/, made /)).toBeVisible();
}); // prettier-ignore

test('cream soured over a day and a half on a page left open keeps one limit, is looked at, and is chilled; left too long it goes out', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'us', name: 'Larkfold', timeZone: 'America/Denver' });
  const [lotId, other] = [randomUUID(), randomUUID()];
  for (const id of [lotId, other])
    await farm.send('cream.in', { lotId: id, mass: 900, fat: 0.36, fatSd: 0.01, fatMethod: 'label', treatment: 'pasteurised', vesselId: null });
  for (const id of [other, lotId]) {
    await page.goto(`/shelf/${id}`);
    await page.getByText('Sour it', { exact: true }).click();
    await expect(page.getByText(/^Ripe /)).toBeVisible();
    await page.getByRole('button', { name: 'Set it to sour' }).click();
    await expect(page.getByRole('heading', { name: /^Souring since/ })).toBeVisible();
  }
  const limit = async () => /Thrown out if it is not thick and tart by (.*?) \(/.exec(await page.locator('main').innerText())![1]!;
  const minutesOf = (said: string) => {
    const [, hours, minutes, half] = /(\d+):(\d\d)\s?([AP]M)/i.exec(said)!;
    return (Number(hours) % 12) * 60 + Number(minutes) + (half!.toUpperCase() === 'PM' ? 720 : 0);
  };
  const first = minutesOf(await limit());
  for (const hours of [5, 8, 9]) {
    await passes(page, hours * hour);
    await readsWell(page, 'us');
    const apart = Math.abs(minutesOf(await limit()) - first);
    expect(Math.min(apart, 1440 - apart)).toBeLessThanOrEqual(15);
  }
  // Ripe by the clock: every screen asks to look.
  await passes(page, 5 * hour);
  await expect(headline(page)).toContainText('ripe? look');
  await page.getByRole('button', { name: 'Thick and tart' }).click();
  await expect(headline(page)).toContainText('chill it');
  await page.getByRole('button', { name: 'Stand it in ice water' }).click();
  await expect(headline(page)).toContainText('chilling');
  await passes(page, 10 * hour);
  await expect(headline(page)).toContainText('ripe, to churn');
  // The other was never looked at: its page says so though it is opened only now, and no plan takes it unasked.
  await passes(page, 10 * hour);
  await page.goto('/');
  await expect(page.getByText('not sour in time').first()).toBeVisible();
  await readsWell(page, 'us');
  await page.goto(`/churn/new?lots=${other}`);
  await expect(page.getByText('I know, and churn it all the same')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Start churning' })).toBeDisabled();
}); // prettier-ignore

test('a churning put by for the night: in the room it is a danger, in the fridge it goes on in the morning', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'imperial', name: 'Larkfold', timeZone: 'Europe/Dublin' });
  const batchId = await beginBatch(farm, 10, { tool: 'paddleHand', temperature: 8 });
  await page.goto(`/churn/${batchId}`);
  await page.locator('[data-act=pause]').click();
  await expect(headline(page)).toHaveText('Go on when you are ready');
  await passes(page, 9 * hour);
  const danger = page.getByText(/It was put by for 9 h, in the room as far as anybody said\..*If it stood colder, say where\.$/);
  await expect(danger).toBeVisible();
  await expect(page.getByText(/nothing would make it quicker|All is well/)).toHaveCount(0);
  await readsWell(page, 'imperial');
  await page.getByRole('radio', { name: /^Fridge/ }).click();
  await expect(danger).toHaveCount(0);
  await page.locator('[data-act=resumed]').click();
  await expect(page.getByText('It was put by for', { exact: false })).toHaveCount(0);
  await readsWell(page, 'imperial');
}); // prettier-ignore

test('yoghurt begun in the morning is looked at when it is set, on a larder left open', async ({ page, farm }) => {
  await farm.send('house.settle', { unitSystem: 'metric', name: 'Larkfold', timeZone: 'Europe/Dublin' });
  const lotId = randomUUID();
  await farm.send('milk.in', { lotId, from: 'herd', mass: 3000, massSd: 50, amountTyped: '3', celsius: 20, vesselId: null });
  await farm.send('lot.use', { lotId, to: 'yoghurt', mass: 1000, made: { setting: { culture: 30, celsius: 42, place: 'warm', around: 42 } } });
  await page.goto('/larder');
  await expect(page.getByText('setting').first()).toBeVisible();
  await passes(page, 5 * hour);
  await expect(page.getByText('set? look').first()).toBeVisible();
  await readsWell(page, 'metric');
  // Forgotten for a day, it is no yoghurt any more, and nothing offers to eat it.
  await passes(page, 24 * hour);
  await expect(page.getByText('not set in time').first()).toBeVisible();
  await page.getByRole('button', { name: /Yoghurt/ }).click();
  await expect(page.getByRole('button', { name: 'All eaten' })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Thrown out' })).toBeVisible();
}); // prettier-ignore
