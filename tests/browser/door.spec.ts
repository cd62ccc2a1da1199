import { expect, expectSound, test } from './farm';

test('a page of the fridge door is typed in, said back, and written down at once', async ({ page, farm }) => {
  await farm.send('house.settle', { unitSystem: 'metric', name: 'Larkfold', timeZone: 'Europe/Dublin' });
  await page.goto('/larder');
  await page.getByRole('link', { name: /typed in/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Type in what was written on the door.');
  await expectSound(page);
  const lines = page.getByLabel('A day a line');
  await lines.fill('11.2, 10.8, cream 2.1\nbutter 612 g salted\nbutter 300 g\nhello');
  const echo = page.getByRole('status', { name: 'As it is understood' });
  await expect(echo).toContainText('11.2 L and 10.8 L of milk; 2.1 L of cream');
  await expect(echo).toContainText('no cream before it on this page');
  await expect(echo).toContainText('“hello” was not understood');
  const write = page.getByRole('button', { name: 'Write it all down' });
  await expect(write).toBeDisabled();
  await lines.fill('11.2, 10.8\n11, cream 2.1, churned 14 C 22 min, butter 912 g salted');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('That is 3 milkings, one lot of cream and one churning.');
  await write.click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/3 milkings, one lot of cream and one churning written down/);
  await expect(lines).toHaveValue('');
  await page.goto('/larder');
  await expect(page.getByText('912 g').first()).toBeVisible();
  // A page that is typed in once more is seen to be in the books already.
  await page.goto('/larder/door');
  await lines.fill('11.2');
  await expect(echo).toContainText('in the books already');
}); // prettier-ignore

test('a page pressed while the house hangs, and again after a reload, is written down once', async ({ page, farm }) => {
  await farm.send('house.settle', { unitSystem: 'metric', name: 'Larkfold', timeZone: 'Europe/Dublin' });
  await page.goto('/larder/door');
  const lines = page.getByLabel('A day a line');
  const write = page.getByRole('button', { name: 'Write it all down' });
  // It takes the press and says nothing.
  await page.route('**/api/commands', () => undefined);
  await lines.fill('11.2\n11, cream 2.1, churned 14 C 22 min, butter 912 g salted');
  await write.click();
  await page.reload();
  await expect(lines).toHaveValue(/butter 912 g/);
  await write.click();
  await page.unroute('**/api/commands');
  await expect(lines).toHaveValue('');
  await page.goto('/ledger');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('One batch made 912 g');
  // The same page typed in once more is another one: it is said that it stands in the books.
  await page.goto('/larder/door');
  await expect(lines).toHaveValue('');
}); // prettier-ignore
