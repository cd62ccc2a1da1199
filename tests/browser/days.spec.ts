import { randomUUID } from 'node:crypto';
import type { Page, Request } from '@playwright/test';
import type { TestFarm } from './farm';
import { countWork, expect, jotLine, test } from './farm';
import { onMovedClocks, passes } from './movedClock';
import { allReadWell, readsWell } from './readsWell';

onMovedClocks();

/**
 * Whole butter days as people live them, each in its own units and by the clock: hours go by in the house and on the device, and
 * every sentence of every screen on the way is read. What was before the maker sat down is told with its time.
 */

type System = 'metric' | 'us' | 'imperial';

let work: () => Promise<{ taps: number; fields: number }>;
test.beforeEach(async ({ page }) => {
  work = await countWork(page);
});
// A whole day: what is jotted counts as one field.
test.afterEach(async ({ page }, { annotations, status }) => {
  if (status !== 'passed' || page.isClosed()) return;
  const { taps, fields } = await work();
  annotations.push({ type: 'work', description: `${taps} taps, ${fields} fields` });
  expect(taps).toBeLessThanOrEqual(22);
  expect(fields).toBeLessThanOrEqual(3);
});

/** A farm in its units, with vessels that have names. */
async function settle(
  farm: TestFarm,
  unitSystem: System,
  vessels: readonly (readonly [name: string, kind: string, capacity: number, tool?: string])[] = [],
): Promise<Record<string, string>> {
  await farm.send('house.settle', { unitSystem, name: 'Larkfold', timeZone: 'Europe/Dublin' });
  const ids: Record<string, string> = {};
  for (const [name, kind, capacity, tool = null] of vessels) {
    ids[name] = randomUUID();
    await farm.send('vessel.add', { id: ids[name], name, kind, tool, capacity });
  }
  return ids;
}

async function jot(page: Page, words: string): Promise<void> {
  const line = await jotLine(page);
  await line.fill(words);
  await line.press('Enter');
  await expect(page.getByLabel('Jot it down'), words).toHaveValue('');
}

/** Minutes that are still to go until the day’s end, as its lines count them. */
let toGo = 0;
const minutesIn = (ago: string): number => {
  const [, hours = '0', minutes = '0'] = /^(?:(\d+) h)? ?(?:(\d+) min)? ago$/.exec(ago)!;
  return 60 * Number(hours) + Number(minutes);
};

/** Jots one line after another on the churn, each when its time has come, and reads what it says after each. */
async function lives(page: Page, system: System, lines: readonly string[]): Promise<void> {
  for (const told of lines) {
    const [, line = told, ago] = /^(.*?),? (\d+ (?:h \d+ )?(?:min|h) ago)$/.exec(told) ?? [];
    if (ago !== undefined) {
      await passes(page, 60 * (toGo - minutesIn(ago)));
      toGo = minutesIn(ago);
      await readsWell(page, system);
    }
    if (line.startsWith('packed')) {
      // As quick as that no hand is: what was weighed stands there first.
      if (!line.includes('not weighed') && !lines.some((one) => one.includes('ghee')))
        await expect(page.getByText('Weigh again, too salty, too fresh').first()).toBeVisible();
      await (await jotLine(page)).fill(line);
      await page.getByLabel('Jot it down').press('Enter');
    } else await jot(page, line);
    await readsWell(page, system);
  }
}

/** Starts the plan on the screen; what follows goes by the clock, counted back from the end of the day. */
async function startedAgo(page: Page, ago: string): Promise<void> {
  toGo = minutesIn(ago);
  await page.getByRole('button', { name: 'Start churning' }).click();
  await expect(page.getByRole('timer')).toBeVisible();
}

/** Cream told on the plan, in a tool, begun a while ago. */
async function plans(
  page: Page,
  system: System,
  {
    amount,
    rich,
    tool,
    cold,
    ago,
  }: { amount: string; rich?: string; tool: string; cold?: string; ago: string },
): Promise<void> {
  await page.goto('/churn/new');
  await page.getByLabel('How much cream').fill(amount);
  if (rich) await page.getByRole('radio', { name: new RegExp(`^${rich}`) }).click();
  if (cold) await page.getByRole('radio', { name: new RegExp(`^${cold}`) }).click();
  await page.getByRole('radio', { name: new RegExp(`^${tool}`) }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/of butter/);
  await readsWell(page, system);
  await startedAgo(page, ago);
  await readsWell(page, system);
}

