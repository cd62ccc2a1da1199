import fc from 'fast-check';
import { cultureHarm, safetyHours, safetyLimit } from './safetyClock';

const routes = ['mesophilic', 'yoghurt', 'both', 'natural'] as const;

describe('hours a souring may take', () => {
  it('is twice the standard case, and a day at least in an ordinary room', () => {
    // Standard cases to pH 5: 2 % mesophilic 25 h at 17 °C, 16 at 21, 10.7 at 28; 3 % yoghurt 8 at 28, 5 at 32 (handbook §6.4).
    expect(Math.abs(safetyHours('mesophilic', 21) - 32)).toBeLessThan(1);
    expect(Math.abs(safetyHours('mesophilic', 28) - 21.4)).toBeLessThan(1);
    expect(Math.abs(safetyHours('yoghurt', 28) - 16)).toBeLessThan(1);
    expect(Math.abs(safetyHours('yoghurt', 32) - 10)).toBeLessThan(1);
    for (const celsius of [20, 22, 24]) expect(safetyHours('both', celsius)).toBeGreaterThanOrEqual(24);
  });

  it('is never lengthened by a temperature the culture is not made for', () => {
    for (const celsius of [7, 10, 15])
      expect(safetyHours('mesophilic', celsius)).toBe(safetyHours('mesophilic', 18));
    for (const celsius of [33, 38, 42, 60])
      expect(safetyHours('mesophilic', celsius)).toBe(safetyHours('mesophilic', 32));
    for (const celsius of [43, 50, 70])
      expect(safetyHours('yoghurt', celsius)).toBe(safetyHours('yoghurt', 42));
  });

  it('is shorter for yoghurt the warmer it is, up to what it is made for', () => {
    for (const route of ['yoghurt', 'both'] as const)
      expect(safetyHours(route, 42)).toBeLessThan(0.8 * safetyHours(route, 32));
  });

  it('is two days at most, three for raw cream that sours by itself, and shorter for that the warmer it is', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...routes),
        fc.double({ min: 7, max: 60, noNaN: true }),
        (route, celsius) => {
          const hours = safetyHours(route, celsius);
          expect(hours).toBeGreaterThan(0);
          expect(hours).toBeLessThanOrEqual(route === 'natural' ? 72 : 48);
        },
      ),
    );
    expect(safetyHours('natural', 24)).toBe(72);
    expect(safetyHours('natural', 34)).toBeCloseTo(72 / 2.5, 9);
    expect(safetyHours('natural', 14)).toBe(72);
  });

  it('in the cold is what raw cream keeps', () => {
    for (const route of routes)
      expect([safetyHours(route, 6.9), safetyHours(route, 7) < 108]).toEqual([108, true]);
  });
});

describe('when the limit is reached', () => {
  it('uses up each temperature’s share, and the last goes on', () => {
    const [at21, at28] = [safetyHours('mesophilic', 21), safetyHours('mesophilic', 28)];
    expect(safetyLimit('mesophilic', [{ hours: 1, celsius: 21 }])).toBeCloseTo(at21, 9);
    expect(
      safetyLimit('mesophilic', [
        { hours: at21 / 2, celsius: 21 },
        { hours: 1, celsius: 28 },
      ]),
    ).toBeCloseTo(at21 / 2 + at28 / 2, 9);
    // Reached on the way, whatever came later.
    expect(
      safetyLimit('mesophilic', [
        { hours: 2 * at21, celsius: 21 },
        { hours: 100, celsius: 4 },
      ]),
    ).toBeCloseTo(at21, 9);
    expect(safetyLimit('mesophilic', [])).toBe(0);
  });

  it('does not depend on how a spell is written down', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...routes),
        fc.array(
          fc.record({
            hours: fc.double({ min: 0.5, max: 30, noNaN: true }),
            celsius: fc.integer({ min: 2, max: 45 }),
          }),
          { minLength: 1, maxLength: 5 },
        ),
        (route, spells) => {
          const halves = spells.flatMap(({ hours, celsius }) => [
            { hours: hours / 2, celsius },
            { hours: hours / 2, celsius },
          ]);
          expect(safetyLimit(route, halves)).toBeCloseTo(safetyLimit(route, spells), 6);
        },
      ),
    );
  });
});

it('says from where on a culture fails, and dies', () => {
  const harm = (route: (typeof routes)[number], ...at: number[]) =>
    at.map((celsius) => cultureHarm(route, celsius));
  expect(harm('mesophilic', 34, 34.5, 54.9, 55)).toEqual([undefined, 'failing', 'failing', 'killed']);
  expect(harm('yoghurt', 48, 48.5, 55)).toEqual([undefined, 'failing', 'killed']);
  expect(harm('both', 48, 49, 55)).toEqual([undefined, 'failing', 'killed']);
  expect(harm('natural', 54, 55)).toEqual([undefined, 'killed']);
});
