import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { APIRequestContext, Browser, BrowserContext, Page } from '@playwright/test';
import { expect, expectSound, test } from './farm';

/** One house, lived through from the first password on: each test goes on where the one before it ended. */
test.describe.configure({ mode: 'serial' });

const lan = process.env.IMMULGO_LAN_ADDRESS!;
const password = 'clover and quiet';
/** Devices as they stand, with their cookies. */
const kept = new Map<string, BrowserContext>();
let farmId: string;

const people = (request: APIRequestContext, act: Record<string, unknown>, base = '') =>
  request.post(`${base}/api/people`, { data: act });

async function send(request: APIRequestContext, name: string, input: unknown, base = '', farm = farmId) {
  const data = { id: randomUUID(), farm, device: 'test', name, input, at: new Date().toISOString() };
  const answer = await request.post(`${base}/api/commands`, { data });
  return { status: answer.status(), ...((await answer.json()) as { status?: string; field?: string; error?: unknown }), http: answer.status() };
} // prettier-ignore

/** What a page’s own script is answered: a name that only its browser knows is found there. */
const fromPage = (page: Page, path: string, data?: unknown) =>
  page.evaluate(
    async ([at, sent]) => {
      const answer = await fetch(at!, sent === undefined ? {} : { method: 'POST', headers: { 'content-type': 'application/json' }, body: sent });
      return { status: answer.status, body: (await answer.json().catch(() => ({}))) as { status?: string; field?: string } };
    },
    [path, data === undefined ? undefined : JSON.stringify(data)] as const,
  ); // prettier-ignore
const sendFrom = async (page: Page, name: string, input: unknown, by?: string) =>
  (await fromPage(page, '/api/commands', { id: randomUUID(), farm: farmId, device: 'test', ...(by ? { by } : {}), name, input, at: new Date().toISOString() })).body; // prettier-ignore

const device = async (browser: Browser, name: string, options: Parameters<Browser['newContext']>[0] = {}) => {
  const context = await browser.newContext({ ignoreHTTPSErrors: true, serviceWorkers: 'block', ...options });
  kept.set(name, context);
  return context.newPage();
};
const onPhone = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true } as const;

async function openPeople(page: Page) {
  await page.goto('/house');
  // What streamed in behind the first words has been put in its place.
  await page.waitForFunction(() => document.querySelector('div[hidden][id^="S:"]') === null);
  await page.getByText('People and devices').click();
}

test.afterAll(async () => {
  for (const context of kept.values()) await context.close();
});

test('one maker needs no password; whoever owns the house shuts it for everybody who does not say who they are', async ({
  browser,
  baseURL,
}) => {
  const page = await device(browser, 'laptop', { baseURL: baseURL! });
  // From the network nobody sets the first password.
  const away = await page.request.post(`${baseURL}/api/people`, {
    headers: { 'x-immulgo-from': '192.0.2.7', 'x-immulgo-over': 'https' },
    data: { act: 'lookAs', personId: randomUUID() },
  });
  expect(away.status()).toBe(409);
  await openPeople(page);
  await page.getByLabel('Your name').fill('Ines');
  await page.getByLabel('A password, of three or four words').fill('short');
  await expect(page.getByRole('button', { name: 'Own this house' })).toBeDisabled();
  await page.getByLabel('A password, of three or four words').fill('aaaaaaaaaaaa');
  await page.getByRole('button', { name: 'Own this house' }).click();
  await expect(page.getByText(/does not repeat so few letters/)).toBeVisible();
  await expect(page.getByLabel('Your name')).toHaveValue('Ines');
  await page.getByLabel('A password, of three or four words').fill(password);
  await page.getByRole('button', { name: 'Own this house' }).click();
  await expect(page.getByRole('link', { name: /Immulgo.*Ines/ })).toBeVisible();
  const [session] = (await page.context().cookies()).filter(({ name }) => name === 'immulgo_session');
  expect(session).toMatchObject({ httpOnly: true, sameSite: 'Lax' });
  const view = (await (await page.request.get('/api/people')).json()) as { farms: { id: string }[] };
  farmId = view.farms[0]!.id;

  const stranger = await device(browser, 'stranger', { baseURL: baseURL! });
  await stranger.goto('/shelf?x=1');
  await expect(stranger).toHaveURL(/\/sign-in\?to=%2Fshelf%3Fx%3D1$/);
  await expectSound(stranger);
  for (const path of ['dairy', 'plan', 'batches', 'notes', 'people', 'backup', 'farm/farm.json', 'farm/lots.csv', 'papers/fridge-door', 'calendar/week', `pictures/${randomUUID()}`, `batches/${randomUUID()}`, `lots/${randomUUID()}/label`])
    expect([path, (await stranger.request.get(`/api/${path}`)).status()]).toEqual([path, path === 'calendar/week' ? 404 : 401]);
  expect(await send(stranger.request, 'house.settle', { name: 'Mine' })).toMatchObject({ http: 401 });
  expect((await people(stranger.request, { act: 'setUp', name: 'Other', password })).status()).toBe(409);
  // A cookie of another making opens nothing.
  await stranger.context().addCookies([{ name: 'immulgo_session', value: session!.value.slice(0, -4) + 'AAAA', url: baseURL! }]);
  await stranger.goto('/');
  await expect(stranger).toHaveURL(/\/sign-in$/);
}); // prettier-ignore

