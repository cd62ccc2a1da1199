import type { YearBooks } from './yearMoney';
import { costKnown, pricesKept, yearMoney } from './yearMoney';

const books: YearBooks = {
  butter: 20_000, batches: 25, milkFat: 17_500, boughtFat: 0, milk: 515_000, hours: 40, salt: 320, skim: 400_000, buttermilk: 20_000, soured: 10,
}; // prettier-ignore

test('a year’s butter in money adds up: milk, salt, culture, fuel and hours, less what the skim was worth', () => {
  const prices = { milkLitre: 0.4, hour: 10, saltKilogram: 2, cultureBatch: 0.5, fuelBatch: 0.3, skimLitre: 0.1, shopKilogram: 14 };
  const cost = yearMoney(books, prices)!;
  // 500 L of milk at 0.40, 0.64 of salt, 5 of culture, 7.50 of fuel, 400 of hours, less 388.35 L of skim at 0.10: over 20 kg.
  const whole = 200 + 0.64 + 5 + 7.5 + 400 - 400_000 / 1030 / 10;
  expect(cost.milkLitres).toBeCloseTo(500, 9);
  expect(cost.perKilogram.mid).toBeCloseTo(whole / 20, 6);
  expect(cost.parts.reduce((sum, { perKilogram }) => sum + perKilogram, 0)).toBeCloseTo(cost.perKilogram.mid, 9);
  expect(cost.withoutHours).toBeCloseTo((whole - 400) / 20, 6);
  expect(cost.againstShop).toBeCloseTo(14 - whole / 20, 6);
  expect(cost.againstSelling).toBeUndefined();
}); // prettier-ignore

test('against selling: the milk is there either way, and what the cream would have fetched is lost', () => {
  const cost = yearMoney(books, { milkLitre: 0.4, creamFetches: 6, shopKilogram: 14 })!;
  expect(cost.againstSelling).toBeCloseTo(14 * 20 - 6 * (17_500 / 0.36 / 994), 6);
});

test('bought cream is bought by the litre, and nothing is known before its price is', () => {
  const bought = { ...books, milkFat: 0, milk: 0, boughtFat: 17_500 };
  expect(yearMoney(bought, { creamLitre: 5 })!.boughtLitres).toBeCloseTo(17_500 / 0.36 / 994, 9);
  expect(costKnown(bought, {})).toBe(false);
  expect(costKnown(bought, { creamLitre: 5 })).toBe(true);
  expect(costKnown(books, { creamLitre: 5 })).toBe(false);
  expect(costKnown(books, { milkLitre: 0.4 })).toBe(true);
  expect(yearMoney({ ...books, butter: 0 }, {})).toBeUndefined();
});

test('prices of elsewhere that are none are let be', () => {
  expect(pricesKept({ hour: -3 })).toEqual({});
  expect(pricesKept('dear')).toEqual({});
  expect(pricesKept({ hour: 12, money: '€' })).toEqual({ hour: 12, money: '€' });
});
