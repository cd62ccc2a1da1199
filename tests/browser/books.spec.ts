import type { Page } from '@playwright/test';
import type { TestFarm } from './farm';
import { expect, expectSound, test } from './farm';

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
});
