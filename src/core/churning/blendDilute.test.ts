import * as v from 'valibot';
import { blendDilute, blendDiluteCalculation } from './blendDilute';

const ask = (change: object = {}) =>
  blendDilute(
    v.parse(blendDiluteCalculation.input, {
      creamMass: 1000,
      creamFat: 0.48,
      temperature: 12,
      ...change,
    }) as Parameters<typeof blendDilute>[0],
  );

describe('cream too thick to move', () => {
  it('is thinned by just the water that brings it to its fat, which is taken off the buttermilk', () => {
    const { diluent, fat, takeOffButtermilk } = ask();
    expect((1000 * 0.48) / (1000 + diluent.mid)).toBeCloseTo(0.38, 6);
    expect(fat.mid).toBe(0.38);
    expect(takeOffButtermilk).toBe(diluent.mid);
    expect(diluent.low).toBeLessThan(diluent.mid);
  });

  it('takes more of milk than of water, and milk is not taken off the buttermilk', () => {
    const milk = ask({ diluentFat: 0.04 });
    expect(milk.diluent.mid).toBeGreaterThan(ask().diluent.mid);
    expect((1000 * 0.48 + milk.diluent.mid * 0.04) / (1000 + milk.diluent.mid)).toBeCloseTo(0.38, 6);
    expect(milk.takeOffButtermilk).toBe(0);
  });

  it('is as warm afterwards as what went into it', () => {
    expect(ask({ diluentTemperature: 4 }).temperature).toBeLessThan(12);
    expect(ask({ diluentTemperature: 12 }).temperature).toBeCloseTo(12, 6);
    expect(ask({ diluentTemperature: 20 }).temperature).toBeGreaterThan(12);
  });

  it('is refused when it is thin already, by the field that says so', () => {
    expect(() => ask({ creamFat: 0.36 })).toThrow(/creamFat: 0.36 was given; it is already as thin as 0.38/);
  });

  it('is splashed with the machine stopped and unplugged', () => {
    expect(
      ask()
        .cautions.map(({ says }) => says)
        .join(' '),
    ).toMatch(/stopped and unplugged/);
  });
});
