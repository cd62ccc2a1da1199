import { randomUUID } from 'node:crypto';
import { ownTime } from '../../src/cli/ownTime';
import { beginBatch, expect, expectSound, milkStands, openMilkRoom, test } from './farm';

/** What lies between two acts, two moments and two screens. */

test('a jar with a cream line: how much and how long it stood lead to the gauge of milk that has its age', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'metric' });
  await page.goto('/');
  await page.getByRole('button', { name: /A jar with a cream line/ }).click();
  await page.getByLabel('Milk in the jar').fill('2.5 l');
  await page.getByRole('radio', { name: /^12 h ago/ }).click();
  await expectSound(page);
  await page.getByRole('button', { name: 'How deep to skim' }).click();
  await expect(page).toHaveURL(/\/pail\//);
  await expect(page.getByText(/12 h old/).first()).toBeVisible();
  // Cold since, it stands ready: the gauge says where the ladle stops.
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Ladle \d+ mm: .* of cream/);
});

test('what the house fails at is set aside in sight, and the marks after it go on', async ({
  page,
  farm,
}) => {
  test.setTimeout(90_000);
  const batchId = await beginBatch(farm, 4);
  await page.goto(`/churn/${batchId}`);
  await page.evaluate(() => {
    const real = window.fetch;
    const trouble = { on: true };
    (window as unknown as { trouble: typeof trouble }).trouble = trouble;
    window.fetch = (input, init) =>
      trouble.on && String(input).includes('/api/commands') && String(init?.body).includes('"kind":"tasted"')
        ? Promise.resolve(
            new Response('{"error":{"message":"Something went wrong in the house itself."}}', {
              status: 500,
            }),
          )
        : real(input, init);
  });
  const jot = async (words: string) => {
    await page.getByLabel('Jot it down').fill(words);
    await page.getByLabel('Jot it down').press('Enter');
  };
  await jot('tastes sweet');
  await jot('13 C');
  const told = async () => {
    const response = await page.request.get(`/api/batches/${batchId}`);
    return ((await response.json()) as { events: { kind: string }[] }).events.map(({ kind }) => kind);
  };
  await expect.poll(told).toContain('reading');
  const aside = page.getByRole('region', { name: 'Set aside' });
  await expect(aside).toContainText('A taste', { timeout: 45_000 });
  await expect(aside).toContainText('Something went wrong');
  await expectSound(page);
  expect(await told()).not.toContain('tasted');
  await page.evaluate(() => ((window as unknown as { trouble: { on: boolean } }).trouble.on = false));
  await aside.getByRole('button', { name: 'Try again' }).click();
  await expect(aside).toBeHidden();
  await expect.poll(told).toContain('tasted');
});

