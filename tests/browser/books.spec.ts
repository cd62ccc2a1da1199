import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import type { TestFarm } from './farm';
import { expect, expectSound, test } from './farm';

/** A point of yellow, as PNG. */
const onePixel =
  'iVBORw0KGgoAAAANSUhEUgAAAAgAAAAICAIAAABLbSncAAAACXBIWXMAAAPoAAAD6AG1e1JrAAAAEUlEQVQImWP4dNQQK2IYWhIA28l6ARwzofcAAAAASUVORK5CYII=';
const dayBefore = (days: number) => new Date(Date.now() - days * 86_400_000).toISOString().slice(0, 10);

const settle = (farm: TestFarm) =>
  farm.send('house.settle', { name: 'Larkfold', timeZone: 'Europe/Dublin', unitSystem: 'metric' });

/** Sixteen mornings with a barrel, one of them warm in the mixer, one stuck in the cold and thinned by time; the newest is as usual. */
async function sixteenMornings(page: Page, farm: TestFarm): Promise<void> {
  await settle(farm);
  const plain = Array.from({ length: 16 }, (_, i) => [
    `2026-0${1 + Math.floor(i / 4)}-${String(3 + 6 * (i % 4)).padStart(2, '0')}`, '4 L', '36 %', `${13 + (i % 3) * 0.5} C`, 'motor barrel', `${29 + (i % 4)}`, `${1690 + 12 * (i % 3)}`, '1.6 %',
  ]); // prettier-ignore
  plain[9] = ['2026-03-09', '2 L', '36 %', '22.5 C', 'stand mixer', '6', '700', '1.6 %'];
  plain[5] = ['2026-02-09', '4 L', '36 %', '8.5 C', 'motor barrel', '95', '1700', '1.6 %'];
  const fields = ['date', 'cream', 'fat', 'temperature', 'churn', 'minutes', 'butter', 'salt'];
  const units = ['', 'L', '%', '°C', '', 'min', 'g', 'g'];
  const answer = await page.request.post(`/api/farm/notebook?into=${farm.id}`, {
    data: {
      lines: plain,
      columns: fields.map((field, i) => ({ field, unit: units[i] })),
      order: 'ymd',
      measures: 'metric',
      usual: { fat: 0.36, treatment: 'raw', churn: 'tool:barrel' },
    },
  });
  expect((await answer.json()) as object).toMatchObject({ dirty: [], taken: { length: 16 } });
}

