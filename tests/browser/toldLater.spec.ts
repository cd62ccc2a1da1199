import { randomUUID } from 'node:crypto';
import { beginBatch, expect, expectSound, jotLine, milkStands, openMilkRoom, test } from './farm';

/** Writes one line in the header and waits until it is taken. */
async function jot(page: Parameters<typeof jotLine>[0], words: string) {
  const line = await jotLine(page);
  await line.fill(words);
  await line.press('Enter');
  await expect(line).toHaveValue('');
}

test('milk of last night, skimmed this morning and told afterwards, has its age and its cream', async ({
  page,
  farm,
}) => {
  const { vessels } = await openMilkRoom(farm);
  await page.goto('/');
  await jot(page, '2.6 herd into blue jar 20 h ago');
  await expect(page.getByText(/2\.6 L of milk into Blue jar, .*\d+:\d\d/)).toBeVisible();
  await page.goto('/pail');
  await expect(page.getByText(/20 h old|waited 20 h|Blue jar/).first()).toBeVisible();
  // The gauge, told of a skimming two hours back, before the milk was there, and never.
  await page
    .getByRole('link', { name: /Blue jar/ })
    .first()
    .click();
  await expect(page.getByRole('progressbar')).toHaveCount(0);
  await page.getByText('Skimmed when').click();
  await page.getByRole('radio', { name: 'Earlier' }).click();
  const when = page.getByLabel('When it was', { exact: true });
  await when.fill('when the cat was in');
  await expect(page.getByText(/“when the cat was in” was not understood as a time/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Skimmed/ })).toBeDisabled();
  await when.fill('30 h ago');
  await expect(page.getByText(/This milk was milked .* only/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Skimmed/ })).toBeDisabled();
  await when.fill('2 h ago');
  await expect(page.getByText(/= .*\d+:\d\d, 2 h ago/)).toBeVisible();
  await expect(page.getByRole('progressbar')).toHaveCount(0);
  await expectSound(page, 'label', 'button-name');
  await page.getByRole('button', { name: /^Skimmed/ }).click();
  await expect(page.getByText(/of cream off Blue jar/)).toBeVisible();
  await page.goto('/shelf');
  await expect(page.getByText(/White tub|cream so far|of cream is a load/).first()).toBeVisible();
  const shown = (await (await page.request.get('/api/dairy')).json()) as {
    lots: { kind: string; madeSeconds: number; oldestSeconds: number }[];
  };
  const cream = shown.lots.find(({ kind }) => kind === 'cream')!;
  const ago = (seconds: number) => (Date.now() / 1000 - seconds) / 3600;
  expect(ago(cream.madeSeconds)).toBeCloseTo(2, 1);
  expect(ago(cream.oldestSeconds)).toBeCloseTo(20, 1);
  expect(vessels.blue).toBeTruthy();
});

test('notes on milk and on a churning are found in the Books, and the start is put right with what follows from it', async ({
  page,
  farm,
}) => {
  const { vessels } = await openMilkRoom(farm);
  const milk = await milkStands(farm, vessels.blue, 14);
  await page.goto('/');
  await jot(page, 'note blue jar: smells of garlic, at 8');
  await page.goto(`/pail/${milk}`);
  await expect(page.getByText('“smells of garlic, at 8”')).toBeVisible();
  const batchId = await beginBatch(farm, 30);
  await page.goto(`/churn/${batchId}`);
  const line = page.getByLabel('Jot it down');
  for (const words of ['broke 12 min ago', 'note: Splashes at 18']) {
    await (await jotLine(page)).fill(words);
    await line.press('Enter');
    await expect(page.getByLabel('Jot it down')).toHaveValue('');
  }
  await expect(page.getByText(/Break at 1[78]:\d\d/).first()).toBeAttached();
  await page.getByRole('button', { name: 'More…' }).click();
  await page.getByRole('button', { name: /Put the start right/ }).click();
  await page.getByLabel('Cream there was').fill('1.6 l');
  await page.getByLabel('Its fat').fill('40 %');
  await expect(page.getByText(/1\.6 L of cream, was 1\.4 L; 40 % fat, was 36 %/)).toBeVisible();
  await expectSound(page);
  await page.getByRole('button', { name: 'Put it right', exact: true }).click();
  // The notice goes by itself; what it is about stays, with its way back.
  await expect(page.getByText(/1\.59 kg of cream/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Undo: what was put right' })).toBeVisible();
  await page.goto('/ledger');
  await page.getByText('find what was noted').click();
  await expect(page.getByText('Splashes at 18')).toBeVisible();
  await page.getByLabel('Find in notes').fill('garlic');
  await expect(page.getByText('Splashes at 18')).toHaveCount(0);
  await expect(page.getByRole('link', { name: /^Milk W\d/ })).toBeVisible();
  await expectSound(page);
});

test('a churning of yesterday is begun, marked and packed afterwards, in US units', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'us', name: 'Larkfold', timeZone: 'America/New_York' });
  await page.goto('/churn/new?front=tub');
  await page.getByLabel('How much cream').fill('1 quart');
  await page.getByText('when I press Start').click();
  await page.getByRole('radio', { name: 'Earlier' }).click();
  await page.getByLabel('When it was', { exact: true }).fill('26 h ago');
  await page.getByRole('button', { name: /^It began/ }).click();
  await expect(page.getByRole('timer')).toBeVisible();
  for (const words of ['broke 25 h ago', 'drained 25 h ago', 'washed clear 25 h ago', 'butter 13 oz salted 24 h ago', 'packed 24 h ago']) {
    await (await jotLine(page)).fill(words);
    await page.getByLabel('Jot it down').press('Enter');
    if (!words.startsWith('packed')) await expect(page.getByLabel('Jot it down')).toHaveValue('');
  } // prettier-ignore
  await expect(page.getByRole('heading', { level: 1 })).toContainText('13 oz of butter');
  await page.getByRole('link', { name: 'Its page in the Books' }).click();
  await expect(page.getByText(/broke after (1 h|60 min|59 min)/)).toBeVisible();
  await expect(page.locator('main')).not.toContainText('°C');
  // Its butter is of yesterday, and so is its date.
  const butter = await page.evaluate(async () => (await fetch('/api/dairy')).status);
  expect(butter).toBe(200);
});

