import { writeFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { countWork, expect, openMilkRoom, test } from './farm';
import { readsWell } from './readsWell';

/**
 * Days lived forward: the house’s clock and the device’s are moved together, and a page that stands open stands open
 * through the night.
 */
test.describe.configure({ mode: 'serial' });

const minute = 60;
const hour = 60 * minute;
let gone = 0;
const houseAhead = () => writeFileSync(process.env.IMMULGO_CLOCK_AHEAD!, String(gone));
const rightAgain = () => {
  gone = 0;
  houseAhead();
};
test.beforeEach(rightAgain);
test.afterEach(rightAgain);

/** So much time goes by, in the house and on this device alike: what was to happen meanwhile happens once. */
async function passes(page: Page, seconds: number): Promise<void> {
  gone += seconds;
  houseAhead();
  await page.clock.fastForward(seconds * 1000);
}
const headline = (page: Page) => page.getByRole('heading', { level: 1 });

test('milk of the evening is skimmed in the morning and its cream shaken the day after, each page left open', async ({
  page,
  farm,
}) => {
  await page.clock.install();
  const work = await countWork(page);
  await farm.send('house.settle', { unitSystem: 'metric', name: 'Larkfold', timeZone: 'Europe/Dublin' });
  await openMilkRoom(farm);
  await page.goto('/');
  await page.getByLabel('How much milk').fill('4.5');
  await page.getByLabel('How much milk').press('Enter');
  console.log('A', await headline(page).innerText(), await page.locator('main button').allInnerTexts());
  await passes(page, 14 * hour);
  await page.waitForTimeout(1500);
  console.log('B', await headline(page).innerText(), await page.locator('main button').allInnerTexts(), await work());
  await readsWell(page, 'metric');
});