test('somebody comes in by name and password, to where they were going', async ({ browser, baseURL }) => {
  const page = await device(browser, 'second', { baseURL: baseURL! });
  await page.goto('/larder?piece=none');
  await page.getByLabel('Your name').fill('ines');
  await page.getByLabel('Password', { exact: true }).fill('something else');
  await page.getByRole('button', { name: 'Come in' }).click();
  await expect(page.getByText('Name and password do not go together.')).toBeVisible();
  await page.getByLabel('Password', { exact: true }).fill(password);
  await page.getByRole('button', { name: 'Come in' }).click();
  await expect(page).toHaveURL(/\/larder/);
  // One leaves a device, and it is shut.
  await openPeople(page);
  await page.getByRole('button', { name: 'Leave this device' }).click();
  await expect(page).toHaveURL(/\/sign-in$/);
  await page.goto('/larder');
  await expect(page).toHaveURL(/\/sign-in/);
});

test('a phone is let in over https by a code, and a make day is lived through on it', async ({ browser }) => {
  const laptop = kept.get('laptop')!.pages()[0]!;
  await openPeople(laptop);
  await laptop.getByLabel('Name', { exact: true }).fill('Rowan');
  await laptop.getByRole('button', { name: 'Add them' }).click();
  await laptop.getByRole('button', { name: 'A device for Rowan' }).click();
  const code = laptop.getByRole('region', { name: 'A code for Rowan' });
  await expect(code.getByRole('img', { name: /for a camera/ })).toBeVisible();
  await expectSound(laptop);
  const letters = ((await code.innerText()).match(/[0-9A-Z]{4} [0-9A-Z]{4}/) ?? [''])[0].replace(' ', '');

  const phone = await device(browser, 'phone', { ...onPhone, baseURL: lan });
  await phone.goto(`/pair#${letters}`);
  await expect(phone.getByLabel('The code')).toHaveValue(letters);
  // The code is in no address any more.
  expect(phone.url()).toBe(`${lan}/pair`);
  await expectSound(phone);
  await phone.getByRole('button', { name: 'Come in' }).click();
  await expect(phone).toHaveURL(`${lan}/`);
  expect((await phone.context().cookies())[0]).toMatchObject({ secure: true, httpOnly: true });
  expect((await fromPage(phone, '/api/people', { act: 'pair', code: letters })).status).toBe(409);

  // The first five minutes, on the phone: cream in front of her, one number.
  await phone.getByRole('link', { name: /A tub of cream/ }).click();
  await phone.getByLabel('How much cream').fill('1.4 L');
  await phone.getByRole('radio', { name: /Heavy cream/ }).click();
  await phone.getByRole('radio', { name: /^Cool/ }).click();
  await phone.getByRole('radio', { name: 'Stand mixer', exact: true }).click();
  await phone.getByRole('button', { name: 'Start churning' }).click();
  await expect(phone).toHaveURL(/\/churn\/[\w-]{8,}/);
  await phone.locator('[data-act=break]').first().click();
  await phone.locator('[data-act=stopped]').first().click();
  await phone.locator('button[data-act=drained]').click();
  await phone.locator('[data-act=washed-clear]').click();
  await phone.getByLabel('The butter weighs').fill('600 g');
  await phone.locator('[data-act=pack]').click();
  await expect(phone.getByRole('heading', { level: 1 })).toContainText('600 g of butter');
  // Who churned it is whoever held the phone.
  await laptop.goto('/ledger/batches');
  await expect(laptop.getByRole('gridcell', { name: 'Rowan' })).toBeVisible();
}); // prettier-ignore

