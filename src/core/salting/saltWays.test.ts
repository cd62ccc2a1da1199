import { saltWays, unsaltedFrom } from './saltWays';

describe('salt, said every way', () => {
  it('says one salting in all the others', () => {
    const share = saltWays({ way: 'share', share: 0.016, kind: 'fine' }, 600, 1400);
    const again = saltWays({ way: 'spoon', teaspoons: share.teaspoons, kind: 'fine' }, 600, 1400);
    expect(again.share).toBeCloseTo(0.016, 12);
    expect(
      saltWays({ way: 'mass', grams: share.salt, kind: 'hollowFlake' }, 600, 1400).teaspoons,
    ).toBeCloseTo((share.teaspoons * 5.9) / 2.8, 9);
    expect(share.teaspoonsPerLitre).toBeCloseTo(share.teaspoons / 1.4, 9);
  });

  it('warns of grit past what the water can dissolve, and knows what keeps', () => {
    expect(saltWays({ way: 'share', share: 0.07, kind: 'fine' }, 600, 1400).gritty).toBe(true);
    expect(saltWays({ way: 'share', share: 0.016, kind: 'fine' }, 600, 1400)).toMatchObject({
      gritty: false,
      keeps: true,
    });
    expect(saltWays({ way: 'share', share: 0.004, kind: 'fine' }, 600, 1400).keeps).toBe(false);
    expect(saltWays({ way: 'none' }, 600, 1400)).toMatchObject({ salt: 0, brine: 0, keeps: false });
  });

  it('takes the salt back out of what stands on the scale', () => {
    expect(unsaltedFrom({ way: 'share', share: 0.02, kind: 'fine' }, 500, true)).toBeCloseTo(490, 9);
    expect(unsaltedFrom({ way: 'mass', grams: 12, kind: 'fine' }, 500, true)).toBe(488);
    expect(unsaltedFrom({ way: 'mass', grams: 12, kind: 'fine' }, 500, false)).toBe(500);
  });
});

test('salt by eye is reckoned as little, and never counted on for keeping', () => {
  const eye = saltWays({ way: 'share', share: 0.02, kind: 'fine', byEye: true }, 600, 1400, 0.13);
  const told = saltWays({ way: 'share', share: 0.02, kind: 'fine' }, 600, 1400, 0.13);
  expect([eye.keeps, told.keeps]).toEqual([false, true]);
  expect(eye.salt).toBe(told.salt);
});

describe('a house’s own salt', () => {
  it('is reckoned by what its teaspoon weighs, and what was spooned before stays what it was', () => {
    const table = saltWays({ way: 'spoon', teaspoons: 2, kind: 'coarse' }, 500, 1400);
    const own = saltWays({ way: 'spoon', teaspoons: 2, kind: 'coarse', teaspoon: 4 }, 500, 1400);
    expect(table.salt).toBeCloseTo(10, 9);
    expect(own.salt).toBeCloseTo(8, 9);
    expect(own.teaspoons).toBeCloseTo(2, 9);
    // Said by weight, the spoons are the house’s own.
    const weighed = saltWays({ way: 'mass', grams: 8, kind: 'coarse' }, 500, 1400, undefined, { coarse: 4 });
    expect(weighed.teaspoons).toBeCloseTo(2, 9);
    expect(unsaltedFrom({ way: 'spoon', teaspoons: 2, kind: 'coarse', teaspoon: 4 }, 508, true)).toBe(500);
  });
});
