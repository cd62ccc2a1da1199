import type { Page } from '@playwright/test';
import type { ChurnHappening, ChurnInput } from '../../src/core/churning/churnInput.calc';
import { conditionsOf, longestSeconds } from '../../src/core/churning/churnInput';
import type { ChurnRun } from '../../src/core/churning/simulateChurn';
import { simulateChurn } from '../../src/core/churning/simulateChurn';
import type { TestFarm } from './farm';
import { ownTime } from '../../src/cli/ownTime';
import { beginBatch, expect, test } from './farm';

/** A churning as it really goes: the model at a pace of its own, which the screen is not told. */
const cream: ChurnInput = {
  creamMass: 1400,
  creamFat: 0.37,
  creamFatSd: 0.01,
  temperature: 14,
  temperatureSd: 0.5,
  roomTemperature: 18,
  ripened: false,
  homogenised: false,
  treatment: 'pasteurised',
  hardness: 0,
  crystallised: 1,
  tool: 'paddleHand',
  capacity: 4500,
  happenings: [],
};
const hiddenPace = Math.log(1.15);
const goes = (change: Partial<ChurnInput>): ChurnRun => {
  const input = { ...cream, ...change };
  return simulateChurn(conditionsOf(input, hiddenPace), longestSeconds(input, hiddenPace));
};
const celsiusAt = ({ moments }: ChurnRun, minutes: number): number =>
  (moments.find(({ seconds }) => seconds >= minutes * 60) ?? moments.at(-1)!).temperature;

/** The screen beside a churning whose clock the test moves on. */
async function churning(page: Page, farm: TestFarm, temperature: number) {
  const start = Date.now() - 20 * 3600_000;
  await ownTime(page);
  await page.clock.install({ time: start });
  const batchId = await beginBatch(farm, 20 * 60, {
    creamFat: cream.creamFat,
    temperature,
    tool: cream.tool,
    capacity: cream.capacity,
  });
  const at = (minutes: number) => page.clock.setSystemTime(start + minutes * 60_000);
  await at(0.2);
  await page.goto(`/churn/${batchId}`);
  const read = async (celsius: number) => {
    await page.getByLabel('Jot it down').fill(`${celsius.toFixed(1)} C`);
    await page.getByLabel('Jot it down').press('Enter');
  };
  return { at, read, advice: page.getByRole('status', { name: 'Advice' }) };
}

/** Follows what is advised until the model says it is over; returns what was done to the cream. */
async function follow(page: Page, minutes: number): Promise<{ pause: ChurnHappening; until: number }> {
  const [, bath, long] = /(?:bath|water) of (\d+) °C.*? for (\d+) min/.exec(
    (await page.getByRole('status', { name: 'Advice' }).textContent())!,
  )!;
  await page.locator('[data-act=advised]').click();
  await expect(page.getByRole('heading', { name: 'Go on when you are ready' })).toBeVisible();
  await expect(page.getByText(/Look at it in/)).toBeVisible();
  return {
    pause: {
      kind: 'pause',
      atMinutes: minutes,
      minutes: Number(long),
      temperature: Number(bath),
      in: 'water',
    },
    until: minutes + Number(long),
  };
}

/** From going on to the break and the stop, marked when the churning really gets there. */
async function toTheEnd(
  page: Page,
  { at, read, advice }: Awaited<ReturnType<typeof churning>>,
  run: ChurnRun,
  until: number,
) {
  await at(until + 0.1);
  await page.locator('[data-act=resumed]').click();
  await at(until + 0.5);
  await read(celsiusAt(run, until + 0.5));
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Break');
  await expect(advice).toHaveCount(0);
  await at(run.breakSeconds! / 60);
  await page.keyboard.press('Escape');
  await page.locator('[data-act=break]').first().click();
  await at(run.breakSeconds! / 60 + 0.7);
  await page.locator('[data-act=stopped]').first().click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Drain the buttermilk');
}

test('a greasy warm churning: the advice to chill appears, and followed, saves the butter', async ({
  page,
  farm,
}) => {
  const before = goes({ temperature: 22.5 });
  const screen = await churning(page, farm, 22.5);
  await screen.at(2);
  await screen.read(celsiusAt(before, 2));
  await expect(screen.advice).toContainText('Too warm');
  const { pause, until } = await follow(page, 2);
  const after = goes({ temperature: 22.5, happenings: [pause] });
  await toTheEnd(page, screen, after, until);
  expect(before.outcome === 'breaks' ? before.buttermilkFat : 1).toBeGreaterThan(0.015);
  expect(after.outcome).toBe('breaks');
  expect(after.buttermilkFat).toBeLessThan(0.015);
});

test('a churning that will not break, cold cream in a cold shed: the advice to warm it appears, and followed, it breaks', async ({
  page,
  farm,
}) => {
  const before = goes({ temperature: 4, roomTemperature: 4 });
  expect(before.breakSeconds === undefined || before.breakSeconds > 120 * 60).toBe(true);
  const screen = await churning(page, farm, 4);
  await screen.at(25);
  await screen.read(celsiusAt(before, 25));
  await expect(screen.advice).toContainText('Too cold');
  const { pause, until } = await follow(page, 25);
  const after = goes({ temperature: 4, roomTemperature: 4, happenings: [pause] });
  await toTheEnd(page, screen, after, until);
  expect(after.outcome).toBe('breaks');
  expect(after.breakSeconds!).toBeLessThan((until + 60) * 60);
});

test('a night’s pause in the middle: the fridge carries over, the bath is advised, and a good churning says nothing', async ({
  page,
  farm,
}) => {
  const well = goes({ temperature: 14 });
  const screen = await churning(page, farm, 14);
  await screen.at(4);
  await screen.read(celsiusAt(well, 4));
  await expect(page.getByRole('img', { name: /°C at 4:/ })).toBeVisible();
  await expect(screen.advice).toHaveCount(0);
  await page.getByLabel('Jot it down').fill('pause for the night');
  await page.getByLabel('Jot it down').press('Enter');
  await expect(page.getByRole('radio', { name: 'Fridge 4 °C' })).toBeChecked();
  await screen.at(4 + 11 * 60);
  await page.locator('[data-act=resumed]').click();
  await screen.read(4.5);
  await expect(screen.advice).toContainText('Too cold');
  await expect(screen.advice).toContainText(/bath of \d+ °C for \d+ min/);
});
