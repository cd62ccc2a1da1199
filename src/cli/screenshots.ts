import { execFileSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { chromium } from '@playwright/test';
import type { BrowserContext, Page } from '@playwright/test';
import { ownTime } from './ownTime';

/** The README's pictures: Larkfold at a fixed hour, so that the same sources give the same pictures. */
const folder = 'docs/screenshots';
const address = process.env.IMMULGO_ADDRESS!;
const clock = process.env.IMMULGO_CLOCK!;

interface Picture {
  name: string;
  path: string;
  size?: { width: number; height: number };
  dark?: boolean;
  /** What to do before the picture is taken. */
  first?: (page: Page) => Promise<void>;
}

const phone = { width: 390, height: 844 };
const newest = async (page: Page, text: string | RegExp) => {
  await page.goto(`${address}/ledger`);
  // The ledger shows its newest, and older ones when asked.
  while ((await page.locator('tbody tr', { hasText: text }).count()) === 0)
    await page.getByRole('button', { name: /older/ }).click();
  await page.locator('tbody tr', { hasText: text }).first().getByRole('link').click();
  await page.waitForURL(/\/ledger\/[0-9a-f-]{36}/);
  await page.getByRole('heading', { level: 1 }).waitFor();
};

const follow = async (page: Page, link: string) => {
  await page.goto(`${address}${(await page.locator(link).first().getAttribute('href'))!}`);
  await page.getByRole('slider').waitFor();
};

const pictures: Picture[] = [
  { name: 'today', path: '/' },
  { name: 'today-phone', path: '/', size: phone },
  {
    name: 'pail',
    path: '/pail',
    first: (page) =>
      page
        .getByRole('button', { name: /^Skim/ })
        .or(page.locator('main').getByRole('link', { name: /^To / }))
        .first()
        .waitFor(),
  },
  {
    name: 'gauge',
    path: '/pail',
    first: (page) => follow(page, 'main a[href^="/pail/"]:has-text("Blue jar")'),
  },
  { name: 'shelf', path: '/shelf' },
  { name: 'larder', path: '/larder' },
  {
    name: 'plan',
    path: '/churn/new?front=again',
    first: async (page) => {
      await page.getByLabel('How much cream').fill('4.2 L');
      await page.getByLabel('Temperature of the cream').fill('12.5');
      await page.getByRole('slider').waitFor();
      await page.evaluate(() => (document.activeElement as HTMLElement).blur());
    },
  },
  { name: 'churn', path: '/churn' },
  { name: 'churn-phone', path: '/churn', size: phone },
  { name: 'churn-dark', path: '/churn', dark: true },
  { name: 'churn-tablet', path: '/churn', size: { width: 820, height: 1180 } },
  { name: 'today-dark', path: '/', dark: true },
  { name: 'ledger', path: '/ledger' },
  { name: 'trends', path: '/ledger/trends' },
  { name: 'batch', path: '/ledger', first: (page) => newest(page, /wet/) },
  { name: 'milk', path: '/ledger/milk' },
  {
    name: 'year',
    path: '/ledger/year',
    first: (page) => page.getByRole('definition').first().waitFor(),
  },
  {
    name: 'ready',
    path: '/ledger/ready',
    first: (page) => page.getByRole('listitem').filter({ hasText: 'Churn' }).first().waitFor(),
  },
  { name: 'house', path: '/house' },
];

async function main(only: string[]): Promise<void> {
  mkdirSync(folder, { recursive: true });
  const browser = await chromium.launch({
    executablePath: execFileSync('sh', ['-c', 'command -v chromium'], { encoding: 'utf8' }).trim(),
    args: ['--disable-background-networking', ...(process.getuid?.() === 0 ? ['--no-sandbox'] : [])],
  });
  for (const picture of pictures.filter(({ name }) => only.length === 0 || only.includes(name))) {
    const context = await browser.newContext({
      viewport: picture.size ?? { width: 1280, height: 800 },
      colorScheme: picture.dark ? 'dark' : 'light',
      timezoneId: 'Europe/Dublin',
      locale: 'en-IE',
      reducedMotion: 'reduce',
    });
    await take(context, picture);
    await context.close();
    console.log(`  ${folder}/${picture.name}.png`);
  }
  await browser.close();
}

async function take(context: BrowserContext, { name, path, first }: Picture): Promise<void> {
  const page = await context.newPage();
  await ownTime(page);
  await page.clock.setFixedTime(new Date(clock));
  await page.goto(`${address}${path}`);
  await first?.(page);
  await page.getByRole('heading', { level: 1 }).first().waitFor();
  await page.waitForTimeout(600);
  await page.screenshot({ path: `${folder}/${name}.png` });
}

main(process.argv.slice(2)).then(
  () => process.exit(0),
  (error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exit(1);
  },
);