test('the finish of yesterday is told today by field: for the time that was said, until somebody says just now', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { unitSystem: 'metric', name: 'Larkfold', timeZone: 'Europe/Dublin' });
  const hour = 3600;
  const now = Math.floor(Date.now() / 1000);
  const batchId = await beginBatch(farm, 26 * 60);
  await farm.send('batch.record', {
    batchId,
    events: [
      { id: randomUUID(), atSeconds: now - 25.5 * hour, kind: 'mark', stage: 'break' },
      { id: randomUUID(), atSeconds: now - 25.45 * hour, kind: 'mark', stage: 'stopped' },
    ],
  });
  await page.goto(`/churn/${batchId}`);
  await page.getByText('Drained when', { exact: true }).click();
  await page.getByRole('radio', { name: 'Earlier' }).click();
  // Before the break it cannot have been, and nothing is written down while that stands.
  await page.getByLabel('When it was', { exact: true }).fill('26 h ago');
  await expect(page.getByText(/^It (broke|was stopped) .*: this was after that\.$/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Drained, not measured/ })).toBeDisabled();
  await page.getByLabel('When it was', { exact: true }).fill('25 h ago');
  await expect(page.getByText(/^Written down for /)).toBeVisible();
  await expectSound(page);
  await page.getByRole('button', { name: /^Drained, not measured/ }).click();
  // The wash is still told for then, and says so; a page opened anew writes for just now again.
  await expect(page.getByRole('region', { name: 'Washing' })).toBeVisible();
  await expect(page.getByText(/^Written down for /)).toBeVisible();
  await page.reload();
  await expect(page.getByRole('region', { name: 'Washing' })).toBeVisible();
  await expect(page.getByText(/^Written down for /)).toHaveCount(0);
  await page.keyboard.press('7');
  await expect(page.getByText('Washed when', { exact: true })).toBeVisible();
  await page.getByRole('radio', { name: 'Earlier' }).click();
  await page.getByLabel('When it was', { exact: true }).fill('24 h ago');
  await page.getByRole('button', { name: /^Clear/ }).click();
  await page.getByLabel('The butter weighs').fill('410');
  await page.getByRole('button', { name: /pack and date it/i }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('410 g of butter');
  // Shown at once, and in the house a moment later.
  const told = async (kind: string) => {
    const story = (await (await page.request.get(`/api/batches/${batchId}`)).json()) as { events: { kind: string; atSeconds: number }[] };
    const event = story.events.find((one) => one.kind === kind);
    return event && (now - event.atSeconds) / hour;
  };
  for (const kind of ['drained', 'washed', 'packed']) await expect.poll(() => told(kind)).toBeGreaterThan(23.9);
  // Its day is counted from then.
  await page.goto('/larder');
  const made = new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/Dublin', weekday: 'short', day: 'numeric', month: 'short' }).format((now - 24 * hour) * 1000).replace(',', '');
  await expect(page.getByText(new RegExp(`made ${made}`))).toBeVisible();
}); // prettier-ignore
