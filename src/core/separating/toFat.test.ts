import fc from 'fast-check';
import { thinnedBy } from './toFat';

test('a litre of 40 % cream and two and a half of skim milk is not half-and-half, and two and a third is', () => {
  const { leanMass, mass } = thinnedBy(1000, 0.4, 0, 0.12)!;
  expect(leanMass).toBeCloseTo(2333, 0);
  expect(mass).toBeCloseTo(3333, 0);
});

test('what is mixed has the fat that was wanted, and what cannot be is said', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.1, max: 0.6, noNaN: true }),
      fc.double({ min: 0, max: 0.08, noNaN: true }),
      fc.double({ min: 0.09, max: 0.5, noNaN: true }),
      (cream, lean, target) => {
        const mixed = thinnedBy(500, cream, lean, target);
        if (!mixed) return expect(target >= cream || lean >= target).toBe(true);
        expect((500 * cream + mixed.leanMass * lean) / mixed.mass).toBeCloseTo(target, 9);
      },
    ),
  );
});
