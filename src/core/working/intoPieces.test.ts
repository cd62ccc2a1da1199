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
});