test('figures go from batch to batch, by keys too, and what left the usual range is named with its batch', async ({
  page,
  farm,
}) => {
  await sixteenMornings(page, farm);
  await page.goto('/ledger/trends');
  await expect(page.getByRole('heading', { level: 1 })).toContainText(
    /^Efficiency: \d\d(\.\d)? % is your usual/,
  );
  const slider = page.getByRole('slider', { name: 'Which of them' });
  const last = await slider.getAttribute('aria-valuetext');
  expect(last).toMatch(/^batch \d+ of .*: \d\d(\.\d)? %$/);
  await slider.press('ArrowLeft');
  await expect(slider).not.toHaveAttribute('aria-valuetext', last!);
  await slider.press('End');
  await expect(slider).toHaveAttribute('aria-valuetext', last!);
  // Both are found without being told, and nothing else is.
  const wrong = page.getByRole('region', { name: 'What went wrong' });
  await expect(wrong.getByRole('link', { name: /^Greasy and warm: batch \d+$/ })).toHaveCount(1);
  await expect(wrong.getByRole('link', { name: /^Stuck and cold: batch \d+$/ })).toHaveCount(1);
  await expect(wrong.getByRole('listitem')).toHaveCount(2);
  await page.getByRole('radio', { name: 'Left in the skim' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('No skimming is written down yet.');
  await page.getByRole('radio', { name: 'Break time' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/^Your batches break/);
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.getByText('As a table').click();
  await expect(
    page.getByRole('region', { name: 'The figures behind it' }).getByRole('row').nth(3),
  ).toBeVisible();
  await expectSound(page);
  await page.getByRole('radio', { name: 'Efficiency' }).click();
  await wrong.getByRole('link', { name: /^Greasy and warm/ }).click();
  await expect(page.locator('[data-trouble=warm]')).toContainText(/^Greasy and warm\. It began at 22\.5 °C/);
  await page.getByText('How it went').click();
  await expect(
    page.getByRole('listitem').filter({ hasText: /^Left in the buttermilk: .* ± / }),
  ).toBeVisible();
  // Its page to print is a PDF of its own.
  const sheet = await page.request.get(
    (await page.getByRole('link', { name: 'Its sheet to print' }).getAttribute('href'))!,
  );
  expect([sheet.status(), sheet.headers()['content-type']]).toEqual([200, 'application/pdf']);
  await page.goto('/ledger/trail?from=2026-01-01&to=2026-04-30');
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/kg of butter from 16 batches: 9\d/);
  await expectSound(page);
  await page.getByRole('radio', { name: 'A week' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/^No butter was packed from/);
});

test('what was learned stands beside the book, a batch can be left out to see, and the next is planned in one tap', async ({
  page,
  farm,
}) => {
  await sixteenMornings(page, farm);
  await page.goto('/ledger/learned');
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/^Next batch: churn at \d+(\.5)? °C/);
  await expect(
    page.getByRole('region', { name: 'Churns' }).getByRole('row', { name: /^Barrel.* 30 min/i }),
  ).toContainText(/\d+ batches; \d+ % surer than the book/);
  await page.getByText('Leave a batch out').click();
  await page
    .getByRole('link', { name: /^Leave batch \d+ out$/ })
    .first()
    .click();
  await expect(page.getByText(/^Without batch \d+:/)).toBeVisible();
  await expect(page.getByText(/^with all: /).first()).toBeVisible();
  await expectSound(page);
  await page.getByRole('link', { name: 'Take every batch again' }).click();
  await expect(page.getByText(/^with all: /)).toHaveCount(0);
  await page.getByRole('link', { name: /^Plan it at / }).click();
  await expect(page).toHaveURL(/\/churn\/new\?front=again&aim=/);
  await expect(page.getByText(/°C, as advised$/)).toBeVisible();
});

test('an empty farm has no trends and nothing learned, and says so', async ({ page, farm }) => {
  await settle(farm);
  await page.goto('/ledger/trends');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Nothing tells of efficiency yet.');
  await expectSound(page);
  await page.goto('/ledger/learned');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    'Nothing is learned until the first butter is packed.',
  );
  await expectSound(page);
});

const notebook = `Date;Cream (qt);Fat %;Temp F;Churn;Minutes;Butter oz;Salt
3/5/2019;2;38;57;paddle;22;25;1.5 %
10/5/2019;a good quart;;60;;18;13;
17/5/2019;2.5 L;36;13 C;barrel;40;1 lb 12 oz;2 tsp
24/5/2019;lots;36;57;;20;20;
31/5/2019;2;38;157;;20;24;
7/6/2019;2;38;57;;20;90;`;

test('years on paper: pasted, three dirty lines named, one put right, and taken in; the same again changes nothing', async ({
  page,
  farm,
}) => {
  await settle(farm);
  await page.goto('/ledger/notebook');
  await expectSound(page);
  const paste = page.getByLabel('Paste your notebook here');
  await paste.fill(notebook);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    '3 of 6 lines can be read; 3 want a look.',
  );
  const wrong = page.getByRole('region', { name: 'Lines that want a look' });
  for (const says of [
    /“lots” was not understood/,
    /“157 °F”: cream is churned between/,
    /^so much butter \(“90 oz”\)/,
  ])
    await expect(wrong.getByText(says)).toBeVisible();
  await page.getByLabel('Temp F, line 5').fill('57');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    '4 of 6 lines can be read; 2 want a look.',
  );
  await expectSound(page);
  await page.getByRole('button', { name: 'See what would come in' }).click();
  await page.getByRole('button', { name: 'Take 4 batches in' }).click();
  await expect(
    page.getByRole('status').getByText('4 batches were taken in. 2 lines cannot be right as they stand.'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Another notebook' }).click();
  await paste.fill(notebook);
  await page.getByRole('button', { name: 'See what would come in' }).click();
  await expect(
    page.getByText('3 lines are here already. 3 lines cannot be right as they stand.'),
  ).toBeVisible();
  await page.goto('/ledger');
  await expect(page.getByRole('row', { name: /May 2019|31 May/ }).first()).toBeVisible();
  // A column was named wrong after all: the whole of it goes, and none of it is left to learn from.
  await page.goto('/ledger/notebook');
  const before = page.getByRole('region', { name: 'Taken in before' });
  await before.getByRole('button', { name: 'Take it back' }).click();
  await before.getByRole('button', { name: 'Yes, take all 4 back' }).click();
  await expect(page.getByText('4 batches were taken back.')).toBeVisible();
  await page.goto('/ledger/learned');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    'Nothing is learned until the first butter is packed.',
  );
});

