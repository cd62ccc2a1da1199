import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { beginBatch, expect, expectSound, milkStands, openMilkRoom, test } from './farm';

const sizes = [
  { width: 1280, height: 800 },
  { width: 820, height: 1180 },
  { width: 390, height: 844 },
];

/** The sentence, the main button and the picture, in px of the window; undefined where the page has none. */
const whatIsSeen = (page: Page) =>
  page.evaluate(() => {
    const box = (element: Element | null | undefined) => {
      const rect = element?.getBoundingClientRect();
      return rect && { top: Math.round(rect.top), bottom: Math.round(rect.bottom) };
    };
    const main = document.querySelector('main')!;
    return {
      sentence: box(main.querySelector('h1')),
      act: box(
        main.querySelector(
          '.MuiButton-contained, [data-look="main"], button[class*="big"], [class*="acts"] .MuiButton-outlined',
        ),
      ),
      picture: box(main.querySelector('[data-picture]')),
      blue: [
        ...main.querySelectorAll('.MuiButton-contained:not(:disabled), [data-look="main"]:not(:disabled)'),
      ].filter((one) => one.checkVisibility()).length,
      long: document.documentElement.scrollHeight / window.innerHeight,
    };
  });

test('sentence, main button and picture stand on the screen without scrolling, on laptop, tablet and phone', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'metric', name: 'Larkfold', timeZone: 'Europe/Dublin' });
  const { vessels } = await openMilkRoom(farm);
  const milk = await milkStands(farm, vessels.blue, 14);
  await milkStands(farm, vessels.green, 15);
  const cream = { lotId: randomUUID(), mass: 1500, fat: 0.38, fatSd: 0.01, fatMethod: 'label', treatment: 'raw' };
  await farm.send('cream.in', { ...cream, vesselId: vessels.tub });
  const packed = await beginBatch(farm, 60 * 24);
  await farm.send('batch.record', {
    batchId: packed,
    events: [
      { id: randomUUID(), atSeconds: Date.now() / 1000 - 86_000, kind: 'mark', stage: 'break' },
      { id: randomUUID(), atSeconds: Date.now() / 1000 - 85_000, kind: 'portion', portionId: randomUUID(), name: 'Salted', mass: 600, massSd: 2, measured: 'scale', saltMass: 9.6, salting: { way: 'share', share: 0.016, kind: 'fine' }, additions: [], storage: 'fridge' },
      { id: randomUUID(), atSeconds: Date.now() / 1000 - 84_000, kind: 'packed' },
    ],
  });
  const churning = await beginBatch(farm, 6);
  // Each view, and how many blue buttons it has: the big mark of a churning is none, and nobody is led to run milk cold.
  const views: [path: string, blue: number][] = [
    ['/', 1],
    ['/pail', 1],
    [`/pail/${milk}`, 1],
    ['/pail/separator', 0],
    ['/shelf', 1],
    [`/shelf/${cream.lotId}`, 1],
    ['/churn/new', 1],
    [`/churn/new?lots=${cream.lotId}`, 1],
    [`/churn/${churning}`, 0],
    ['/larder', 1],
    ['/ledger', 1],
    [`/ledger/${packed}`, 1],
    ['/house', 1],
  ];
  const look = async (path: string, blues: number) => {
    await page.setViewportSize(sizes[0]!);
    await page.goto(path);
    await expect(page.locator('main h1').first()).toBeVisible();
    if (blues > 0) await expect(page.locator('main :is(.MuiButton-contained, [data-look="main"])').first()).toBeVisible();
    // What is worked out beside the page is there by then: a button that waits for it is not yet blue.
    await expect(page.locator('main [aria-busy="true"]')).toHaveCount(0, { timeout: 20_000 });
    await expect(page.getByRole('progressbar')).toHaveCount(0);
    for (const size of sizes) {
      await page.setViewportSize(size);
      // It is drawn anew at this size, and once more where what it shows depends on it.
      await page.evaluate(
        () => new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn))),
      );
      // What is measured is there: a part that came up a moment later is no part that is missing.
      const there = page.locator('main :is(.MuiButton-contained, [data-look="main"], button[class*="big"], [class*="acts"] .MuiButton-outlined)');
      await expect(there.first(), `main button of ${path} at ${size.width}`).toBeAttached();
      await expect(page.locator('main [data-picture]').first(), `picture of ${path} at ${size.width}`).toBeAttached();
      const { sentence, act, picture, blue, long } = await whatIsSeen(page);
      const where = `${await page.locator("main h1").first().innerText()} ${path} at ${size.width}×${size.height}`;
      // The bar of places lies over the foot of a phone; of the picture at least the things themselves are to be seen.
      const foot = size.height - (size.width < 720 ? 62 : 0);
      expect.soft(sentence?.bottom, `sentence on ${where}`).toBeLessThanOrEqual(foot);
      expect.soft(act?.bottom, `main button on ${where}`).toBeLessThanOrEqual(foot);
      expect.soft(picture!.top, `picture on ${where}`).toBeGreaterThanOrEqual(0);
      expect.soft(picture!.bottom, `picture on ${where}`).toBeLessThanOrEqual(foot + 10);
      expect.soft(blue, `blue buttons on ${where}`).toBe(blues);
      expect.soft(long, `screens of ${where}`).toBeLessThanOrEqual(2);
    }
  };
  for (const [path, blues] of views) await look(path, blues);
  // The finish, step by step: drained, washed, packed (which waits for a number).
  const at = Date.now() / 1000 - 180;
  for (const [blues, ...events] of [
    [1, { atSeconds: at, kind: 'mark', stage: 'break' }, { atSeconds: at + 60, kind: 'mark', stage: 'stopped' }],
    [0, { atSeconds: at + 90, kind: 'drained', measured: 'mass', mass: 500, massSd: 5 }],
    [0, { atSeconds: at + 120, kind: 'washed', clarity: 'clear' }],
  ] as const) {
    await farm.send('batch.record', {
      batchId: churning,
      events: events.map((event) => ({ id: randomUUID(), ...event })),
    });
    await look(`/churn/${churning}`, blues);
  }
}); // prettier-ignore

test('the parts of the cold room, each alone and in its states, in both themes', async ({ page, farm }) => {
  await farm.send('house.settle', { unitSystem: 'metric', name: 'Larkfold', timeZone: 'Europe/Dublin' });
  for (const scheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme: scheme });
    await page.goto('/bench/parts');
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await expectSound(page);
    await expect(page.locator('main')).toHaveScreenshot(`parts-${scheme}.png`, {
      maxDiffPixelRatio: 0.03,
      animations: 'disabled',
    });
  }
});
