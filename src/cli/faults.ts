import type { ChildProcess } from 'node:child_process';
import { execFileSync, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import type { Browser, Page } from '@playwright/test';
import seedrandom from 'seedrandom';

/**
 * Marks through trouble: scripted churnings in real browsers while the network is cut and server and database are killed
 * outright at random moments. Afterwards every mark the screen took has to be in the house once, in the order it was made.
 *
 * Takes the number of churnings and a seed; the environment says how server and database are started (./immulgo faults).
 */
const churnings = Number(process.argv[2] ?? 200);
const seed = process.argv[3] ?? 'larkfold';
const beside = 4;
const marksEach = 12;
const { SERVER_FOLDER, SERVER_PORT, DATABASE_FOLDER, DATABASE_START } = process.env;
const address = `http://127.0.0.1:${SERVER_PORT}`;
const draw = seedrandom(seed);
const between = (low: number, high: number) => low + draw() * (high - low);
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const kills = { server: 0, database: 0, network: 0, reloads: 0, deadPages: 0 };

let server: ChildProcess | undefined;
const startServer = () => {
  server = spawn(
    'node',
    ['node_modules/next/dist/bin/next', 'start', '-p', SERVER_PORT!, '-H', '127.0.0.1'],
    {
      cwd: SERVER_FOLDER!,
      stdio: 'ignore',
    },
  );
};
const startDatabase = () => execFileSync('sh', ['-c', DATABASE_START!], { stdio: 'ignore' });

/** Waits until server and database answer; what did not come up again is set up once more, and at last given up. */
async function answers(): Promise<void> {
  for (let tries = 1; tries <= 1800; tries += 1) {
    const ok = await fetch(`${address}/api/health`, { signal: AbortSignal.timeout(5000) }).then(
      (response) => response.ok,
      () => false,
    );
    if (ok) return;
    await sleep(100);
    if (tries % 300 !== 0) continue;
    if (server!.exitCode !== null || server!.signalCode !== null) startServer();
    try {
      startDatabase();
    } catch {
      // It runs, or will the next time.
    }
  }
  throw new Error('Server and database did not come up again.');
}

function killDatabase(): void {
  const pid = Number(readFileSync(`${DATABASE_FOLDER}/postmaster.pid`, 'utf8').split('\n')[0]);
  process.kill(pid, 'SIGKILL');
}

/** Kills one thing or the other, and sets it up again, until told to stop. */
async function trouble(over: () => boolean): Promise<void> {
  while (!over()) {
    await sleep(between(1500, 5000));
    if (over()) return;
    if (draw() < 0.5) {
      kills.server += 1;
      server!.kill('SIGKILL');
      await sleep(between(100, 1500));
      startServer();
    } else {
      kills.database += 1;
      killDatabase();
      await sleep(between(100, 1200));
      for (let tries = 0; tries < 20; tries += 1) {
        try {
          startDatabase();
          break;
        } catch {
          await sleep(300);
        }
      }
    }
    await answers();
  }
}

async function send(farm: string, name: string, input: unknown): Promise<void> {
  const id = randomUUID();
  for (;;) {
    const answer = await fetch(`${address}/api/commands`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id, farm, device: 'faults', name, input, at: new Date().toISOString() }),
    })
      .then((response) => (response.ok ? response.json() : undefined))
      // Killed before it answered, or in the middle of its answer.
      .catch(() => undefined);
    if ((answer as { status?: string } | undefined)?.status === 'done') return;
    await sleep(200);
  }
}

const facts = {
  creamMass: 1400, creamMassSd: 14, creamVolume: 1400, amountTyped: '1.4 L', creamFat: 0.36, creamFatSd: 0.01,
  fatMethod: 'label', temperature: 14, temperatureAssumed: false, ripened: false, treatment: 'pasteurised',
  homogenised: false, hardness: 0, tool: 'paddleHand', vesselId: null, capacity: 4500, loads: 1,
  usualSalt: { way: 'none' }, usualStorage: 'fridge',
}; // prettier-ignore

/** Readings count up from here, °C. */
const coldest = 5;

/**
 * Writes one reading down, until the page shows it: a page that died under the hand is opened again, and only what it
 * does not show then was not made.
 */
async function mark(page: Page, batchId: string, celsius: number): Promise<void> {
  const shows = (timeout: number) =>
    page
      .waitForFunction(
        // In the list of what happened, which shows a mark once the device keeps it.
        (words) => [...document.querySelectorAll('li')].some((one) => one.textContent?.includes(words)),
        `Temperature ${celsius} °C`,
        { timeout, polling: 50 },
      )
      .then(
        () => true,
        () => false,
      );
  for (let tries = 0; tries < 20; tries += 1) {
    try {
      const field = page.getByLabel('Jot it down');
      await field.fill(`${celsius} C`, { timeout: 8000 });
      await field.press('Enter', { timeout: 2000 });
    } catch {
      // Gone from under the hand: below.
    }
    if (await shows(3000)) return;
    await open(page, batchId);
    if (await shows(1500)) return;
    kills.deadPages += 1;
  }
  throw new Error(`${celsius} °C could not be written down.`);
}

