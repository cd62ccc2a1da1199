import * as fc from 'fast-check';
import { intoPieces, shapedPortions } from './intoPieces';

describe('butter into pieces', () => {
  it('says how many whole ones, and what is over', () => {
    expect(intoPieces(612, 250)).toEqual({ count: 2, each: 250, left: 112 });
    expect(intoPieces(498, 250)).toEqual({ count: 2, each: 250, left: 0 });
    expect(intoPieces(90, 250)).toEqual({ count: 0, each: 250, left: 90 });
  });

  it('never makes more butter than there was, but for a sliver', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 1e5, noNaN: true }),
        fc.double({ min: 5, max: 5000, noNaN: true }),
        (mass, piece) => {
          const { count, left } = intoPieces(mass, piece);
          expect(count * piece + left).toBeGreaterThanOrEqual(mass - 1e-6);
          expect(count * piece + left).toBeLessThanOrEqual(mass + 0.02 * piece + 1e-6);
          expect(left).toBeLessThan(piece);
        },
      ),
    );
  });

  it('is as many lots as it needs, without losing a gram of butter or salt', () => {
    const portion = { mass: 612, saltMass: 10, name: 'Salted', portionId: 'portion-a' };
    const [rolls, rest] = shapedPortions(portion, { form: 'roll', each: 125 }, 'portion-b');
    expect(rolls).toMatchObject({ mass: 500, pieces: { form: 'roll', each: 125 } });
    expect(rest).toMatchObject({ mass: 112, name: 'Salted, the rest', portionId: 'portion-b' });
    expect(rolls!.saltMass + rest!.saltMass).toBeCloseTo(10, 9);
    expect(shapedPortions({ ...portion, mass: 502 }, { form: 'roll', each: 125 }, 'b')).toHaveLength(1);
    expect(shapedPortions({ ...portion, mass: 90 }, { form: 'roll', each: 125 }, 'b')[0]).not.toHaveProperty(
      'pieces',
    );
  });

  it('shares salt and what is mixed in by weight, and calls a few grams over no piece', () => {
    const portion = { mass: 612, saltMass: 12, additionMass: 30, name: 'Herbs', portionId: 'portion-a' };
    const [rolls, rest] = shapedPortions(portion, { form: 'roll', each: 100 }, 'portion-b');
    expect(rolls).toMatchObject({
      mass: 600,
      saltMass: expect.closeTo((12 * 600) / 612, 9),
      additionMass: expect.closeTo((30 * 600) / 612, 9),
    });
    expect(rest).toMatchObject({
      mass: 12,
      saltMass: expect.closeTo((12 * 12) / 612, 9),
      additionMass: expect.closeTo((30 * 12) / 612, 9),
    });
    expect(rest).not.toHaveProperty('pieces');
    const plain = { mass: 612, saltMass: 12, name: 'Plain', portionId: 'portion-a' };
    for (const one of shapedPortions(plain, { form: 'roll', each: 100 }, 'b'))
      expect(one).not.toHaveProperty('additionMass');
    const over = (mass: number) => shapedPortions({ ...plain, mass }, { form: 'roll', each: 100 }, 'b');
    expect(over(608)).toEqual([{ ...plain, mass: 608, pieces: { form: 'roll', each: 100 } }]);
    expect(over(609)).toHaveLength(2);
    expect(over(600)).toHaveLength(1);
  });
});
