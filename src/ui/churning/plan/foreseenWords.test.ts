import { foresee } from '@/core/churning/foresee';
import { someCream } from '@/core/testing/someCream';
import { foreseenWords } from './foreseenWords';

const say = {
  temperature: (celsius: number) => `${Math.round(celsius * 2) / 2} °C`,
  massRange: (low: number, high: number) => `${Math.round(low)}–${Math.round(high)} g`,
};
const facts = { temperature: 14, creamFat: 0.36, loads: 1 };
const wordsAt = (temperature: number, more = {}) =>
  foreseenWords(foresee({ ...someCream, temperature }), { ...facts, temperature, ...more }, say);

test('a plan opens on butter and minutes, and says what is lost', () => {
  const { says, why } = wordsAt(14);
  expect(says).toMatch(/^5\d\d–6\d\d g of butter, in .* min\.$/);
  expect(why).toMatch(/^At 14 °C it loses .* % of its fat\.$/);
  expect(wordsAt(14, { loads: 3 }).says).toMatch(/min a load\.$/);
});

test('a window that says hardly anything is not given as a range, and stands behind why', () => {
  const wide = {
    ...foresee({ ...someCream, temperature: 5 }),
    breakMinutes: { low: 14, mid: 62, high: 530 },
  };
  const { says, why } = foreseenWords(wide, { ...facts, temperature: 5 }, say);
  expect(says).toMatch(/ g of butter; how long it takes at 5 °C is hardly known\.$/);
  expect(why).toMatch(/^About 62 min, and nine times in ten 14 min – 8 h 50\. Warmed to|^About 1 h/);
});

test('what would oil is to be chilled first, and is given no minutes', () => {
  const { says, why } = wordsAt(26);
  expect(says).toMatch(/^Chill it to .* °C first\.$/);
  expect(why).toContain('At 26 °C the fat is too soft');
  expect(`${says} ${why}`).not.toMatch(/ min\b/);
});

test('cream that would do plainly better at another temperature is told so, with what that gives', () => {
  expect(wordsAt(20).why).toMatch(/^Chilled to .* first: about .* min, with .* % fat in the buttermilk\./);
  expect(wordsAt(4).why).toMatch(/Warmed to|At .* °C it would take about/);
});

test('thin cream is said to be thin, whatever else is said', () => {
  const thin = foreseenWords(
    foresee({ ...someCream, fat: 0.18, load: { ...someCream.load, fat: 0.18 } }),
    { ...facts, creamFat: 0.18 },
    say,
  );
  expect(thin.why).toMatch(/thin/i);
});
