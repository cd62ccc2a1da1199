import { randomUUID } from 'node:crypto';
import { beginBatch, expect, openWhatHappened, test } from './farm';

test('stages can be marked, taken back, re-timed, paused over, watered and done again after draining', async ({
  page,
  farm,
}) => {
  const batchId = await beginBatch(farm, 12);
  await page.goto(`/churn/${batchId}`);
  await page.locator('[data-act=grainy]').click();
  await page.locator('[data-act=undo]').click();
  await expect(page.locator('[data-act=undo]')).not.toContainText('grainy');
  // Nothing is marked, and it is late: the big button asks for what should have come by now.
  await expect(page.locator('[data-act=thickening]')).toHaveText(/^Thickening/);
  await page.locator('[data-act=whipped]').click();
  await openWhatHappened(page);
  const minutesOf = async () =>
    Number(
      /Whipped at (\d+):/.exec((await page.locator('li', { hasText: 'Whipped at' }).textContent())!)![1],
    );
  const before = await minutesOf();
  await page.getByRole('button', { name: 'whipped: a minute earlier' }).click();
  await expect.poll(minutesOf).toBe(before - 1);
  await page.getByRole('button', { name: 'Add water' }).click();
  await page.getByLabel('Cold water added').fill('60 ml');
  await page.getByRole('button', { name: 'It is in' }).click();
  await page.locator('[data-act=pause]').click();
  await expect(page.getByRole('heading', { name: 'Go on when you are ready' })).toBeVisible();
  const standing = await page.getByRole('timer').textContent();
  await page.waitForTimeout(1100);
  expect(await page.getByRole('timer').textContent()).toBe(standing);
  await page.locator('[data-act=resumed]').click();
  await page.getByRole('button', { name: 'More…' }).click();
  await page.getByRole('button', { name: 'Other tool' }).click();
  await page.getByRole('button', { name: 'Moved over' }).click();
  await page.locator('[data-act=break]').click();
  await page.locator('[data-act=stopped]').first().click();
  await expect(page.getByText(/60 mL of it is the water you added/)).toBeVisible();
  await page.getByLabel('Buttermilk, if you measure it').fill('0,9 l');
  await page.locator('button[data-act=drained]').click();
  await page.locator('[data-act=again]').click();
  await expect(page.getByRole('timer')).toBeVisible();
  await page.locator('[data-act=stopped]').first().click();
  await page.locator('button[data-act=drained]').click();
  await page.locator('[data-act=unwashed]').click();
  await page.getByLabel('The butter weighs').fill('600');
  await page.locator('[data-act=pack]').click();
  await page.locator('dl > div', { hasText: 'Net buttermilk' }).getByRole('button').click();
  await expect(page.getByRole('dialog')).toContainText('60 g');
});

test('a quick tool counts down, takes one mark a jar, and says which marks it inferred', async ({
  page,
  farm,
}) => {
  const batchId = await beginBatch(farm, 1, { tool: 'blender', capacity: 1500, loads: 2, temperature: 12 });
  await page.goto(`/churn/${batchId}`);
  await expect(page.getByText('Break expected in')).toBeVisible();
  await page.locator('[data-act=break]').first().click();
  await expect(page.getByLabel('1 of 2 loads broke')).toBeVisible();
  await page.locator('[data-act=load]').click();
  await page.locator('[data-act=break]').first().click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Drain the buttermilk');
  await openWhatHappened(page);
  await expect(page.getByText(/whipped, inferred from the break/)).toHaveCount(2);
});

test('butter in portions, each its own way, one joined to another, by mould without a scale', async ({
  page,
  farm,
}) => {
  await farm.send('vessel.add', {
    id: crypto.randomUUID(),
    name: 'Thistle mould',
    kind: 'mould',
    tool: null,
    capacity: 250,
  });
  const batchId = await beginBatch(farm, 12);
  await page.goto(`/churn/${batchId}`);
  await page.locator('[data-act=break]').click();
  await page.locator('[data-act=stopped]').first().click();
  await page.locator('button[data-act=drained]').click();
  await page.locator('[data-act=washed-cloudy]').click();
  await page.locator('[data-act=washed-clear]').click();
  for (const door of ['Mixed in, or made into ghee', 'Weighed', 'Pieces, portions and their name'])
    await page.getByText(door, { exact: true }).click();
  await page.getByLabel('The butter weighs').fill('300 g');
  await page.getByText('Salt', { exact: true }).click();
  await page.getByRole('radio', { name: 'By spoon' }).click();
  await page.getByLabel('Spoons, level').fill('1 heaping tsp');
  await expect(page.getByText(/brine \d+ %/)).toBeVisible();
  await page.getByLabel('Spoons, level').fill('6 tsp');
  await expect(page.getByText('This will grit')).toBeVisible();
  await page.getByLabel('Spoons, level').fill('1 tsp');
  await page.locator('[data-act=portion]').click();
  await page.getByLabel('Garlic').check();
  await page.getByRole('radio', { name: 'Counter' }).click();
  await expect(page.getByText('never stands at room temperature: botulism')).toBeVisible();
  await page.getByRole('radio', { name: 'Fridge' }).click();
  await page.getByLabel('No scale').check();
  await page.getByLabel('How many').fill('1');
  await page.locator('[data-act=portion]').click();
  await expect(page.getByRole('listitem').filter({ hasText: 'GarlicJoin' })).toBeVisible();
  await page.getByRole('button', { name: 'Join the first' }).click();
  await expect(page.getByText('(2 together)')).toBeVisible();
  await page.locator('[data-act=undo]').click();
  await page.getByLabel('No scale').uncheck();
  await page.locator('[data-act=pack]').click();
  await expect(page.getByText(/A scale would settle/)).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('link', { name: /B1a/ }).first()).toBeVisible();
  await expect(page.getByRole('link', { name: /B1b/ }).first()).toBeVisible();
});

test('the headline of a churning under way says from its first moment what it says seconds later', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { name: 'Larkfold', timeZone: 'Europe/Dublin' });
  const batchId = await beginBatch(farm, 9, { tool: 'paddleHand' });
  const at = Date.now() / 1000 - 60;
  await farm.send('batch.record', {
    batchId,
    // Later than was foreseen: what is believed now is far from the plan.
    events: [{ id: randomUUID(), atSeconds: at, kind: 'mark', stage: 'thickening' }],
  });
  const headline = page.locator('main h1');
  const numbers = (said: string) => (said.match(/\d+(\.\d+)?/g) ?? []).map(Number);
  await page.goto(`/churn/${batchId}`, { waitUntil: 'commit' });
  await headline.waitFor();
  const first = await headline.innerText();
  await page.waitForTimeout(4000);
  const later = await headline.innerText();
  expect(later.replace(/\d+(\.\d+)?/g, '#')).toBe(first.replace(/\d+(\.\d+)?/g, '#'));
  for (const [i, number] of numbers(later).entries())
    expect(Math.abs(number - numbers(first)[i]!)).toBeLessThanOrEqual(1);
});