test('a helper does the day’s work and neither changes the house nor sees who is in it', async () => {
  const phone = kept.get('phone')!.pages()[0]!;
  expect(await sendFrom(phone, 'milk.in', { lotId: randomUUID(), from: 'herd', mass: 4000, massSd: 50 })).toMatchObject({ status: 'done' });
  expect(await sendFrom(phone, 'house.settle', { name: 'Mine' })).toMatchObject({ status: 'refused', field: 'role' });
  expect((await fromPage(phone, '/api/farm/farm.json')).status).toBe(403);
  expect((await fromPage(phone, `/api/farm/import?into=${farmId}`, {})).status).toBe(403);
  expect((await fromPage(phone, '/api/people', { act: 'invite', role: 'owner' })).status).toBe(403);
  await openPeople(phone);
  await expect(phone.getByText('You are Rowan, helper')).toBeVisible();
  await expect(phone.getByText('Devices', { exact: true })).toHaveCount(0);
  await expectSound(phone);
}); // prettier-ignore

test('a device that is shut out keeps what is marked on it, and sends it once somebody says who they are', async ({
  baseURL,
}) => {
  const laptop = kept.get('laptop')!.pages()[0]!;
  const phone = kept.get('phone')!.pages()[0]!;
  await phone.goto('/pail');
  const view = (await (await laptop.request.get('/api/people')).json()) as { devices: { id: string; personName: string }[]; members: { id: string; name: string }[] };
  const rowan = view.members.find(({ name }) => name === 'Rowan')!.id;
  for (const { id } of view.devices.filter(({ personName }) => personName === 'Rowan'))
    expect((await people(laptop.request, { act: 'shutOut', deviceId: id })).status()).toBe(200);
  await phone.getByRole('button', { name: 'Jot', exact: true }).click();
  await phone.getByLabel('Jot it down').fill('5.5 herd');
  await phone.getByLabel('Jot it down').press('Enter');
  const says = phone.getByRole('link', { name: 'say who you are' });
  await expect(says).toBeVisible();
  // What is said of the jot meanwhile stands under the rail, not over what is to be pressed on it.
  const said = phone.getByRole('alert').filter({ hasText: /5\.5/ });
  await expect(said).toBeVisible();
  const rail = (await phone.getByRole('banner').boundingBox())!;
  await expect.poll(async () => (await said.boundingBox())!.y).toBeGreaterThanOrEqual(rail.y + rail.height);
  await says.click();
  await phone.getByRole('link', { name: 'Come in by a code' }).click();
  const { code } = (await (await people(laptop.request, { act: 'makeCode', personId: rowan })).json()) as { code: { code: string } };
  await phone.getByLabel('The code').fill(code.code);
  await phone.getByRole('button', { name: 'Come in' }).click();
  await expect(phone.getByRole('link', { name: /Immulgo.*Rowan/ })).toBeVisible();
  await expect(phone.getByText(/kept here/)).toHaveCount(0);
  const milkings = async () => ((await (await laptop.request.get(`${baseURL}/api/dairy`)).json()) as { milkings: unknown[] }).milkings.length;
  await expect.poll(milkings).toBe(2);
}); // prettier-ignore

test('a tablet several use goes over by a number; what the other said on it stays theirs', async ({
  browser,
}) => {
  const laptop = kept.get('laptop')!.pages()[0]!;
  expect((await people(laptop.request, { act: 'ownPin', pin: '7204' })).status()).toBe(200);
  const { members } = (await (await laptop.request.get('/api/people')).json()) as {
    members: { id: string; name: string }[];
  };
  const rowan = members.find(({ name }) => name === 'Rowan')!.id;
  const { code } = (await (
    await people(laptop.request, { act: 'makeCode', personId: rowan })
  ).json()) as { code: { code: string } };
  const tablet = await device(browser, 'tablet', { viewport: { width: 820, height: 1180 }, baseURL: lan });
  await tablet.goto('/pair');
  await tablet.getByLabel('The code').fill(code.code);
  await tablet.getByLabel(/Several of us use this device/).check();
  await tablet.getByRole('button', { name: 'Come in' }).click();
  await expect(tablet.getByRole('link', { name: /Immulgo.*Rowan/ })).toBeVisible();
  await openPeople(tablet);
  await tablet.getByRole('radio', { name: /Ines/ }).click();
  await tablet.getByLabel('Ines’s number').fill('1357');
  await tablet.getByRole('button', { name: 'Take over' }).click();
  await expect(tablet.getByText('That is not their number.')).toBeVisible();
  await tablet.getByLabel('Ines’s number').fill('7204');
  await tablet.getByRole('button', { name: 'Take over' }).click();
  await expect(tablet.getByRole('link', { name: /Immulgo.*Ines/ })).toBeVisible();
  // What Rowan said while nobody answered is sent by the tablet that Ines has now, in Rowan's name and for what Rowan may do.
  expect(await sendFrom(tablet, 'house.settle', { name: 'X' }, rowan)).toMatchObject({ status: 'refused', field: 'role' });
}); // prettier-ignore

