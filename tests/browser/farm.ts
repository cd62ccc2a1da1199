import { randomUUID } from 'node:crypto';
import AxeBuilder from '@axe-core/playwright';
import type { APIRequestContext, BrowserContext, Locator, Page } from '@playwright/test';
import { test as base, expect } from '@playwright/test';
import { sealData } from 'iron-session';
import { Client } from 'pg';

/** A farm of a test's own, with a device bound to it. */
export interface TestFarm {
  id: string;
  bind: (context: BrowserContext) => Promise<void>;
  /** Sends a command as a device of this farm. */
  send: (name: string, input: unknown, from?: { device?: string; at?: Date }) => Promise<void>;
}

interface Fixtures {
  farm: TestFarm;
  /** Fails the test when a page logs an error. */
  quiet: void;
}

export const test = base.extend<Fixtures>({
  // A page is there once what streamed in behind its first words has been put in its place.
  page: async ({ page }, provide) => {
    const settled = () =>
      page.waitForFunction(() => document.querySelector('div[hidden][id^="S:"]') === null);
    const { goto, reload } = page;
    page.goto = async (...given) => {
      const response = await goto.apply(page, given);
      await settled();
      return response;
    };
    page.reload = async (...given) => {
      const response = await reload.apply(page, given);
      await settled();
      return response;
    };
    await provide(page);
  },
  farm: async ({ context, request, baseURL }, provide) => {
    const farm = await openFarm(request, baseURL!);
    await farm.bind(context);
    await provide(farm);
  },
  quiet: [
    async ({ page }, provide) => {
      const errors: string[] = [];
      page.on('pageerror', (error) => errors.push(error.message));
      page.on('console', (message) => {
        if (message.type() === 'error' && !/Failed to (load resource|fetch)/.test(message.text()))
          errors.push(message.text());
      });
      await provide();
      expect(errors).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

async function openFarm(request: APIRequestContext, baseURL: string): Promise<TestFarm> {
  const id = randomUUID();
  const client = new Client({ connectionString: process.env.MIGRATION_DATABASE_URL });
  await client.connect();
  await client.query("SELECT set_config('immulgo.farm', $1, false)", [id]);
  await client.query("INSERT INTO farm (id, created_at) VALUES ($1, now() + interval '1 hour')", [id]);
  await client.end();
  const sealed = await sealData({ farmId: id }, { password: process.env.IMMULGO_SECRET! });
  return {
    id,
    bind: (context) => context.addCookies([{ name: 'immulgo_farm', value: sealed, url: baseURL }]),
    send: async (name, input, { device = 'test', at = new Date() } = {}) => {
      const data = { id: randomUUID(), farm: id, device, name, input, at: at.toISOString() };
      const post = () =>
        request.post('/api/commands', { headers: { cookie: `immulgo_farm=${sealed}` }, data });
      // A connection the server had just let go of: sent again, as a device would. It is done once.
      const response = await post().catch((error: Error) => {
        if (!/ECONNRESET|socket hang up/.test(error.message)) throw error;
        return post();
      });
      const answer = (await response.json()) as { status?: string };
      expect(answer).toMatchObject({ status: 'done' });
    },
  };
}

/** A batch begun `minutesAgo`, as another device would have begun it. Returns its id. */
export async function beginBatch(
  farm: TestFarm,
  minutesAgo = 0,
  change: Record<string, unknown> = {},
): Promise<string> {
  const batchId = randomUUID();
  await farm.send('batch.begin', {
    batchId,
    creamLotId: randomUUID(),
    startedEventId: randomUUID(),
    startedAtSeconds: Date.now() / 1000 - minutesAgo * 60,
    facts: {
      creamMass: 1400,
      creamMassSd: 14,
      creamVolume: 1400,
      amountTyped: '1.4 L',
      creamFat: 0.36,
      creamFatSd: 0.01,
      fatMethod: 'label',
      temperature: 14,
      temperatureAssumed: false,
      ripened: false,
      treatment: 'pasteurised',
      homogenised: false,
      hardness: 0,
      tool: 'standMixer',
      vesselId: null,
      capacity: 4500,
      loads: 1,
      usualSalt: { way: 'share', share: 0.016, kind: 'fine' },
      usualStorage: 'fridge',
      ...change,
    },
  });
  return batchId;
}

/** The line to jot on, opened first where a phone folds it away. */
export async function jotLine(page: Page): Promise<Locator> {
  const line = page.getByLabel('Jot it down');
  const open = page.getByRole('button', { name: 'Jot', exact: true });
  if (await open.isVisible()) await open.click();
  await expect(line).toBeVisible();
  return line;
}

/** Counts what the maker had to do: taps, and fields typed into. */
export async function countWork(page: Page): Promise<() => Promise<{ taps: number; fields: number }>> {
  let taps = 0;
  const fields = new Set<string>();
  await page.exposeFunction('countTap', () => void (taps += 1));
  await page.exposeFunction('countField', (name: string) => void fields.add(name));
  await page.addInitScript(() => {
    const said = window as unknown as { countTap: () => void; countField: (name: string) => void };
    document.addEventListener(
      'click',
      (event) =>
        event.isTrusted &&
        !(event.target as Element).closest('input:not([type=checkbox])') &&
        said.countTap(),
      true,
    );
    document.addEventListener(
      'input',
      (event) => said.countField((event.target as HTMLInputElement).labels?.[0]?.textContent ?? 'a field'),
      true,
    );
  });
  return async () => ({ taps, fields: fields.size });
}

/** No serious accessibility trouble, and nothing that needs scrolling sideways. */
export async function expectSound(page: Page, ...rules: string[]): Promise<void> {
  // A button that is just changing its colour is judged once it has changed. Asked again and again rather than awaited:
  // `finished` is kept only when the next frame is drawn, and a page at rest may draw none.
  await page.waitForFunction(
    () =>
      document
        .getAnimations()
        .every(
          ({ effect, playState }) =>
            playState !== 'running' || effect?.getComputedTiming().endTime === Infinity,
        ),
    undefined,
    { polling: 50 },
  );
  // A title lands a moment after its page.
  await expect(page).toHaveTitle(/./);
  // What is right need not be listed; and colours are the same at every width, so that a laptop judges them for the phone.
  const axe = new AxeBuilder({ page }).options({ resultTypes: ['violations'] });
  const asked =
    rules.length > 0
      ? axe.withRules(rules)
      : test.info().project.name === 'phone' && new URL(page.url()).pathname !== '/'
        ? axe.disableRules('color-contrast')
        : axe;
  const { violations } = await asked.analyze();
  const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
  expect(
    serious.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html.slice(0, 160)).join(' | ')}`),
  ).toEqual([]);
  const tooWide = await page.evaluate(() => {
    const { scrollWidth, clientWidth } = document.documentElement;
    if (scrollWidth <= clientWidth) return [];
    return [...document.querySelectorAll('body *')]
      .filter((element) => element.getBoundingClientRect().right > clientWidth + 1)
      .map((element) => `${element.tagName} ${element.textContent?.slice(0, 40) ?? ''}`);
  });
  expect(tooWide, 'what makes the page scroll sideways').toEqual([]);
}

/** Larkfold’s milk room as tests need it: a herd, vessels, and the milk that stands in them. */
export interface MilkRoom {
  vessels: Record<'blue' | 'green' | 'tall' | 'tub', string>;
  tansy: string;
}

export async function openMilkRoom(farm: TestFarm): Promise<MilkRoom> {
  const vessels = { blue: randomUUID(), green: randomUUID(), tall: randomUUID(), tub: randomUUID() };
  const tansy = randomUUID();
  await farm.send('house.settle', { name: 'Larkfold', timeZone: 'Europe/Dublin' });
  await farm.send('animal.put', { id: tansy, name: 'Tansy', breed: 'kerry', calvedOn: '2026-05-01' });
  for (const [id, name, kind, capacity] of [
    [vessels.blue, 'Blue jar', 'jar', 3000],
    [vessels.green, 'Green jar', 'jar', 3000],
    [vessels.tall, 'Tall can', 'can', 14_000],
    [vessels.tub, 'White tub', 'tub', 4000],
  ] as const)
    await farm.send('vessel.add', { id, name, kind, tool: null, capacity });
  return { vessels, tansy };
}

/** Milk that came in `hoursAgo`, cold ever since. Returns its lot. */
export async function milkStands(
  farm: TestFarm,
  vesselId: string | null,
  hoursAgo: number,
  mass = 2600,
): Promise<string> {
  const lotId = randomUUID();
  await farm.send('milk.in', {
    lotId,
    from: 'herd',
    mass,
    massSd: 50,
    amountTyped: '',
    celsius: 6,
    vesselId,
    place: 'fridge',
    atSeconds: Date.now() / 1000 - hoursAgo * 3600,
  });
  return lotId;
}

/** Types a day (2026-11-23) into a calendar field, section by section, as a keyboard does. */
export async function typeDay(page: Page, label: string, day: string): Promise<void> {
  const [year, month, date] = day.split('-') as [string, string, string];
  const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
  const field = page.getByRole('group', { name: label });
  await field.getByRole('spinbutton').first().click();
  await page.keyboard.type(`${date}${months[Number(month) - 1]}${year}`);
  await expect(field).toContainText(year);
}

/** Types a time of the day (18:30) into a clock field. */
export async function typeClock(page: Page, label: string, clock: string): Promise<void> {
  const field = page.getByRole('group', { name: label });
  await field.getByRole('spinbutton').first().click();
  await page.keyboard.type(clock.replace(':', ''));
}

/** Opens what happened so far, and sees that it stays open: pressed while its page still comes to life, it may be drawn anew, closed. */
export async function openWhatHappened(page: Page): Promise<void> {
  const summary = page.getByText('What happened so far');
  const isOpen = () => summary.evaluate((one) => one.closest('details')!.open);
  await expect(async () => {
    if (!(await isOpen())) await summary.click();
    await page.waitForTimeout(250);
    expect(await isOpen()).toBe(true);
  }).toPass();
}
