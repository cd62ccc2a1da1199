import type { ChildProcess } from 'node:child_process';
import { execFileSync, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import type { Browser, BrowserContext, Page } from '@playwright/test';
import seedrandom from 'seedrandom';
import { runDatabase } from './keeping/cluster';
import { pointPool, promote } from './keeping/pair';

/**
 * Marks through trouble: scripted churnings in real browsers while the network is cut and server and database are killed
 * outright at random moments. Afterwards every mark the screen took has to be in the house once, in the order it was made.
 *
 * Takes the number of churnings and a seed; the environment says how server and database are started (./immulgo faults).
 */
const churnings = Number(process.argv[2] ?? 200);
const seed = process.argv[3] ?? 'larkfold';
const beside = Number(process.env.BESIDE ?? 4);
const marksEach = 12;
/** A device makes so many churnings before another takes its place: some of them without a page ever prepared anew. */
const eachDevice = 5;
const { SERVER_FOLDERS, SERVER_PORT, DATABASE_FOLDER, DATABASE_PORT } = process.env;
/** There when a standby follows the database, and a pool stands before both: then it dies once, and for good. */
const { STANDBY_URL, POOL_FOLDER } = process.env;
/** One build, or several: a server that is set up again may be a newer one, in the middle of a batch. */
const builds = SERVER_FOLDERS!.split(':');
const address = `http://127.0.0.1:${SERVER_PORT}`;
const draw = seedrandom(seed);
const between = (low: number, high: number) => low + draw() * (high - low);
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const kills = {
  server: 0,
  database: 0,
  slow: 0,
  network: 0,
  reloads: 0,
  deadPages: 0,
  hangs: 0,
  builds: 0,
  early: 0,
};
/** What devices' clocks are wrong by, ms: most are right, some are minutes off, some two days. */
const clocks = [0, 0, 0, 6 * 60_000, -6 * 60_000, 2 * 86_400_000, -2 * 86_400_000];
let serving = builds[0]!;
const here = process.cwd();

let server: ChildProcess | undefined;
const startServer = () => {
  const before = serving;
  serving = builds[Math.floor(draw() * builds.length)]!;
  if (serving !== before) kills.builds += 1;
  // The very server a farm is served by, from a build of its own.
  server = spawn('node', [`${here}/.immulgo/bin/webServer.mjs`, SERVER_PORT!], {
    cwd: serving,
    env: { ...process.env, NODE_ENV: 'production' },
    stdio: 'ignore',
  });
};
// One that failed over stays dead: it would write on beside the one that took its place.
const startDatabase = () => (STANDBY_URL ? true : runDatabase(DATABASE_FOLDER!, Number(DATABASE_PORT)));

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
    // It runs, or will the next time.
    await startDatabase();
  }
  throw new Error('Server and database did not come up again.');
}

const databasePid = () => Number(readFileSync(`${DATABASE_FOLDER}/postmaster.pid`, 'utf8').split('\n')[0]);

function killDatabase(): void {
  process.kill(databasePid(), 'SIGKILL');
}

/** A database that is there and answers nothing for a while, as one whose disk is busy does. */
async function stall(): Promise<void> {
  kills.slow += 1;
  const pid = databasePid();
  const children = () => readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(' ');
  const all = [pid, ...children().map(Number)];
  const tell = (signal: NodeJS.Signals) => {
    for (const one of all)
      try {
        process.kill(one, signal);
      } catch {
        // It ended by itself in the meantime.
      }
  };
  tell('SIGSTOP');
  await sleep(between(2000, 8000));
  tell('SIGCONT');
}

/** The machine of the database is gone in the middle of everything: the standby takes its place. Says how long that took. */
async function failOver(): Promise<void> {
  await sleep(between(15_000, 25_000));
  kills.database += 1;
  killDatabase();
  const gone = performance.now();
  await promote(STANDBY_URL!);
  pointPool(POOL_FOLDER!, Number(new URL(STANDBY_URL!).port));
  await answers();
  console.log(
    `  the standby took its place: the house answered again after ${((performance.now() - gone) / 1000).toFixed(1)} s`,
  );
}

