import fc from 'fast-check';
import { creamDensity } from './creamDensity';
import { creamFatByBreed, creamFatFromBatches } from './creamFat';
import { heatCapacity } from './heatCapacity';
import { solidFat, temperatureOfSolidFat } from './solidFat';

describe('density', () => {
  it.each([
    [0.366, 4.4, 1.008], [0.366, 10, 1.005], [0.366, 20, 0.994], [0.366, 38.9, 0.978],
    [0.2, 4.4, 1.021], [0.2, 10, 1.018], [0.2, 20, 1.012], [0.2, 38.9, 1.0],
    [0.04, 4.4, 1.035], [0.04, 38.9, 1.023], [0, 4.4, 1.036], [0, 38.9, 1.026],
  ])('of %d fat at %d °C is within 0.35 %% of the published %d g/mL', (fat, celsius, published) => {
    expect(Math.abs(creamDensity(fat, celsius) / published - 1)).toBeLessThan(0.0035);
  }); // prettier-ignore

  it('falls with fat and with warmth', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.55, noNaN: true }),
        fc.double({ min: 4, max: 36, noNaN: true }),
        (fat, celsius) => {
          expect(creamDensity(fat + 0.05, celsius)).toBeLessThan(creamDensity(fat, celsius));
          expect(creamDensity(fat, celsius + 1)).toBeLessThan(creamDensity(fat, celsius));
        },
      ),
    );
  });
});

describe('solid fat', () => {
  it('can be read backwards', () => {
    for (const celsius of [-5, 0, 3, 12, 19, 33])
      expect(temperatureOfSolidFat(solidFat(celsius, 2), 2)).toBeCloseTo(celsius, 9);
    expect(solidFat(40)).toBe(0);
  });

  it('makes cream near 15–20 °C take far more heat than at 40', () => {
    expect(heatCapacity(0.38, 17)).toBeGreaterThan(1.25 * heatCapacity(0.38, 40));
  });
});

describe('how the fat is known', () => {
  it('from earlier batches gets surer with more of them that agree', () => {
    const one = { creamMass: 1000, unsaltedButterMass: 450 };
    expect(creamFatFromBatches([])).toBeUndefined();
    expect(creamFatFromBatches([one])!.fat).toBeCloseTo(0.38, 2);
    expect(creamFatFromBatches([one, one, one])!.sd).toBeLessThan(creamFatFromBatches([one])!.sd);
    expect(creamFatFromBatches([one, { creamMass: 1000, unsaltedButterMass: 380 }])!.sd).toBeGreaterThan(
      0.04,
    );
  });

  it('by breed is wide', () => {
    expect(creamFatByBreed(0.04)).toMatchObject({ fat: 0.38, sd: 0.04 });
    expect(creamFatByBreed(0.075).fat).toBeLessThanOrEqual(0.48);
  });
});
