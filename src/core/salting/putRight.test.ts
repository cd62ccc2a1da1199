import fc from 'fast-check';
import { saltAfterWeeping, takenForBlend, weeps } from './putRight';

describe('butter that wept', () => {
  it('loses brine with its water, and at most a tenth of its salt', () => {
    const portion = { mass: 600, saltMass: 10 };
    const little = saltAfterWeeping(portion, 595, 0.16);
    expect(little).toBeLessThan(10);
    expect(10 - little).toBeCloseTo((5 * 10) / (10 + 96), 6);
    expect(saltAfterWeeping(portion, 400, 0.16)).toBeCloseTo(10 * (1 - weeps), 9);
  });

  it('loses none when it weighs as much or more, and has none to lose when it was not salted', () => {
    expect(saltAfterWeeping({ mass: 600, saltMass: 10 }, 605, 0.16)).toBe(10);
    expect(saltAfterWeeping({ mass: 600, saltMass: 0 }, 500, 0.16)).toBe(0);
  });

  it('is never saltier for it than the brine it lost', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 50, max: 2000, noNaN: true }),
        fc.double({ min: 0.001, max: 0.05, noNaN: true }),
        fc.double({ min: 0, max: 0.2, noNaN: true }),
        fc.double({ min: 0.08, max: 0.3, noNaN: true }),
        (mass, share, lost, water) => {
          const left = saltAfterWeeping({ mass, saltMass: share * mass }, mass * (1 - lost), water);
          expect(left).toBeGreaterThanOrEqual(0.9 * share * mass - 1e-9);
          expect(left).toBeLessThanOrEqual(share * mass + 1e-9);
        },
      ),
    );
  });
});

describe('unsalted butter to blend with', () => {
  const portions = [
    { id: 'a', mass: 100 },
    { id: 'b', mass: 250 },
  ];

  it('is taken portion after portion, no gram made or lost', () => {
    expect(takenForBlend(portions, 160)).toEqual({
      takes: [
        { id: 'a', taken: 100, left: 0 },
        { id: 'b', taken: 60, left: 190 },
      ],
      together: 160,
    });
  });

  it('is what there is when more was wanted, and nothing when there is none', () => {
    expect(takenForBlend(portions, 900).together).toBe(350);
    expect(takenForBlend([], 100)).toEqual({ takes: [], together: 0 });
    expect(takenForBlend(portions, 0).takes).toEqual([]);
  });
});
