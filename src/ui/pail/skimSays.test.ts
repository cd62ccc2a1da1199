import { skimSays } from './skimSays';

const say = {
  about: (grams: number) => `${Math.round(grams)} g`,
  length: (mm: number) => `${mm} mm`,
  volume: (mL: number) => `${Math.round(mL)} mL`,
};
const cut = { creamMass: 442, creamFat: 0.2, skimFat: 0.004, recovery: { low: 0.85, mid: 0.89, high: 0.92 } };
const standing = {
  at: 36,
  cut,
  isBoiled: false,
  tap: false,
  hardlyCreams: false,
  known: true,
  foreseeable: true,
  later: 0,
  waitingGains: 5,
};

test('the gauge opens on how deep, how much and how rich, and says whether waiting pays', () => {
  const { says, why } = skimSays(standing, say);
  expect(says).toMatch(/^Ladle 36 mm: 4\d\d mL of cream at about 20 %\.$/);
  expect(why).toBe('With 85–92\u00a0% of the fat. Waiting six hours gains about 5 g of fat.');
  expect(skimSays({ ...standing, waitingGains: 1 }, say).why).toMatch(/next to nothing\.$/);
  expect(skimSays({ ...standing, tap: true }, say).says).toMatch(/^Stop the tap at 36 mm: .* stays\.$/);
});

test('a share that is sure is one number, and what is later says so instead of what waiting gains', () => {
  const sure = { ...cut, recovery: { low: 0.996, mid: 1, high: 1 } };
  expect(skimSays({ ...standing, cut: sure, later: 6 }, say).why).toBe(
    'With 100\u00a0% of the fat. That is in 6 h.',
  );
});

test('without a line it says what to do, never a depth', () => {
  const none = { ...standing, cut: undefined };
  expect(skimSays(none, say).says).toBe('No line yet: let it stand.');
  expect(skimSays({ ...none, hardlyCreams: true }, say).why).toMatch(/separator/);
  expect(skimSays({ ...none, known: false }, say).says).toMatch(/^Working out/);
  expect(skimSays({ ...none, known: false, foreseeable: false }, say).why).toMatch(/vessel with a name/);
  expect(skimSays({ ...none, isBoiled: true }, say).says).toMatch(/skin/);
  // Milk still warm is no milk to skim, whatever has risen on it.
  expect(skimSays({ ...standing, warm: true }, say).says).toBe('Cool it first.');
});