test('cream that should be thrown out: Today names it first, the Shelf offers no churning, the plan asks who knows', async ({
  page,
  farm,
}) => {
  const lotId = randomUUID();
  await farm.send('house.settle', { unitSystem: 'metric' });
  await farm.send('cream.in', {
    lotId,
    mass: 1500,
    fat: 0.36,
    fatSd: 0.01,
    fatMethod: 'label',
    treatment: 'raw',
  });
  await farm.send('lot.record', {
    lotId,
    events: [{ id: randomUUID(), atSeconds: Date.now() / 1000, kind: 'looked', seen: 'mould' }],
  });
  // A batch somewhere, so that Today is no first visit.
  await beginBatch(farm, 300);
  await page.goto('/');
  await expect(page.getByRole('heading', { level: 1 }).first()).toContainText('throw it out');
  await expect(page.getByText(/^Mould was seen in it/)).toBeVisible();
  await page.goto('/shelf');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('throw it out');
  await expect(page.getByRole('link', { name: /^Churn / })).toHaveCount(0);
  await page.goto(`/shelf/${lotId}`);
  await expect(page.getByText(/not tasted, cooked or churned/)).toBeVisible();
  await expect(page.getByText('To churn at')).toHaveCount(0);
  await page.getByRole('button', { name: 'Throw it out' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('empty');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('throw it out');
  await page.goto(`/churn/new?lots=${lotId}`);
  await expect(page.getByText(/should be thrown out, not churned: mould was seen in it/)).toBeVisible();
  const start = page.getByRole('button', { name: 'Start churning' });
  await expect(start).toBeDisabled();
  await expectSound(page);
  await page.getByLabel('I know, and churn it all the same').check();
  await start.click();
  await expect(page.getByRole('timer')).toBeVisible();
});

test('every way to temper too long in the warm: it is said, the ways stay, and raw sours where heated is thrown out', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'us' });
  const now = Date.now() / 1000;
  const stoodOut = async (treatment: string) => {
    const lotId = randomUUID();
    const ago = (hours: number) => ({ at: new Date((now - hours * 3600) * 1000) });
    await farm.send(
      'cream.in',
      { lotId, mass: 12_000, fat: 0.36, fatSd: 0.01, fatMethod: 'label', treatment, place: 'fridge', celsius: 4 },
      ago(6),
    );
    const stood = [
      { kind: 'placed', place: 'room', celsius: 24, hours: 3.97 },
      { kind: 'reading', celsius: 20, hours: 3.96 },
      { kind: 'reading', celsius: 6, hours: 0.08 },
      { kind: 'placed', place: 'fridge', hours: 0.07 },
    ];
    const events = stood.map(({ hours, ...event }) => ({ ...event, id: randomUUID(), atSeconds: now - hours * 3600 }));
    await farm.send('lot.record', { lotId, events });
    await page.goto(`/shelf/${lotId}`);
    const temper = page.getByLabel('Temper it');
    await expect(temper.getByRole('heading')).toHaveText(/^Every way to 57 °F leaves it warm for too long\.$/);
    // No wall: each way can be taken, none is the one to take.
    await expect(temper.getByRole('button', { name: /^Stand it in/ }).first()).toBeVisible();
    await expect(temper.locator('.MuiButton-contained')).toHaveCount(0);
    await expect(temper).not.toContainText('°C');
    return temper;
  };
  await expect(await stoodOut('raw')).toContainText('raw, it sours meanwhile, and is not to drink');
  const heated = await stoodOut('pasteurised');
  await expect(heated).toContainText('it would have to be thrown out');
  await expectSound(page);
  await heated.getByRole('button', { name: /^Stand it in/ }).first().click();
  await expect(page.getByLabel('Tempering')).toContainText('57 °F');
}); // prettier-ignore

test('a page left open through a night wakes up right', async ({ page, farm }) => {
  const lotId = randomUUID();
  await farm.send('house.settle', { unitSystem: 'metric' });
  await farm.send('cream.in', { lotId, mass: 1500, fat: 0.36, fatSd: 0.01, fatMethod: 'label', treatment: 'pasteurised', place: 'room', celsius: 5 });
  await beginBatch(farm, 300);
  await ownTime(page);
  await page.clock.install();
  for (const path of [`/shelf/${lotId}`, '/shelf', '/', `/churn/new?lots=${lotId}`]) {
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
    await page.clock.fastForward('11:00:00');
    await page.clock.runFor(20_000);
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
    await expect(page.getByText('could not be shown')).toHaveCount(0);
  }
  // Heated cream that stood out for a night: the plan that was open says so.
  await expect(page.getByText(/should be thrown out, not churned/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Start churning' })).toBeDisabled();
}); // prettier-ignore

test('the Larder left open: the crock’s water comes due on it by itself, day by day', async ({ page, farm }) => {
  const now = Date.now() / 1000;
  const day = 86_400;
  const butter = randomUUID();
  await farm.send('house.settle', { unitSystem: 'metric', timeZone: 'Europe/Dublin' });
  const batchId = await beginBatch(farm, 60 * 24 * 2 + 60);
  await farm.send('batch.record', {
    batchId,
    events: [
      { id: randomUUID(), atSeconds: now - 2 * day - 3000, kind: 'mark', stage: 'break' },
      { id: randomUUID(), atSeconds: now - 2 * day - 2000, kind: 'washed', clarity: 'clear' },
      { id: randomUUID(), atSeconds: now - 2 * day - 1000, kind: 'portion', portionId: butter, name: 'Salted', mass: 600, massSd: 2, measured: 'scale', saltMass: 10, salting: { way: 'share', share: 0.016, kind: 'fine' }, additions: [], storage: 'fridge' },
      { id: randomUUID(), atSeconds: now - 2 * day - 500, kind: 'packed' },
    ],
  });
  await farm.send('butter.move', { lotId: butter, to: 'crock', atSeconds: now - 2 * day });
  await ownTime(page);
  await page.clock.install();
  await page.goto('/larder');
  const crock = page.getByRole('region', { name: /Crock/ }).or(page.locator('section', { hasText: 'water: day 2 of 5' })).first();
  await expect(crock).toContainText('water: day 2 of 5');
  const water = page.getByRole('button', { name: 'Fresh water in the crock' });
  await expect(water).toHaveCount(0);
  await page.clock.fastForward('24:00:00');
  await page.clock.runFor(61_000);
  await expect(page.getByText('water: day 3 of 5')).toBeVisible();
  await expect(water).toBeVisible();
  await page.clock.fastForward('48:00:00');
  await page.clock.runFor(61_000);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('The crock wants fresh water.');
}); // prettier-ignore

test('butter chosen for the counter that may not stand there says why, and is never carried over', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'metric' });
  const batchId = await beginBatch(farm, 30, { treatment: 'raw', usualStorage: 'counter' });
  const at = Date.now() / 1000;
  await farm.send('batch.record', {
    batchId,
    events: [
      { id: randomUUID(), atSeconds: at - 600, kind: 'mark', stage: 'break' },
      { id: randomUUID(), atSeconds: at - 500, kind: 'drained', measured: 'skipped' },
      { id: randomUUID(), atSeconds: at - 400, kind: 'washed', clarity: 'clear' },
    ],
  });
  await page.goto(`/churn/${batchId}`);
  await expect(page.getByRole('radio', { name: /^Fridge/ })).toHaveAttribute('aria-checked', 'true');
  await page.getByRole('radio', { name: /^Counter/ }).click();
  await expect(page.getByText(/Not on the counter/)).toContainText('raw milk butter has no counter time');
  // A tenth of what was to be expected raises the question while it is typed.
  await page.getByRole('radio', { name: /^Fridge/ }).click();
  await page.getByLabel(/butter weighs/i).fill('59 g');
  await expect(page.getByText(/Is it really 59 g\?/)).toBeVisible();
  await page.getByLabel(/butter weighs/i).fill('790 g');
  await expect(page.getByText(/heavier than its fat explains/)).toBeVisible();
}); // prettier-ignore

