import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { chromium } from '@playwright/test';
import { Client } from 'pg';
import { quantile } from 'simple-statistics';

/**
 * How long a mark takes: until the house has it durably, against a bare single-row insert and one HTTP round trip in the
 * same run; and until it is on the screen with the house gone.
 */
const rounds = 400;
const screenRounds = 60;
const address = process.env.IMMULGO_ADDRESS!;

async function timed(work: () => Promise<unknown>): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

async function main(): Promise<void> {
  const { farm } = (await (await fetch(`${address}/api/plan`)).json()) as { farm: { id: string } };
  const send = async (name: string, input: unknown) => {
    const response = await fetch(`${address}/api/commands`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        id: randomUUID(),
        farm: farm.id,
        device: 'bench',
        name,
        input,
        at: new Date().toISOString(),
      }),
    });
    const answer = (await response.json()) as { status?: string };
    if (answer.status !== 'done') throw new Error(JSON.stringify(answer));
  };
  const begin = async () => {
    const batchId = randomUUID();
    await send('batch.begin', {
      batchId,
      creamLotId: randomUUID(),
      startedEventId: randomUUID(),
      startedAtSeconds: Date.now() / 1000 - 60,
      facts: {
        creamMass: 1400, creamMassSd: 14, creamVolume: 1400, amountTyped: '1.4 L', creamFat: 0.36, creamFatSd: 0.01,
        fatMethod: 'label', temperature: 14, temperatureAssumed: false, ripened: false, treatment: 'pasteurised',
        homogenised: false, hardness: 0, tool: 'paddleHand', vesselId: null, capacity: 4500, loads: 1,
        usualSalt: { way: 'none' }, usualStorage: 'fridge',
      },
    }); // prettier-ignore
    return batchId;
  };
  const client = new Client({ connectionString: process.env.MIGRATION_DATABASE_URL });
  await client.connect();
  await client.query('CREATE TABLE bare (id uuid PRIMARY KEY, at timestamptz NOT NULL, data jsonb NOT NULL)');
  const insert = () =>
    client.query('INSERT INTO bare VALUES ($1, now(), $2)', [
      randomUUID(),
      JSON.stringify({ kind: 'reading', temperature: 14.2, atSeconds: Date.now() / 1000 }),
    ]);
  const roundTrip = () => fetch(`${address}/sw.js`).then((response) => response.text());
  let batchId = await begin();
  const mark = () =>
    send('batch.record', {
      batchId,
      events: [{ id: randomUUID(), kind: 'reading', atSeconds: Date.now() / 1000, temperature: 14.2 }],
    });
  for (let i = 0; i < 60; i += 1) {
    await mark();
    await insert();
    await roundTrip();
  }
  const taken = { mark: [] as number[], insert: [] as number[], roundTrip: [] as number[] };
  for (let i = 0; i < rounds; i += 1) {
    // A churning has a few dozen events; each begins anew.
    if (i % 40 === 0) batchId = await begin();
    taken.insert.push(await timed(insert));
    taken.roundTrip.push(await timed(roundTrip));
    taken.mark.push(await timed(mark));
  }
  await client.end();
  const p99 = (times: number[]) => quantile(times, 0.99);
  const [insertP99, tripP99, markP99] = [p99(taken.insert), p99(taken.roundTrip), p99(taken.mark)];
  const limit = 2 * (insertP99 + tripP99);
  console.log(
    `mark to durable: p99 ${markP99.toFixed(1)} ms (median ${quantile(taken.mark, 0.5).toFixed(1)}); bare insert p99 ${insertP99.toFixed(1)} ms, HTTP round trip p99 ${tripP99.toFixed(1)} ms: ${(markP99 / (insertP99 + tripP99)).toFixed(2)}×, ${markP99 <= limit ? 'within' : 'OVER'} 2`,
  );

  const browser = await chromium.launch({
    executablePath: execFileSync('sh', ['-c', 'command -v chromium'], { encoding: 'utf8' }).trim(),
    args: process.getuid?.() === 0 ? ['--no-sandbox'] : [],
  });
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-IE' });
  const page = await context.newPage();
  await page.goto(`${address}/churn/${await begin()}`);
  await page.locator('[data-act=thickening]').first().waitFor();
  await page.waitForTimeout(3000);
  await context.setOffline(true);
  // From the key to the first frame in which the screen has changed, on the page's own clock.
  const shown = await page.evaluate(async (times) => {
    const undo = () => document.querySelector('[data-act=undo]')!.textContent;
    const all: number[] = [];
    for (let i = 0; i < times; i += 1) {
      const before = undo();
      const start = performance.now();
      document.body.dispatchEvent(
        new KeyboardEvent('keydown', { key: i % 2 === 0 ? 't' : 'w', bubbles: true }),
      );
      while (undo() === before && performance.now() - start < 2000)
        await new Promise((next) => requestAnimationFrame(next));
      all.push(performance.now() - start);
      await new Promise((next) => setTimeout(next, 120));
    }
    return all;
  }, screenRounds);
  await browser.close();
  const screenP99 = p99(shown);
  console.log(
    `mark to screen, house gone: median ${quantile(shown, 0.5).toFixed(1)} ms, p99 ${screenP99.toFixed(1)} ms, ${screenP99 < 50 ? 'under' : 'OVER'} 50 ms`,
  );
  process.exitCode = markP99 <= limit && screenP99 < 50 ? 0 : 1;
}

main().then(
  () => process.exit(),
  (error: unknown) => {
    console.error(error);
    process.exit(1);
  },
);
