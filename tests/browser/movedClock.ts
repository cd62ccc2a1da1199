import { writeFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { test } from './farm';

/**
 * The house’s clock and the device’s, moved together: a page that stands open stands open through the night. Only for what runs by
 * itself (the project `clocks`), for the house has one clock.
 */
let gone = 0;
const houseAhead = () => writeFileSync(process.env.IMMULGO_CLOCK_AHEAD!, String(gone));
const rightAgain = () => {
  gone = 0;
  houseAhead();
};

/** While the clocks are moved nothing is asked of the house: what is asked before must be answered before, the rest waits. */
let moving = false;
let asked = 0;
const moment = (milliseconds: number) => new Promise((done) => setTimeout(done, milliseconds));

/** Every test of a file begins with the right time, and can move it. */
export function onMovedClocks(): void {
  test.describe.configure({ mode: 'default' });
  test.beforeEach(async ({ page }) => {
    rightAgain();
    moving = false;
    asked = 0;
    await page.clock.install();
    const ofTheHouse = (request: { url: () => string }) => request.url().includes('/api/');
    const answered = (request: { url: () => string }) => void (ofTheHouse(request) && (asked -= 1));
    page.on('requestfinished', answered);
    page.on('requestfailed', answered);
    await page.route('**/api/**', async (route) => {
      while (moving) await moment(10);
      asked += 1;
      await route.continue().catch(() => void (asked -= 1));
    });
  });
  test.afterEach(async ({ page }) => {
    await page.unrouteAll({ behavior: 'ignoreErrors' });
    rightAgain();
  });
}

/** So much time goes by, s, in the house and on this device alike: what was to happen meanwhile happens once. */
export async function passes(page: Page, seconds: number): Promise<void> {
  moving = true;
  for (let waited = 0; asked > 0 && waited < 1500; waited += 10) await moment(10);
  gone += seconds;
  houseAhead();
  await page.clock.fastForward(seconds * 1000);
  moving = false;
}

/** The house’s time, s since 1970. */
export const houseNow = () => Date.now() / 1000 + gone;
