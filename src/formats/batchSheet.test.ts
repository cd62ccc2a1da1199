import { PDFDocument } from 'pdf-lib';
import type { BatchSheet } from './batchSheet';
import { batchSheet } from './batchSheet';
import { wordsOf } from './testing/wordsOf';

const made = new Date(0);
const batch: BatchSheet = {
  farm: 'Larkfold', number: 124, day: '2 November 2026', came: '1.93 kg of butter: good.', meaning: 'The weight fits the fat.', troubles: [],
  figures: [{ name: 'Cream', value: '5.6 kg' }], fat: [{ name: 'Into the butter', amount: '1.42 kg, 97 %', share: 0.97 }],
  course: [{ when: '28 min', what: 'Whipped' }], butter: [{ name: 'Salted', value: '1.36 kg' }], notes: [], cautions: [],
}; // prettier-ignore

it('says what the batch was and came to, on one page of either paper', async () => {
  for (const paper of ['a4', 'letter'] as const) {
    const file = await batchSheet(batch, paper, made);
    expect((await PDFDocument.load(file)).getPageCount()).toBe(1);
    const words = wordsOf(file);
    for (const said of [
      'Larkfold: batch 124',
      'Into the butter',
      '1.42 kg, 97 %',
      'Whipped',
      '28 min',
      'Salted',
    ])
      expect(words).toContain(said);
  }
});

it('keeps its cautions however much was noted, and what no font has a letter for', async () => {
  const notes = Array.from(
    { length: 80 },
    (_, i) => `Note ${i}: splashes at eight 🧈 and ${'so on '.repeat(30)}`,
  );
  const file = await batchSheet(
    { ...batch, notes, cautions: ['Raw cream can carry dangerous bacteria.'] },
    'a4',
    made,
  );
  const words = wordsOf(file);
  expect(words).toContain('Raw cream can carry dangerous bacteria.');
  expect(words).toContain('Note 0: splashes at eight');
  expect(words).not.toContain('Note 79');
  expect((await PDFDocument.load(file)).getPageCount()).toBe(1);
});
