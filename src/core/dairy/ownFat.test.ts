import { expectedMilkFat } from './milkIn';
import { ownFat } from './ownFat';

const today = '2026-12-01';
const tansy = {
  name: 'Tansy', breed: 'kerry' as const, calvedOn: '2026-04-10', sharesWithCalf: false, withdrawnFrom: null, withdrawnUntil: null, withdrawnReason: null,
}; // prettier-ignore
const richer = (times: number, tests: number, animal = tansy) =>
  Array.from({ length: tests }, (_, i) => {
    const day = `2026-1${i % 2}-0${1 + (i % 9)}`;
    return { day, fat: times * expectedMilkFat(animal, day).fat };
  });

test('no test says nothing of her; one says something, and ten nearly all', () => {
  expect(ownFat(tansy, [], today)).toBeUndefined();
  const [one, ten] = [ownFat(tansy, richer(1.2, 1), today)!, ownFat(tansy, richer(1.2, 10), today)!];
  expect(one.times).toBeGreaterThan(1.08);
  expect(one.times).toBeLessThan(ten.times);
  expect(ten.times).toBeGreaterThan(1.18);
  expect(ten.sd).toBeLessThan(one.sd);
});

test('her stage and her calf are no part of it', () => {
  const sharing = { ...tansy, sharesWithCalf: true };
  expect(ownFat(sharing, richer(1, 6, sharing), today)!.times).toBeCloseTo(1, 6);
});

test('what is expected of her milk goes by it, and is known better; what is over a lactation ago is not', () => {
  const found = ownFat(tansy, richer(1.2, 10), today);
  const [plain, own] = [expectedMilkFat(tansy, today), expectedMilkFat({ ...tansy, ownFat: found }, today)];
  expect(own.fat / plain.fat).toBeCloseTo(1.18, 1);
  expect(own.sd).toBeLessThan(plain.sd);
  expect(own.how.at(-1)).toMatch(/^by 10 tests of her own milk: \d/);
  expect(ownFat(tansy, [{ day: '2025-01-01', fat: 0.06 }, { day: '2027-01-01', fat: 0.06 }], today)).toBeUndefined();
  // Learned anew it is not taken twice.
  expect(ownFat({ ...tansy, ownFat: found }, richer(1.2, 10), today)).toEqual(found);
}); // prettier-ignore