/** Kills one thing or the other, and sets it up again, until told to stop. */
async function trouble(over: () => boolean): Promise<void> {
  if (STANDBY_URL) return failOver();
  while (!over()) {
    // A long run is calmer: starting a server again takes this machine longer than a churning does.
    await sleep(between(1500, 5000) * (churnings < 50 ? 1 : 2.5));
    if (over()) return;
    const which = draw();
    if (which < 0.4) {
      kills.server += 1;
      server!.kill('SIGKILL');
      await sleep(between(100, 1500));
      startServer();
    } else if (which < 0.55) {
      await stall();
    } else {
      kills.database += 1;
      killDatabase();
      await sleep(between(100, 1200));
      for (let tries = 0; tries < 20; tries += 1) {
        if (await startDatabase()) break;
        await sleep(300);
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
const coldest = 12;

/**
 * Writes one reading down, until the page shows it: a page that died under the hand is opened again, and only what neither
 * the device nor the house has was not made. What either has, the page must show, however slow the machine.
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
    await jot(page, `${celsius} C`);
    if (await shows(3000)) return;
    await open(page, batchId);
    if (await shows(1500)) return;
    kills.deadPages += 1;
    if (!(await isMade(page, batchId, celsius))) continue;
    if (await shows(60_000)) return;
    throw new Error(`${celsius} °C is kept, and the page does not show it.`);
  }
  throw new Error(`${celsius} °C could not be written down.`);
}

/** Whether a reading is on the device or in the house, asked until both have answered. */
async function isMade(page: Page, batchId: string, celsius: number): Promise<boolean> {
  for (let tries = 0; tries < 600; tries += 1) {
    // The device first: what it strikes off meanwhile, the house has by then.
    const waiting = await onDevice(page).catch(() => undefined);
    const marks = waiting && (await readings(batchId));
    if (marks)
      return (
        waiting.some((input) => input.includes(batchId) && input.includes(`"temperature":${celsius}`)) ||
        marks.some(({ temperature }) => Math.abs(temperature - celsius) < 1e-9)
      );
    await sleep(200);
  }
  throw new Error('Device and house did not say what they have.');
}

/** What a page is told to suffer: requests that never answer, a house that fails at one kind of entry. */
interface Trouble {
  hangs?: boolean;
  failsAt?: string;
}

/** A device with a clock of its own, whose requests can be made to hang or to fail. */
async function newDevice(browser: Browser): Promise<{ context: BrowserContext; page: Page }> {
  // Drawings that move cost this machine what the marks need.
  const context = await browser.newContext({
    // A propped tablet: the line to jot on stands in the header, unfolded.
    viewport: { width: 820, height: 1180 },
    // The first device of a farm chooses its units: readings are counted in °C here.
    locale: 'en-IE',
    reducedMotion: 'reduce',
  });
  const off = clocks[Math.floor(draw() * clocks.length)]!;
  await context.addInitScript((wrongBy) => {
    const Real = Date;
    globalThis.Date = class extends Real {
      constructor(...given: []) {
        if (given.length === 0) super(Real.now() + wrongBy);
        else super(...given);
      }
      static override now = () => Real.now() + wrongBy;
    } as DateConstructor;
    const trouble: Trouble = {};
    (globalThis as unknown as { trouble: Trouble }).trouble = trouble;
    const real = globalThis.fetch;
    globalThis.fetch = (input, init) => {
      const body = String(init?.body ?? '');
      if (String(input).includes('/api/commands')) {
        if (trouble.failsAt && body.includes(`"kind":"${trouble.failsAt}"`))
          return Promise.resolve(
            new Response('{"error":{"message":"Something went wrong in the house itself."}}', {
              status: 500,
            }),
          );
        if (trouble.hangs)
          return new Promise((_, reject) => {
            const given = () => reject(new DOMException('aborted', 'AbortError'));
            // As a browser has it: what was given up before it was asked is given up.
            if (init?.signal?.aborted) given();
            init?.signal?.addEventListener('abort', given);
          });
      }
      return real(input, init);
    };
  }, off);
  return { context, page: await context.newPage() };
}

const suffer = (page: Page, change: Trouble): Promise<unknown> =>
  inTime(
    page.evaluate((to) => Object.assign((globalThis as unknown as { trouble: Trouble }).trouble, to), change),
  ).catch(() => undefined);

/** One churning: readings that count up, so that each is known by its number. Returns what went wrong with it. */
async function churn(
  { context, page }: { context: BrowserContext; page: Page },
  farm: string,
  number: number,
  fresh: boolean,
): Promise<string[]> {
  const batchId = randomUUID();
  const begun = Date.now() / 1000 - 120;
  await send(farm, 'batch.begin', {
    batchId,
    creamLotId: randomUUID(),
    startedEventId: randomUUID(),
    startedAtSeconds: begun,
    facts,
  });
  // A mark in the first moments of a page, before its outbox has opened.
  const early = !fresh && draw() < 0.3;
  if (early) kills.early += 1;
  await open(page, batchId, !early);
  if (fresh) await prepare(page, batchId);
  const failing = draw() < 0.15 ? Math.floor(between(1, marksEach - 2)) : -1;
  const wanted: number[] = [];
  for (let i = 0; i < marksEach; i += 1) {
    if (draw() < 0.12) {
      kills.network += 1;
      await context.setOffline(true);
      setTimeout(() => void context.setOffline(false).catch(() => undefined), between(200, 1500));
    }
    if (draw() < 0.05) {
      kills.hangs += 1;
      await suffer(page, { hangs: true });
      setTimeout(() => void suffer(page, { hangs: false }), between(500, 3000));
    }
    if (draw() < 0.06) {
      kills.reloads += 1;
      await open(page, batchId);
    }
    if (i === failing) {
      await suffer(page, { failsAt: 'tasted' });
      await jot(page, 'tastes sweet');
    }
    const celsius = coldest + i;
    await mark(page, batchId, celsius);
    wanted.push(celsius);
    await sleep(between(10, 250));
  }
  await context.setOffline(false);
  await suffer(page, { hangs: false });
  const { got, times } = await told(batchId, wanted.length);
  const wrong: string[] = [];
  const right =
    got.length === wanted.length && got.every((celsius, i) => Math.abs(celsius - wanted[i]!) < 1e-9);
  if (!right) wrong.push(`churning ${number}: ${wanted.length} marks made, the house has ${got.join(' ')}`);
  const strayed = times.filter((at) => at < begun || at > Date.now() / 1000 + 30);
  if (strayed.length > 0)
    wrong.push(
      `churning ${number}: ${strayed.length} marks not at their time, ${strayed.map((at) => Math.round(at - begun)).join(' ')} s`,
    );
  return wrong;
}

async function jot(page: Page, words: string): Promise<void> {
  try {
    const field = page.getByLabel('Jot it down');
    await field.fill(words, { timeout: 8000 });
    await field.press('Enter', { timeout: 2000 });
  } catch {
    // The page died under the hand: nothing was said then.
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

async function open(page: Page, batchId: string, settled = true): Promise<void> {
  for (let tries = 0; ; tries += 1) {
    try {
      await page.goto(`${address}/churn/${batchId}`, {
        timeout: 10_000,
        waitUntil: settled ? 'load' : 'commit',
      });
      await page.getByLabel('Jot it down').waitFor({ timeout: 10_000 });
      if (!settled) return;
      // Alive once it has read its outbox.
      await page.waitForFunction(() => document.readyState === 'complete');
      await sleep(400);
      return;
    } catch (error) {
      if (tries > 100) throw error;
      // A page that finds nobody costs a process of its own: the server that is starting wants that time.
      await sleep(1500);
    }
  }
}

interface Reading {
  kind: string;
  atSeconds: number;
  temperature: number;
}

/** Readings as the house has them, in the order of their times; undefined when it does not answer. */
async function readings(batchId: string): Promise<Reading[] | undefined> {
  const news = await fetch(`${address}/api/batches/${batchId}`, { signal: AbortSignal.timeout(5000) })
    .then((response) => (response.ok ? response.json() : undefined))
    .catch(() => undefined);
  return (news as { events: Reading[] } | undefined)?.events
    .filter(({ kind }) => kind === 'reading')
    .toSorted((a, b) => a.atSeconds - b.atSeconds);
}

/** What the house has, once it has as many as were made. */
async function told(batchId: string, enough: number): Promise<{ got: number[]; times: number[] }> {
  let marks: Reading[] = [];
  for (let tries = 0; tries < 200; tries += 1) {
    marks = (await readings(batchId)) ?? marks;
    if (marks.length >= enough) break;
    await sleep(300);
  }
  // Whatever might still come twice has time to.
  await sleep(300);
  marks = (await readings(batchId)) ?? marks;
  return {
    got: marks.map(({ temperature }) => Math.round(temperature * 10) / 10),
    times: marks.map(({ atSeconds }) => atSeconds),
  };
}

/** So long a page may take to answer, ms: one that hangs between a house that died and the next never does. */
const mostAsked = 10_000;
const inTime = <T>(asked: Promise<T>): Promise<T> =>
  Promise.race([asked, sleep(mostAsked).then(() => Promise.reject(new Error('The page does not answer.')))]);

/** What a device keeps that the house has not answered, each as it will be sent. */
const onDevice = (page: Page): Promise<string[]> => {
  const asked = page.evaluate(
    () =>
      new Promise<string[]>((resolve, reject) => {
        const opening = indexedDB.open('immulgo-outbox', 1);
        // A device that never kept anything is not given a place to keep it from here.
        opening.onupgradeneeded = () => {
          opening.transaction!.abort();
          resolve([]);
        };
        opening.onerror = () => reject(opening.error!);
        opening.onsuccess = () => {
          const all = opening.result.transaction('waiting').objectStore('waiting').getAll();
          all.onsuccess = () => {
            opening.result.close();
            resolve(
              (all.result as { command: { input: unknown } }[]).map(({ command }) =>
                JSON.stringify(command.input),
              ),
            );
          };
          all.onerror = () => reject(all.error!);
        };
      }),
  );
  return inTime(asked);
};

/** What the house failed at stands in sight, and nothing else is left on the device. */
async function setAside(page: Page): Promise<string[]> {
  for (let tries = 0; tries < 150; tries += 1) {
    const waiting = await onDevice(page).catch(async () => {
      await page.reload({ timeout: 10_000 }).catch(() => undefined);
      return ['the page'];
    });
    if (waiting.every((input) => input.includes('"kind":"tasted"'))) {
      kept += waiting.length;
      return [];
    }
    await sleep(300);
  }
  return [`left on a device: ${(await onDevice(page).catch(() => [])).join(' ').slice(0, 300)}`];
}
let kept = 0;

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
    let device = await newDevice(browser);
    for (let made = 0; next < churnings; made += 1) {
      next += 1;
      if (made > 0 && made % eachDevice === 0) {
        wrong.push(...(await setAside(device.page)));
        await device.context.close();
        device = await newDevice(browser);
      }
      const found = await churn(device, farm.id, next, made % eachDevice === 0);
      for (const words of found) console.log(`  ${words}`);
      wrong.push(...found);
      done += 1;
      if (done % 10 === 0) console.log(`  ${done} of ${churnings} churnings, ${wrong.length} wrong`);
    }
    wrong.push(...(await setAside(device.page)));
    await device.context.close();
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
    `${churnings} churnings, ${churnings * marksEach} marks; server killed ${kills.server} times, database ${kills.database}, slow ${kills.slow}, network cut ${kills.network}, pages opened anew ${kills.reloads}, died and opened again ${kills.deadPages}; requests hung ${kills.hangs}, marks in a page’s first moments ${kills.early}, another build ${kills.builds}, entries the house failed at and kept ${kept}.`,
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