test('of two farms in one house neither sees anything of the other, whatever is asked and however', async ({
  browser,
  baseURL,
}) => {
  const laptop = kept.get('laptop')!.pages()[0]!;
  // What there is on the first farm.
  const all = (await (await laptop.request.get('/api/farm/farm.json')).json()) as Record<string, { id: string; entry_id?: string }[]> & { farm: { name: string } };
  const ids = ['lots', 'batches', 'entries', 'commands', 'vessels', 'animals', 'batchEvents', 'portions'].flatMap((table) => (all[table] ?? []).slice(0, 2).map((row) => row.id)).filter(Boolean);
  expect(ids.length).toBeGreaterThan(6);
  const [lot] = all.lots!;
  const [batch] = all.batches!;
  // Somebody who owns another farm of the house, and nothing of this one.
  const other = randomUUID();
  await people(laptop.request, { act: 'addPerson', personId: other, name: 'Wren', role: 'reader', password: 'heather and bees' });
  const page = await device(browser, 'other farm', { baseURL: baseURL! });
  await page.goto('/sign-in');
  await page.getByLabel('Your name').fill('Wren');
  await page.getByLabel('Password', { exact: true }).fill('heather and bees');
  await page.getByRole('button', { name: 'Come in' }).click();
  await expect(page.getByText('You look on here: what you press is refused')).toBeVisible();
  await expectSound(page);
  const second = randomUUID();
  expect((await people(page.request, { act: 'makeFarm', farmId: second, name: 'High pasture' })).status()).toBe(200);
  expect((await people(page.request, { act: 'toFarm', farmId: second })).status()).toBe(200);
  expect((await people(laptop.request, { act: 'endPerson', personId: other })).status()).toBe(200);
  await page.goto('/');
  await expect(page.getByRole('link', { name: /Immulgo.*High pasture/ })).toBeVisible();

  // Every address with an id of the other farm in it.
  for (const id of ids)
    for (const path of [`/api/batches/${id}`, `/api/batches/${id}/sheet`, `/api/pictures/${id}`, `/api/lots/${id}/label`, `/api/lots/${id}/calendar?at=1800000000&to=room`])
      expect([path, (await page.request.get(path)).status()]).toEqual([path, 404]);
  for (const id of [lot!.id, batch!.id])
    for (const path of [`/ledger/${id}`, `/churn/${id}`, `/shelf/${id}`, `/pail/${id}`, `/recall/${id}`, `/ledger/compare?batches=${id},${id}`, `/shelf?lots=${id}`]) {
      const answer = await page.request.get(path);
      const text = await answer.text();
      expect([path, answer.status() >= 500]).toEqual([path, false]);
      for (const secret of [String(lot!.id), String(batch!.id)].filter((one) => !path.includes(one))) expect(text).not.toContain(secret);
      expect(text).not.toContain('Rowan');
    }
  for (const path of ['/api/dairy', '/api/plan', '/api/batches', '/api/notes', '/api/farm/farm.json'])
    for (const id of ids) expect(await (await page.request.get(path)).text()).not.toContain(id);
  expect((await page.request.post(`/api/farm/import?into=${farmId}`, { data: {} })).status()).toBe(400);
  expect((await page.request.post(`/api/farm/notebook?into=${farmId}&dry=1`, { data: {} })).status()).toBe(400);
  expect((await page.request.post(`/api/batches/${batch!.id}/pictures?into=${second}&id=${randomUUID()}`, { data: 'x' })).status()).toBe(400);

  // Every command, meant for the other farm, and meant for one's own about what is the other's.
  const before = await (await laptop.request.get('/api/farm/farm.json')).text();
  const inputs: Record<string, (id: string) => unknown> = {
    'lot.use': (id) => ({ lotId: id, to: 'pigs' }),
    'lot.correct': (id) => ({ lotId: id, mass: 1 }),
    'lot.record': (id) => ({ lotId: id, events: [{ id: randomUUID(), atSeconds: 1_800_000_000, kind: 'noted', words: 'x' }] }),
    'lot.pour': (id) => ({ from: [{ lotId: id }], into: { lotId: randomUUID() } }),
    'milk.separate': (id) => ({ way: 'ladle', from: [{ lotId: id }], cuts: [{ lotId: randomUUID(), mass: 10, fat: 0.2, fatSd: 0.02 }], skim: { to: 'use', use: 'pigs' } }),
    'entry.undo': (id) => ({ commandId: id }),
    'batch.record': (id) => ({ batchId: id, events: [{ id: randomUUID(), atSeconds: 1_800_000_000, kind: 'paused' }] }),
    'batch.maker': (id) => ({ batchId: id, maker: 'Wren' }),
    'batch.leaveOut': (id) => ({ batchId: id, out: true }),
    'picture.show': (id) => ({ id, shown: false }),
    'butter.move': (id) => ({ lotId: id, to: 'freezer' }),
    'butter.finish': (id) => ({ lotId: id }),
    'butter.clarify': (id) => ({ lotId: id }),
    'butter.restore': (id) => ({ lotId: id }),
    'parked.settle': (id) => ({ commandId: id, how: 'let go' }),
    'way.drop': (id) => ({ id }),
    'calendar.close': (id) => ({ id }),
  };
  for (const [name, input] of Object.entries(inputs))
    for (const id of ids) {
      expect([name, (await send(page.request, name, input(String(id)), '', farmId)).http]).toEqual([name, 400]);
      const own = await send(page.request, name, input(String(id)), '', second);
      expect([name, own.status]).not.toEqual([name, 'done']);
      expect([name, own.http < 500]).toEqual([name, true]);
    }
  expect(await (await laptop.request.get('/api/farm/farm.json')).text()).toBe(before);
}); // prettier-ignore

