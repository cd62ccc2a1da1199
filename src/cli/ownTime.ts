import type { Page } from '@playwright/test';

/**
 * Lets a page keep the time it is given: without this it sets its clocks by the house's answers, which is what a device with
 * a wrong clock should do, and a played morning should not.
 */
export async function ownTime(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const get = Headers.prototype.get;
    Headers.prototype.get = function (name) {
      return name === 'x-immulgo-now' ? null : get.call(this, name);
    };
  });
}
