import fc from 'fast-check';
import { creamFatFromBatches } from './creamFat';
import { heatCapacity } from './heatCapacity';
import { solidFat, solidFatKnots, solidFatSlope, temperatureOfSolidFat } from './solidFat';

/** The curve of the handbook, §6.2. */
const curve = [[0, 0.62], [5, 0.55], [10, 0.48], [15, 0.37], [20, 0.21], [25, 0.12], [30, 0.06], [35, 0.01], [37, 0]] as const; // prettier-ignore

describe('how much of the fat is solid', () => {
  it('goes through every point of the curve, straight between them, and along its first stretch below', () => {
    expect(solidFatKnots).toEqual(curve.map(([celsius]) => celsius));
    for (const [celsius, solid] of curve) expect(solidFat(celsius)).toBeCloseTo(solid, 12);
    curve.slice(1).forEach(([celsius, solid], i) => {
      const [before, more] = curve[i]!;
      expect(solidFat((celsius + before) / 2)).toBeCloseTo((solid + more) / 2, 12);
      const slope = (solid - more) / (celsius - before);
      for (const part of [0, 0.5, 0.99])
        expect(solidFatSlope(before + part * (celsius - before))).toBeCloseTo(slope, 12);
    });
    expect([solidFat(36), solidFat(38), solidFat(80)]).toEqual([expect.closeTo(0.005, 12), 0, 0]);
    expect([solidFatSlope(37), solidFatSlope(60)]).toEqual([0, 0]);
    expect(solidFat(-10)).toBeCloseTo(0.76, 12);
    expect([solidFatSlope(-0.01), solidFatSlope(-10)]).toEqual([-0.014, -0.014]);
    // All of it, and never more.
    expect(solidFat(-27.1)).toBeCloseTo(0.9994, 9);
    expect([solidFat(-28), solidFat(-60)]).toEqual([1, 1]);
  });

  it('hard winter fat is as solid as mean fat that many degrees colder', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -30, max: 60, noNaN: true }),
        fc.double({ min: -8, max: 8, noNaN: true }),
        (celsius, hardness) => {
          expect(solidFat(celsius, hardness)).toBeCloseTo(solidFat(celsius - hardness), 12);
          expect(solidFatSlope(celsius, hardness)).toBeCloseTo(solidFatSlope(celsius - hardness), 12);
        },
      ),
    );
  });

  it('read the other way round gives the temperature again', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -25, max: 36.9, noNaN: true }),
        fc.double({ min: -8, max: 8, noNaN: true }),
        (mean, hardness) => {
          const celsius = mean + hardness;
          expect(temperatureOfSolidFat(solidFat(celsius, hardness), hardness)).toBeCloseTo(celsius, 6);
        },
      ),
    );
    for (const [celsius, solid] of curve) expect(temperatureOfSolidFat(solid)).toBeCloseTo(celsius, 9);
    expect(temperatureOfSolidFat(-0.1, 2)).toBe(39);
  });

  it('makes cream take more heat where its fat melts', () => {
    // (1 − f)·3.95 + f·(2.1 + 90·−dS/dT), J/gK (docs/models.md, Heat).
    expect(heatCapacity(0.4, 17)).toBeCloseTo(0.6 * 3.95 + 0.4 * (2.1 + 90 * 0.032), 12);
    expect(heatCapacity(0, 17)).toBeCloseTo(3.95, 12);
  });
});

describe('fat worked back from earlier batches', () => {
  it('is their mean, and as sure as their scatter and their number make it', () => {
    const batch = (fat: number) => ({ creamMass: 1000, unsaltedButterMass: (1000 * fat * 0.97) / 0.82 });
    const { fat, sd, method } = creamFatFromBatches([batch(0.3), batch(0.34), batch(0.41)])!;
    expect([fat, method]).toEqual([expect.closeTo(0.35, 12), 'batches']);
    const variance = (0.05 ** 2 + 0.01 ** 2 + 0.06 ** 2) / 2;
    expect(sd).toBeCloseTo(Math.sqrt(variance * (1 + 1 / 3)), 12);
    expect(creamFatFromBatches([batch(0.35), batch(0.35)])!.sd).toBe(0.008);
    // One that had no cream says nothing.
    expect(creamFatFromBatches([{ creamMass: 0, unsaltedButterMass: 10 }])).toBeUndefined();
    expect(creamFatFromBatches([batch(0.3), { creamMass: 0, unsaltedButterMass: 10 }])!.fat).toBeCloseTo(
      0.3,
      12,
    );
  });
});