test('headers, names and origins hold', async ({ browser, request, baseURL }) => {
  const page = await device(browser, 'looking', { baseURL: lan });
  const answer = (await page.goto('/sign-in'))!;
  const policy = answer.headers()['content-security-policy']!;
  expect(policy).toMatch(/script-src 'self' 'nonce-[^']+' 'strict-dynamic'/);
  expect(policy.split(';').find((part) => part.includes('script-src'))).not.toContain('unsafe');
  expect(answer.headers()).toMatchObject({
    'x-content-type-options': 'nosniff',
    'referrer-policy': 'same-origin',
    'cross-origin-opener-policy': 'same-origin',
  });
  await page.goto('/trust');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Let this device trust the house.');
  await expectSound(page);
  expect(await (await request.get(`${baseURL}/api/certificate`)).text()).toMatch(/^-----BEGIN CERTIFICATE-----/);
  for (const host of ['evil.example', 'dairy.test.evil.example', '203.0.113.9'])
    expect((await request.get(`${baseURL}/sign-in`, { headers: { host } })).status()).toBe(421);
  for (const headers of [{ origin: 'https://evil.example' }, { origin: 'http://127.0.0.1:1' }, { origin: 'null' }, { 'sec-fetch-site': 'cross-site' }, { origin: 'https://evil.example', host: 'dairy.test' }] as Record<string, string>[])
    expect((await request.post(`${baseURL}/api/people`, { headers, data: { act: 'signOut' } })).status()).toBe(403);
  // Six wrong passwords from one address, and the seventh is not even looked at.
  for (let n = 0; n < 5; n += 1)
    expect((await people(request, { act: 'signIn', name: 'Nobody', password: 'not this one' }, baseURL!)).status()).toBe(409);
  expect((await people(request, { act: 'signIn', name: 'Nobody', password: 'not this one' }, baseURL!)).status()).toBe(429);
}); // prettier-ignore

test('nothing that is secret, and nothing of the server, is in what a browser is given', () => {
  const served = join(process.env.IMMULGO_BUILD!, '.next/static');
  const files = readdirSync(served, { recursive: true, encoding: 'utf8' }).filter((file) => /\.(js|css|map|json)$/.test(file));
  expect(files.length).toBeGreaterThan(40);
  // Neither source maps (the bundler leaves an empty one), nor what the server alone is told, nor the words of its queries.
  const told = files.filter((file) => file.endsWith('.map') && readFileSync(join(served, file)).length > 200);
  expect(told).toEqual([]);
  const secrets = [process.env.IMMULGO_SECRET!, process.env.DATABASE_URL!, new URL(process.env.DATABASE_URL!).password];
  const words = /IMMULGO_SECRET|DATABASE_URL|IMMULGO_TLS|IMMULGO_AUTHORITY|postgres(ql)?:\/\/|\$argon2|PRIVATE KEY|password_hash|immulgo\.house|SELECT [a-z_"]+ FROM /;
  for (const file of files) {
    const text = readFileSync(join(served, file), 'utf8');
    expect([file, words.exec(text)?.[0]]).toEqual([file, undefined]);
    for (const secret of secrets) expect([file, text.includes(secret)]).toEqual([file, false]);
  }
}); // prettier-ignore
