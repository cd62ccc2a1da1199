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

/** Every test of a file begins with the right time, and can move it. */
export function onMovedClocks(): void {
  test.describe.configure({ mode: 'default' });
  test.beforeEach(async ({ page }) => {
    rightAgain();
    await page.clock.install();
  });
  test.afterEach(rightAgain);
}

/** So much time goes by, s, in the house and on this device alike: what was to happen meanwhile happens once. */
export async function passes(page: Page, seconds: number): Promise<void> {
  gone += seconds;
  houseAhead();
  await page.clock.fastForward(seconds * 1000);
}

/** The house’s time, s since 1970. */
export const houseNow = () => Date.now() / 1000 + gone;
