import { execFileSync } from 'node:child_process';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import type { Page } from '@playwright/test';
import { median } from 'simple-statistics';

/**
 * What each page asks of a phone before it can be used: the scripts it loads at first, gzipped, and how long until it answers
 * to a finger on this machine. Larkfold stands behind it.
 */
const address = process.env.IMMULGO_ADDRESS!;
const rounds = 5;
/** Most of a page's first scripts, kB gzipped, and longest until it answers, ms. */
const most = { script: 250, ledger: 200, milliseconds: 1500 };

interface Seen {
  /** What it needed until it answered, and what it fetched soon after: what stands lower down, or behind doors. */
  scripts: Map<string, number>;
  after: Map<string, number>;
  milliseconds: number;
}

/** What comes within so long after is counted as soon after, ms. */
const soon = 1500;

/** A page is ready once React has taken hold of what stands in it. */
async function look(page: Page, path: string): Promise<Seen> {
  const [scripts, after] = [new Map<string, number>(), new Map<string, number>()];
  const early = new Set<string>();
  let ready = false;
  page.on('request', (request) => {
    if (!ready) early.add(request.url());
  });
  page.on('response', (response) => {
    if (response.request().resourceType() !== 'script') return;
    void response
      .body()
      .then((body) =>
        (early.has(response.url()) ? scripts : after).set(
          new URL(response.url()).pathname,
          gzipSync(body).length,
        ),
      )
      .catch(() => undefined);
  });
  await page.goto(`${address}${path}`, { waitUntil: 'commit' });
  const milliseconds = await page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const ask = () => {
          const heading = document.querySelector('main h1');
          if (heading && Object.keys(heading).some((key) => key.startsWith('__reactFiber'))) resolve(performance.now());
          else setTimeout(ask, 5);
        };
        ask();
      }),
  ); // prettier-ignore
  ready = true;
  await page.waitForLoadState('load');
  await page.waitForTimeout(soon);
  return { scripts, after, milliseconds };
}

async function main(): Promise<void> {
  const browser = await chromium.launch({
    executablePath: execFileSync('sh', ['-c', 'command -v chromium'], { encoding: 'utf8' }).trim(),
    args: ['--disable-background-networking', ...(process.getuid?.() === 0 ? ['--no-sandbox'] : [])],
  });
  const find = async (from: string, link: string): Promise<string> => {
    const page = await browser.newPage();
    await page.goto(`${address}${from}`);
    const path = await page.locator(link).first().getAttribute('href');
    await page.close();
    return path!;
  };
  // Milk that was brought in just now: its cooling stands open on its page.
  const warmMilk = async (): Promise<string> => {
    const page = await browser.newPage();
    await page.goto(`${address}/pail`);
    const line = page.getByLabel('Jot it down');
    await line.fill('4.2 herd');
    await line.press('Enter');
    const path = await page
      .locator('main a[href^="/pail/"]', { hasText: /cooling|not cold in time/ })
      .first()
      .getAttribute('href');
    await page.close();
    return path!;
  };
  const paths = [
    '/',
    '/pail',
    await find('/pail', 'main a[href^="/pail/"]:not([href$="separator"])'),
    await warmMilk(),
    '/pail/separator',
    '/shelf',
    await find('/shelf', 'main a[href^="/shelf/"]'),
    '/churn/new',
    '/churn',
    '/larder',
    '/larder/door',
    '/ledger',
    await find('/ledger', 'main a[href^="/ledger/"]'),
    '/bench',
    '/house',
  ];
  let wrong = 0;
  for (const path of paths) {
    const times: number[] = [];
    let [kilobytes, soonAfter] = [0, 0];
    for (let round = 0; round < rounds; round += 1) {
      const context = await browser.newContext({ serviceWorkers: 'block' });
      const { scripts, after, milliseconds } = await look(await context.newPage(), path);
      times.push(milliseconds);
      const sum = (sizes: ReadonlyMap<string, number>) =>
        [...sizes.values()].reduce((all, size) => all + size, 0) / 1000;
      [kilobytes, soonAfter] = [sum(scripts), sum(after)];
      await context.close();
    }
    const said = path.replace(/[0-9a-f-]{36}/, '…');
    const limit = said === '/ledger' ? most.ledger : most.script;
    const over = kilobytes > limit || median(times) > most.milliseconds;
    wrong += Number(over);
    console.log(
      `  ${said.padEnd(18)} ${kilobytes.toFixed(0).padStart(4)} kB of ${limit} (${soonAfter.toFixed(0).padStart(3)} soon after)   ${median(times).toFixed(0).padStart(5)} ms of ${most.milliseconds}${over ? '   over' : ''}`,
    );
  }
  await browser.close();
  if (wrong > 0) process.exitCode = 1;
}

main().then(
  () => process.exit(),
  (error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exit(1);
  },
);