/** Ripe cream is brought to where it churns, the way that is offered first; set, it is not told to be stirred. */
async function chills(page: Page, system: System): Promise<void> {
  await expect(page.getByRole('heading', { level: 1 })).toContainText('chill it');
  await readsWell(page, system);
  await page.getByRole('button', { name: /^Stand it in ice water$/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('chilling');
  await readsWell(page, system);
}

const elsewhere = ['/shelf', '/pail', '/churn/new', '/ledger', '/house'];

/** The butter stands dated in the larder, and the screens say so in the farm’s own words: Larder and Today, and of the others two a day. */
async function ends(page: Page, system: System, weighs: RegExp | string): Promise<void> {
  await expect(page.getByRole('heading', { level: 1 })).toContainText(weighs);
  await readsWell(page, system);
  await page.getByRole('link', { name: 'Its page in the Books' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await readsWell(page, system);
  const turn = [...test.info().title].reduce((sum, letter) => sum + letter.codePointAt(0)!, 0);
  const two = [0, 1].map((more) => elsewhere[(turn + more) % elsewhere.length]!);
  await allReadWell(page, system, ['/larder', '/', ...two]);
}

test('a jar that stood over night is skimmed, shaken and packed', async ({ page, farm }) => {
  await settle(farm, 'metric');
  await page.goto('/');
  await page.getByRole('button', { name: /A jar with a cream line/ }).click();
  await page.getByLabel('Milk in the jar').fill('4 l');
  await page.getByRole('radio', { name: 'Other' }).click();
  await page.getByLabel('When it was', { exact: true }).fill('20 h ago');
  await page.getByRole('button', { name: 'How deep to skim' }).click();
  await expect(page).toHaveURL(/\/pail\//);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Ladle \d+ mm: .* of cream/);
  await readsWell(page, 'metric');
  await page.getByRole('button', { name: /^Skimmed/ }).click();
  await expect(page.getByText(/of cream off/)).toBeVisible();
  await page.goto('/churn/new');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Which cream is it?');
  await readsWell(page, 'metric');
  // Thin, as ladled cream is, and it has its way to the churn all the same.
  await page.getByRole('navigation', { name: 'Cream on the Shelf' }).getByRole('link').first().click();
  await expect(page).toHaveURL(/lots=/);
  await expect(page.getByRole('navigation', { name: 'Cream on the Shelf' })).toHaveCount(0);
  await expect(page.getByText(/is thin, as ladled cream is/)).toBeVisible();
  await readsWell(page, 'metric');
  await startedAgo(page, '70 min ago');
  await lives(page, 'metric', [
    'whipped 50 min ago',
    'note: splashes at half past',
    'broke 22 min ago',
    'stopped 21 min ago',
    'drained 20 min ago',
    'washed clear at 8 C 15 min ago',
    'pressed 12 min ago',
    'butter 110 g with 2 cloves of garlic 10 min ago',
    'packed 9 min ago',
  ]);
  await ends(page, 'metric', '110 g of butter');
  await page.goto('/larder');
  await expect(page.getByText(/with garlic, 110 g/)).toBeVisible();
});

test('bought cream in a crank churn, two washes, in quarts and pounds', async ({ page, farm }) => {
  await settle(farm, 'us');
  await plans(page, 'us', { amount: '1 1/2 quarts', rich: 'Heavy cream', tool: 'Paddle churn, by hand', cold: 'Cool', ago: '80 min ago' });
  await lives(page, 'us', [
    '57 F 75 min ago',
    'thick 72 min ago',
    'whipped 65 min ago',
    'grainy 58 min ago',
    'broke 55 min ago',
    'stopped 54 min ago',
    'drained 3 1/2 cups 50 min ago',
    'washed cloudy at 50 F 45 min ago',
    'washed clear at 50 F 40 min ago',
    'on a slant 10 min, 28 min ago',
    'worked 25 min ago',
    'butter 1 lb 4 oz 1.6 % salt in 4 oz blocks 20 min ago',
    'packed 19 min ago',
  ]);
  await ends(page, 'us', /1\.25 lb of butter|1 lb 4 oz of butter/);
}); // prettier-ignore

test('a pint with a beater, salted to taste, in pints and pounds', async ({ page, farm }) => {
  await settle(farm, 'imperial');
  await plans(page, 'imperial', { amount: '1 pint', rich: 'Double cream', tool: 'Rotary beater', cold: 'Room', ago: '40 min ago' });
  await lives(page, 'imperial', [
    'whipped 36 min ago',
    'broke 30 min ago',
    'stopped 29 min ago',
    'drained 27 min ago',
    'washed clear 24 min ago',
    'squeezed in a cloth 22 min ago',
    'butter 10 oz salted to taste 20 min ago',
    'packed 19 min ago',
  ]);
  await ends(page, 'imperial', '10 oz of butter');
}); // prettier-ignore

test('a hand mixer, slow and fast and slow again, chilled in the freezer, packed and not weighed', async ({ page, farm }) => {
  await settle(farm, 'metric');
  await plans(page, 'metric', { amount: '1 l', rich: 'Whipping cream', tool: 'Hand mixer', cold: 'Room', ago: '90 min ago' });
  await lives(page, 'metric', [
    'fast 89 min ago',
    'whipped 86 min ago',
    'slow 85 min ago',
    'broke 80 min ago',
    'stopped 79 min ago',
    'drained 77 min ago',
    'butter 21 C 76 min ago',
    'pause freezer 75 min ago',
  ]);
  await expect(page.getByText(/Waxy in about|waxy now|too hard/)).toBeVisible();
  await lives(page, 'metric', ['go on 50 min ago', 'pressed 48 min ago', 'packed, not weighed']);
  await ends(page, 'metric', /of butter/);
}); // prettier-ignore

test('a lidded mixer with too little cream for its whisk, salt in the cream', async ({ page, farm }) => {
  await settle(farm, 'us');
  await page.goto('/churn/new');
  await page.getByLabel('How much cream').fill('1 cup');
  await page.getByRole('radio', { name: /^Stand mixer$/ }).click();
  await expect(page.getByText(/Little for a stand mixer: it stands .* in deep/)).toBeVisible();
  await readsWell(page, 'us');
  await page.getByLabel('How much cream').fill('1 quart');
  await expect(page.getByText(/Little for/)).toHaveCount(0);
  await startedAgo(page, '30 min ago');
  await lives(page, 'us', [
    '2 tsp of salt in the cream',
    'broke 20 min ago',
    'stopped 19 min ago',
    'drained 18 min ago',
    'washed clear 15 min ago',
    'hung in a cloth for 10 min',
    'butter 12 oz unsalted',
    'packed',
  ]);
  await ends(page, 'us', '12 oz of butter');
});

test('a ladled jar with a night in between: put by whipped, warmed in the morning, broken', async ({ page, farm }) => {
  await settle(farm, 'metric');
  await plans(page, 'metric', { amount: '0.9 l', rich: 'Ladled off my milk', tool: 'Shaken jar', cold: 'Cool', ago: '15 h ago' });
  await lives(page, 'metric', [
    'whipped 14 h 10 min ago',
    'put by for the night 14 h ago',
    'go on 40 min ago',
    'pause bath 39 min ago',
    'go on 25 min ago',
    '16 C 24 min ago',
    'broke 12 min ago',
    'stopped 11 min ago',
    'drained 9 min ago',
    'washed clear 6 min ago',
    'butter 205 g',
    'packed',
  ]);
  await ends(page, 'metric', '205 g of butter');
}); // prettier-ignore

test('bought milk, still warm, soured by itself: a day and a half on the clock, chilled, churned', async ({ page, farm }) => {
  const vessels = await settle(farm, 'imperial', [['Blue jar', 'jar', 4000], ['White tub', 'tub', 3000]]);
  const lotId = randomUUID();
  const ago = (hours: number) => Date.now() / 1000 - hours * 3600;
  await farm.send('milk.in', { lotId, from: 'bought', mass: 3500, massSd: 40, celsius: 30, vesselId: vessels['Blue jar'], place: 'fridge', atSeconds: ago(60) });
  const creamId = randomUUID();
  await farm.send('milk.separate', { way: 'ladle', from: [{ lotId }], cuts: [{ lotId: creamId, mass: 620, fat: 0.21, vesselId: vessels['White tub'] }], skim: { to: 'use', use: 'pigs' }, atSeconds: ago(44) });
  await page.goto(`/shelf/${creamId}`);
  await readsWell(page, 'imperial');
  await page.getByText('Sour it', { exact: true }).click();
  await page.getByRole('radio', { name: /^By itself/ }).click();
  await page.getByRole('radio', { name: 'Earlier' }).click();
  await page.getByLabel('When it was', { exact: true }).fill('42 h ago');
  await readsWell(page, 'imperial');
  await page.getByRole('button', { name: 'Set it to sour' }).click();
  await expect(page.getByRole('region', { name: 'It sours' }).or(page.getByLabel('It sours'))).toBeVisible();
  await readsWell(page, 'imperial');
  await page.getByRole('button', { name: 'Thick and tart' }).click();
  await chills(page, 'imperial');
  await page.goto(`/churn/new?lots=${creamId}`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/butter/);
  await readsWell(page, 'imperial');
  await page.getByRole('button', { name: /^Start churning/ }).click();
  await expect(page.getByRole('timer')).toBeVisible();
  await lives(page, 'imperial', ['broke', 'stopped', 'drained', 'washed clear', 'butter 4 oz unsalted', 'packed']);
  await ends(page, 'imperial', '4 oz of butter');
}); // prettier-ignore

test('a separator’s cream in a blender, in two goes', async ({ page, farm }) => {
  await settle(farm, 'metric', [['Blender', 'churn', 1500, 'blender']]);
  await page.goto('/churn/new');
  await page.getByLabel('How much cream').fill('1.3 l');
  await page.getByRole('radio', { name: /^From my separator/ }).click();
  await page.getByRole('radio', { name: /^From the fridge/ }).click();
  await page
    .getByRole('radio', { name: /^Blender/ })
    .first()
    .click();
  await expect(page.getByText(/2 loads/).first()).toBeVisible();
  await readsWell(page, 'metric');
  await startedAgo(page, '30 min ago');
  await lives(page, 'metric', [
    'broke 27 min ago',
    'stopped 26 min ago',
    'next load 24 min ago',
    'broke 21 min ago',
    'stopped 20 min ago',
    'drained 18 min ago',
    'washed cloudy 15 min ago',
    'washed clear 12 min ago',
    'worked 8 min ago',
    'butter 560 g salted 6 min ago',
    'packed 5 min ago',
  ]);
  await ends(page, 'metric', '560 g of butter');
});

test('a tap bucket drawn off, and its cream in a jar with a marble', async ({ page, farm }) => {
  const vessels = await settle(farm, 'us', [['Tap bucket', 'tapCan', 12_000]]);
  const lotId = randomUUID();
  await farm.send('milk.in', { lotId, from: 'herd', mass: 9000, massSd: 90, celsius: 20, vesselId: vessels['Tap bucket'], place: 'fridge', atSeconds: Date.now() / 1000 - 26 * 3600 });
  await page.goto(`/pail/${lotId}`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/^Stop the tap at/);
  await readsWell(page, 'us');
  await page.getByRole('button', { name: /^Tapped off/ }).click();
  await expect(page.getByText(/of cream off Tap bucket/)).toBeVisible();
  await page.goto('/churn/new');
  await page.getByRole('navigation', { name: 'Cream on the Shelf' }).getByRole('link').first().click();
  await expect(page).toHaveURL(/lots=/);
  await expect(page.getByRole('navigation', { name: 'Cream on the Shelf' })).toHaveCount(0);
  await page.getByText(/What it is churned in|Shaken jar/).first().click();
  await readsWell(page, 'us');
  await startedAgo(page, '2 h ago');
  await lives(page, 'us', ['broke 30 min ago', 'stopped 29 min ago', 'drained 25 min ago', 'washed clear 20 min ago', 'butter 10 oz 15 min ago', 'packed 14 min ago']);
  await ends(page, 'us', '10 oz of butter');
}); // prettier-ignore

test('five jars with a stick blender, each a load', async ({ page, farm }) => {
  await settle(farm, 'metric');
  const lots: string[] = [];
  for (const n of [1, 2, 3, 4, 5]) {
    const lotId = randomUUID();
    lots.push(lotId);
    await farm.send('cream.in', { lotId, mass: 300, fat: 0.34, fatSd: 0.02, fatMethod: 'label', treatment: 'pasteurised', atSeconds: Date.now() / 1000 - (10 + n) * 3600 });
  }
  await page.goto(`/churn/new?lots=${lots.join(',')}`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/butter/);
  await readsWell(page, 'metric');
  const each = page.getByRole('radio', { name: /[Ee]ach jar is a load/ });
  if (await each.isVisible()) await each.click();
  await page.getByRole('button', { name: /^Start churning/ }).click();
  await expect(page.getByRole('timer')).toBeVisible();
  await lives(page, 'metric', ['broke', 'stopped']);
  await lives(page, 'metric', ['drained', 'washed clear', 'butter 590 g salted', 'packed']);
  await ends(page, 'metric', '590 g of butter');
}); // prettier-ignore

test('cream of boiled milk becomes ghee', async ({ page, farm }) => {
  await settle(farm, 'imperial');
  const lotId = randomUUID();
  const ago = (hours: number) => Date.now() / 1000 - hours * 3600;
  await farm.send('milk.in', { lotId, from: 'bought', mass: 4000, massSd: 40, celsius: 20, treatment: 'raw', place: 'fridge', atSeconds: ago(30) });
  await farm.send('lot.record', { lotId, events: [{ id: randomUUID(), atSeconds: ago(28), kind: 'heated', how: 'boiled', celsius: 99, minutes: 2 }, { id: randomUUID(), atSeconds: ago(27), kind: 'placed', place: 'fridge', celsius: 4 }] });
  await page.goto(`/pail/${lotId}`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Take the cream off with its skin');
  await readsWell(page, 'imperial');
  await page.getByRole('button', { name: /^Skimmed/ }).click();
  await expect(page.getByText(/of cream off/)).toBeVisible();
  await page.goto('/churn/new');
  await page.getByRole('navigation', { name: 'Cream on the Shelf' }).getByRole('link').first().click();
  await expect(page).toHaveURL(/lots=/);
  await expect(page.getByRole('navigation', { name: 'Cream on the Shelf' })).toHaveCount(0);
  await readsWell(page, 'imperial');
  await startedAgo(page, '50 min ago');
  await lives(page, 'imperial', ['broke 20 min ago', 'stopped 19 min ago', 'drained 17 min ago', 'butter 4 oz to ghee', 'packed']);
  await ends(page, 'imperial', /butter|ghee/);
}); // prettier-ignore

test('a culture carried on: cultured buttermilk becomes the next one', async ({ page, farm }) => {
  await settle(farm, 'us');
  const creamId = randomUUID();
  const ago = (hours: number) => Date.now() / 1000 - hours * 3600;
  await farm.send('cream.in', { lotId: creamId, mass: 1000, fat: 0.36, fatSd: 0.01, fatMethod: 'label', treatment: 'pasteurised', atSeconds: ago(30) });
  await page.goto(`/shelf/${creamId}`);
  await page.getByText('Sour it', { exact: true }).click();
  await page.getByRole('radio', { name: /^Cultured buttermilk/ }).click();
  await page.getByRole('radio', { name: 'Earlier' }).click();
  await page.getByLabel('When it was', { exact: true }).fill('20 h ago');
  await readsWell(page, 'us');
  await page.getByRole('button', { name: 'Set it to sour' }).click();
  await page.getByRole('button', { name: 'Thick and tart' }).click();
  await chills(page, 'us');
  await page.goto(`/churn/new?lots=${creamId}`);
  await page.getByRole('button', { name: /^Start churning/ }).click();
  await expect(page.getByRole('timer')).toBeVisible();
  await lives(page, 'us', ['broke', 'stopped', 'drained 2 cups', 'washed clear', 'butter 14 oz salted', 'packed']);
  await ends(page, 'us', '14 oz of butter');
  await page.goto('/shelf');
  await page.getByRole('link', { name: /[Bb]uttermilk/ }).first().click();
  await page.getByText('Keep some as culture').click();
  await readsWell(page, 'us');
  await page.getByRole('button', { name: /^Keep/ }).click();
  await allReadWell(page, 'us', ['/shelf', '/', '/larder']);
}); // prettier-ignore

test('the year ahead and the season that stood open over a night are asked for anew in the morning', async ({
  page,
}) => {
  for (const path of ['/ledger/year', '/ledger/season']) {
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    const drawn = (request: Request) =>
      new URL(request.url()).pathname === path && request.headers().rsc === '1';
    const anew = page.waitForRequest(drawn);
    await passes(page, 24 * 3600);
    await anew;
    // Once it was answered it is at rest again: no page asks all morning.
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.waitForTimeout(1500);
    let times = 0;
    const counted = (request: Request) => {
      if (drawn(request)) times += 1;
    };
    page.on('request', counted);
    await passes(page, 1500);
    await passes(page, 1500);
    await page.waitForTimeout(1000);
    page.off('request', counted);
    expect(times).toBeLessThanOrEqual(1);
  }
});