test('milk is put right where it stands in the book, and what it is held against follows, in US units', async ({
  page,
  farm,
}) => {
  await farm.send('house.settle', { name: 'Larkfold', timeZone: 'Europe/Dublin', unitSystem: 'us' });
  const tansy = { id: randomUUID(), name: 'Tansy', breed: 'kerry', calvedOn: dayBefore(60), milked: true };
  const plover = { id: randomUUID(), name: 'Plover', breed: 'jersey', calvedOn: dayBefore(90), milked: true };
  for (const one of [tansy, plover]) await farm.send('animal.put', one);
  for (let day = 9; day >= 1; day -= 1)
    for (const { id } of [tansy, plover]) {
      const lotId = randomUUID();
      const atSeconds = Math.floor(Date.now() / 1000) - day * 86_400;
      await farm.send('milk.in', { lotId, from: 'animals', animalIds: [id], mass: 9000 + 100 * day, massSd: 50, celsius: 35, atSeconds });
      await farm.send('lot.use', { lotId, to: 'drunk', atSeconds: atSeconds + 60 });
    }
  await page.goto('/ledger/milk');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^The herd gives \d+(\.\d)? (qt|gal) a day, as much as the week before|^The herd gives [\d.]+ (qt|gal) a day; it makes about [\d.]+ (lb|oz)/);
  await expect(page.getByRole('region', { name: 'Each animal, these last seven days' }).getByRole('row')).toHaveCount(3);
  await expectSound(page);
  await page.getByRole('radio', { name: 'Tansy' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Tansy gives .* her curve; it makes about/);
  // Keys go from day to day along the picture, and the curve is said beside what she gave.
  const slider = page.getByRole('slider', { name: 'Which of them' });
  await slider.press('Home');
  await expect(page.getByText(/days in milk; the curve has/)).toBeVisible();
  await page.getByRole('button', { name: 'Put right' }).first().click();
  await page.getByLabel('How much it was').fill('6 qt');
  await page.getByRole('button', { name: 'Put it right' }).click();
  await expect(page.getByText(/; put right/)).toHaveCount(1);
  const first = page.getByRole('region', { name: 'Every milking' }).or(page.locator('ol')).getByText(/^6 qt/).first();
  await expect(first).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText(/^6 qt/)).toHaveCount(0);
}); // prettier-ignore

test('a picture stands with its batch, is taken away and put back; what is none is said to be none', async ({
  page,
  farm,
}) => {
  await sixteenMornings(page, farm);
  await page.goto('/ledger');
  await page.getByRole('rowheader').getByRole('link').first().click();
  await page.getByText('How it went').click();
  const pictures = page.getByRole('region', { name: 'Pictures' });
  await pictures.getByLabel('Add a picture').setInputFiles([
    { name: 'butter.png', mimeType: 'image/png', buffer: Buffer.from(onePixel, 'base64') },
    { name: 'butter.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture at all') },
  ]);
  await expect(pictures.getByRole('alert')).toContainText('butter.jpg: That is no picture that can be read here');
  const picture = pictures.getByRole('img', { name: 'Picture 1 of this batch' });
  await expect(picture).toBeVisible();
  const shown = await page.request.get((await picture.getAttribute('src'))!);
  expect(shown.headers()['content-type']).toBe('image/webp');
  await expectSound(page);
  await pictures.getByRole('button', { name: 'Take picture 1 away' }).click();
  await expect(picture).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(picture).toBeVisible();
}); // prettier-ignore

test('a batch that was like no other is left out for good, and taken in again', async ({ page, farm }) => {
  await sixteenMornings(page, farm);
  await page.goto('/ledger/learned');
  await expect(page.getByRole('heading', { name: 'What explains it, over 16 batches' })).toBeVisible();
  await page.getByText('Leave a batch out').click();
  await page.getByRole('link', { name: 'Leave batch 10 out' }).click();
  await page.getByRole('button', { name: 'Leave it out for good' }).click();
  await expect(page).toHaveURL(/\/ledger\/learned$/);
  await expect(page.getByRole('heading', { name: 'What explains it, over 15 batches' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'What explains it, over 15 batches' })).toBeVisible();
  await page.getByText('Leave a batch out').click();
  await page.getByRole('button', { name: 'Take it in again' }).click();
  await expect(page.getByRole('heading', { name: 'What explains it, over 16 batches' })).toBeVisible();
});
