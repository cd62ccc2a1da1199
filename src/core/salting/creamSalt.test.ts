import fc from 'fast-check';
import { creamSaltGoes } from './creamSalt';

const cream = { creamMass: 1000, creamFat: 0.36, addedWater: 0 };

test('salt of the cream goes mostly with the buttermilk, and out of the butter with each wash', () => {
  // 430 g of butter hold 69 g of the 582 g of water: an eighth.
  const goes = creamSaltGoes(10, cream, 430, 0);
  expect(goes.butter).toBeCloseTo(1.18, 2);
  expect(goes.buttermilk).toBeCloseTo(8.82, 2);
  expect(creamSaltGoes(10, cream, 430, 2).butter).toBeCloseTo(1.18 / 4, 2);
  expect(creamSaltGoes(10, { ...cream, addedWater: 300 }, 430, 0).butter).toBeLessThan(goes.butter);
});

test('none of it is lost, and none is made', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 100, noNaN: true }),
      fc.double({ min: 50, max: 5000, noNaN: true }),
      fc.double({ min: 0.05, max: 0.6, noNaN: true }),
      fc.double({ min: 1, max: 5000, noNaN: true }),
      fc.nat(6),
      (salt, creamMass, creamFat, butter, washes) => {
        const goes = creamSaltGoes(salt, { creamMass, creamFat, addedWater: 0 }, butter, washes);
        expect(goes.butter + goes.buttermilk + goes.washWater).toBeCloseTo(salt, 9);
        for (const part of Object.values(goes)) expect(part).toBeGreaterThanOrEqual(0);
      },
    ),
  );
});