test('a device that is six minutes slow writes down the right minute', async ({ page, farm }) => {
  const batchId = await beginBatch(farm, 8);
  await page.clock.install({ time: Date.now() - 6 * 60_000 });
  await page.goto(`/churn/${batchId}`);
  await expect(page.getByRole('timer').first()).toHaveText(/^(8|9):/);
  const before = Date.now() / 1000;
  await page.locator('[data-act=whipped]').first().click();
  const marks = async () => {
    const response = await page.request.get(`/api/batches/${batchId}`);
    const { events } = (await response.json()) as { events: { kind: string; atSeconds: number }[] };
    return events.filter(({ kind }) => kind === 'mark').map(({ atSeconds }) => Math.abs(atSeconds - before));
  };
  await expect.poll(async () => (await marks()).length).toBe(1);
  expect((await marks())[0]).toBeLessThan(30);
});

test('what is behind a door cannot be fetched: it says so in its place, and opens once it can', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { name: 'Larkfold' });
  await page.goto('/house');
  // What stands open from the start is there.
  await expect(page.getByLabel('Its name')).toBeVisible();
  const chunks = '**/_next/static/chunks/*.js';
  await page.route(chunks, (route) => route.abort());
  const settings = page.getByRole('group').filter({ hasText: /^Settings/ });
  await settings.getByText('Settings', { exact: true }).click();
  await expect(settings.getByText(/this part is not on this device yet/)).toBeVisible();
  // The page around it stays.
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.unroute(chunks);
  await settings.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByLabel('Name of the farm')).toHaveValue('Larkfold');
});

test('a door opened while the page does not answer yet has its room behind it', async ({ page, farm }) => {
  const { vessels } = await openMilkRoom(farm);
  const lotId = await milkStands(farm, vessels.tall, 3, 9000);
  // A slow line: the page is drawn, and what makes it answer is still on its way.
  let arrives = () => undefined as void;
  const away = new Promise<void>((resolve) => (arrives = resolve));
  await page.route('**/_next/static/**/*.js', (route) => away.then(() => route.continue()));
  await page.goto(`/pail/${lotId}`, { waitUntil: 'commit' });
  const door = page.locator('details', { hasText: 'Use it whole' });
  await door.locator('summary').click();
  await expect(door).toHaveAttribute('open');
  await expect(page.getByText('Calves', { exact: true })).toHaveCount(0);
  arrives();
  await expect(page.getByText('Calves', { exact: true })).toBeVisible();
});