/** One churning: readings that count up, so that each is known by its number. Returns what went wrong with it. */
async function churn(browser: Browser, farm: string, number: number): Promise<string[]> {
  const batchId = randomUUID();
  await send(farm, 'batch.begin', {
    batchId,
    creamLotId: randomUUID(),
    startedEventId: randomUUID(),
    startedAtSeconds: Date.now() / 1000 - 120,
    facts,
  });
  const context = await browser.newContext();
  const page = await context.newPage();
  try {
    await open(page, batchId);
    await prepare(page, batchId);
    const wanted: number[] = [];
    for (let i = 0; i < marksEach; i += 1) {
      if (draw() < 0.12) {
        kills.network += 1;
        await context.setOffline(true);
        setTimeout(() => void context.setOffline(false).catch(() => undefined), between(200, 1500));
      }
      if (draw() < 0.06) {
        kills.reloads += 1;
        await open(page, batchId);
      }
      const celsius = coldest + i;
      await mark(page, batchId, celsius);
      wanted.push(celsius);
      await sleep(between(10, 350));
    }
    await context.setOffline(false);
    const got = await told(batchId, wanted.length);
    const right =
      got.length === wanted.length && got.every((celsius, i) => Math.abs(celsius - wanted[i]!) < 1e-9);
    return right ? [] : [`churning ${number}: ${wanted.length} marks made, the house has ${got.join(' ')}`];
  } finally {
    await context.close();
  }
}

/**
 * Waits until the device could open the churn without the house. A page whose scripts were cut off by a kill before that
 * is dead: it is opened again, as a maker would. No mark was made yet.
 */
async function prepare(page: Page, batchId: string): Promise<void> {
  const ready = () =>
    page.evaluate(
      async () =>
        navigator.serviceWorker.controller !== null &&
        (await (await caches.open('immulgo')).match('/offline')) !== undefined,
    );
  for (let tries = 0; tries < 200; tries += 1) {
    if (await ready().catch(() => false)) return;
    await sleep(300);
    if (tries % 60 === 59) await open(page, batchId);
  }
  throw new Error('A device could not be prepared to go without the house.');
}

async function open(page: Page, batchId: string): Promise<void> {
  for (let tries = 0; ; tries += 1) {
    try {
      await page.goto(`${address}/churn/${batchId}`, { timeout: 10_000 });
      await page.getByLabel('Jot it down').waitFor({ timeout: 10_000 });
      // Alive once it has read its outbox.
      await page.waitForFunction(() => document.readyState === 'complete');
      await sleep(400);
      return;
    } catch (error) {
      if (tries > 100) throw error;
      await sleep(300);
    }
  }
}

/** Readings as the house has them, in the order of their times, once it has as many as were made. */
async function told(batchId: string, enough: number): Promise<number[]> {
  let readings: number[] = [];
  for (let tries = 0; tries < 200; tries += 1) {
    const news = await fetch(`${address}/api/batches/${batchId}`)
      .then((response) => (response.ok ? response.json() : undefined))
      .catch(() => undefined);
    const { events = [] } = (news ?? {}) as {
      events?: { kind: string; atSeconds: number; temperature: number }[];
    };
    readings = events
      .filter(({ kind }) => kind === 'reading')
      .toSorted((a, b) => a.atSeconds - b.atSeconds)
      .map(({ temperature }) => Math.round(temperature * 10) / 10);
    if (readings.length >= enough) break;
    await sleep(300);
  }
  // Whatever might still come twice has time to.
  await sleep(300);
  return readings;
}

async function main(): Promise<void> {
  startServer();
  await answers();
  const { farm } = (await (await fetch(`${address}/api/plan`)).json()) as { farm: { id: string } };
  const browser = await chromium.launch({
    executablePath: execFileSync('sh', ['-c', 'command -v chromium'], { encoding: 'utf8' }).trim(),
    args: process.getuid?.() === 0 ? ['--no-sandbox'] : [],
  });
  let next = 0;
  let done = 0;
  let over = false;
  const wrong: string[] = [];
  const troubles = trouble(() => over);
  const hand = async () => {
    while (next < churnings) {
      next += 1;
      wrong.push(...(await churn(browser, farm.id, next)));
      done += 1;
      if (done % 10 === 0) console.log(`  ${done} of ${churnings} churnings, ${wrong.length} wrong`);
    }
  };
  try {
    await Promise.all(Array.from({ length: Math.min(beside, churnings) }, hand));
  } finally {
    over = true;
    await browser.close();
    await troubles;
    server?.kill('SIGKILL');
  }
  console.log(
    `${churnings} churnings, ${churnings * marksEach} marks; server killed ${kills.server} times, database ${kills.database}, network cut ${kills.network}, pages opened anew ${kills.reloads}, died and opened again ${kills.deadPages}.`,
  );
  for (const words of wrong) console.log(words);
  console.log(
    wrong.length === 0 ? 'Every mark is there once, in order.' : `${wrong.length} churnings are wrong.`,
  );
  process.exitCode = wrong.length === 0 ? 0 : 1;
}

main().then(
  () => process.exit(),
  (error: unknown) => {
    console.error(error);
    server?.kill('SIGKILL');
    process.exit(1);
  },
);
