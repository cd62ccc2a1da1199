import { PDFDocument } from 'pdf-lib';
import { fridgeDoor } from './fridgeDoor';
import { labelSheet, sheets } from './labelSheet';
import type { SheetKey } from './labelSheet';
import { wordsOf } from './testing/wordsOf';

const made = new Date(0);
const label = {
  what: 'Butter',
  code: 'B137',
  lines: ['Larkfold, made Mon 3 Aug', 'Salted, 250 g each', 'Fridge: eat by Fri 28 Aug'],
};
const pages = async (file: Uint8Array) => (await PDFDocument.load(file)).getPages();

describe('labels on a sheet', () => {
  it('say what a single label says, as often as asked, on as many sheets as that takes', async () => {
    const file = await labelSheet(
      Array.from({ length: 26 }, () => label),
      'a4-24',
      made,
    );
    expect(await pages(file)).toHaveLength(2);
    const words = wordsOf(file);
    expect(words.match(/Butter B137/g)).toHaveLength(26);
    expect(words).toContain('Fridge: eat by Fri 28 Aug');
    expect(words).toContain('Contains milk.');
  });

  it('begin behind what is used up of the first sheet', async () => {
    expect(await pages(await labelSheet([label, label], 'a4-14', made, 13))).toHaveLength(2);
    expect(await pages(await labelSheet([label, label], 'a4-14', made, 12))).toHaveLength(1);
  });

  it('warn on the smallest label too, and then say no allergens as if it were food', async () => {
    for (const sheet of Object.keys(sheets) as SheetKey[]) {
      const words = wordsOf(
        await labelSheet([{ ...label, notForPeople: 'Tansy: udder tubes' }], sheet, made),
      );
      expect(words).toContain('NOT TO BE EATEN');
      expect(words).not.toContain('Contains');
    }
  });

  it('fit their paper: no sheet is wider or higher than what it is printed on', () => {
    for (const { across, down, width, height, left, top, gap, paper } of Object.values(sheets)) {
      const [wide, high] = paper === 'a4' ? [210, 297] : [215.9, 279.4];
      expect(left + across * width + (across - 1) * gap).toBeLessThanOrEqual(wide + 0.01);
      expect(top + down * height).toBeLessThanOrEqual(high + 0.01);
    }
  });

  it('say until when, and that it is of raw milk, on the smallest label too', async () => {
    const words = wordsOf(
      await labelSheet([{ ...label, lines: [...label.lines, 'From raw milk'] }], 'letter-30', made),
    );
    expect(words).toContain('Fridge: eat by Fri 28 Aug · From raw milk');
  });

  it('carry a code to the piece’s own page when there is one', async () => {
    const [without, withCode] = await Promise.all([
      labelSheet([label], 'a4-24', made),
      labelSheet(
        [{ ...label, page: 'http://127.0.0.1:4310/larder?piece=11111111-2222-3333-4444-555555555555' }],
        'a4-24',
        made,
      ),
    ]);
    expect(withCode.length).toBeGreaterThan(1.5 * without.length);
  });
});

test('the fridge door has a line for each day of four weeks, over the turn of a month and a year', async () => {
  const words = wordsOf(
    await fridgeDoor({
      farm: 'Larkfold',
      from: '2026-12-14',
      paper: 'letter',
      units: { volume: 'quarts', mass: 'pounds' },
      made,
    }),
  );
  expect(words).toContain('Larkfold: Mon 14 Dec to Sun 10 Jan');
  expect(words).toContain('Milk and cream in quarts, butter in pounds.');
  for (const day of ['Mon 14 Dec', 'Thu 31 Dec', 'Fri 1 Jan', 'Sun 10 Jan']) expect(words).toContain(day);
  expect(words).not.toContain('Mon 11 Jan');
});
