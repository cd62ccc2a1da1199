import fc from 'fast-check';
import { churnBalance } from './balancing/churnBalance';
import { moistureTest } from './balancing/moistureTest';
import { milkNeeded } from './planning/milkNeeded';
import { saltDose } from './salting/saltDose';
import { saltFromSpoon } from './salting/saltFromSpoon';
import { saltRinse } from './salting/saltRinse';
import { separationBalance } from './separating/separationBalance';
import { standardise } from './separating/standardise';
import { washPlan } from './washing/washPlan';

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('nothing is made or lost', () => {
  it('when milk is parted', () => {
    fc.assert(
      fc.property(
        between(500, 1e5),
        between(0.03, 0.08),
        between(0, 0.02),
        between(0.15, 0.5),
        (milkMass, milkFat, skimFat, creamFat) => {
          const parts = separationBalance({ milkMass, milkFat, skimFat, creamFat });
          expect(parts.creamMass + parts.skimMass).toBeCloseTo(milkMass, 6);
          expect(parts.creamMass * parts.creamFat + parts.skimMass * skimFat).toBeCloseTo(
            milkMass * milkFat,
            6,
          );
          expect(parts.recovery).toBeGreaterThan(0);
          expect(parts.recovery).toBeLessThanOrEqual(1 + 1e-12);
          const again = separationBalance({ milkMass, milkFat, skimFat, creamMass: parts.creamMass });
          expect(again.creamFat).toBeCloseTo(creamFat, 9);
        },
      ),
    );
  });

  it('when cream is standardised', () => {
    const lots = fc.array(fc.record({ mass: between(10, 5000), fat: between(0.2, 0.55) }), {
      minLength: 1,
      maxLength: 5,
    });
    fc.assert(
      fc.property(lots, between(0.1, 0.5), between(0, 0.05), (given, targetFat, diluentFat) => {
        const made = standardise({ lots: given, targetFat, diluentFat });
        const fat = given.reduce((sum, lot) => sum + lot.mass * lot.fat, 0) + made.diluentMass * diluentFat;
        expect(made.totalMass).toBeCloseTo(made.pooledMass + made.diluentMass, 6);
        if (made.reachable) expect(fat / made.totalMass).toBeCloseTo(targetFat, 9);
        else expect(made.diluentMass).toBe(0);
      }),
    );
  });

  it('when cream is churned', () => {
    fc.assert(
      fc.property(
        between(500, 9000),
        between(0.25, 0.5),
        between(0.002, 0.03),
        between(0, 20),
        (creamMass, creamFat, buttermilkFat, lossFat) => {
          const butterMass = (creamMass * creamFat) / 0.82;
          const buttermilkMass = creamMass - butterMass;
          const balance = churnBalance({
            creamMass,
            creamFat,
            butterMass,
            saltMass: 0,
            buttermilkMass,
            addedWaterMass: 0,
            buttermilkFat,
            lossFat,
          });
          expect(balance.fatToButter + buttermilkMass * buttermilkFat + lossFat).toBeCloseTo(
            balance.fatIn,
            6,
          );
          expect(balance.impliedButterFat * butterMass).toBeCloseTo(balance.fatToButter, 6);
          expect(balance.overrun).toBeCloseTo(butterMass / balance.fatToButter - 1, 9);
        },
      ),
    );
  });

  it('when the wrong things are said, a sentence says which', () => {
    const churn = {
      creamMass: 1000,
      creamFat: 0.4,
      butterMass: 480,
      saltMass: 0,
      buttermilkMass: 500,
      addedWaterMass: 0,
      buttermilkFat: 0.01,
      lossFat: 0,
    };
    expect(() => churnBalance({ ...churn, saltMass: 480 })).toThrow(/saltMass: 480/);
    expect(() => churnBalance({ ...churn, lossFat: 500 })).toThrow(/nothing is left/);
    expect(() => separationBalance({ milkMass: 100, milkFat: 0.04, skimFat: 0.01, creamFat: 0.03 })).toThrow(
      /cream is richer/,
    );
    expect(() => separationBalance({ milkMass: 100, milkFat: 0.04, skimFat: 0.01, creamMass: 100 })).toThrow(
      /less than the milk/,
    );
    expect(() => separationBalance({ milkMass: 100, milkFat: 0.04, skimFat: 0.001, creamMass: 1 })).toThrow(
      /too little/,
    );
    expect(() => moistureTest({ tare: 50, before: 60, after: 49 })).toThrow(/less than the empty pan/);
    expect(() =>
      saltDose({ unsaltedMass: 100, targetFraction: 1, moisture: 0.16, gramsPerTeaspoon: 5 }),
    ).toThrow(/below 1/);
    expect(() =>
      saltRinse({ butterMass: 100, saltFraction: 0.02, targetFraction: 0, moisture: 0.16, efficiency: 0.5 }),
    ).toThrow(/last grain/);
    expect(() =>
      washPlan({ grainMass: 1e6, heldSerum: 0.4, washMass: 1, efficiency: 0.5, clearAt: 0.01 }),
    ).toThrow(/too little/);
  });
});

describe('what more of a thing does', () => {
  it('more wash water needs no more washes, and each leaves less', () => {
    fc.assert(
      fc.property(
        between(200, 3000),
        between(0.25, 0.45),
        between(300, 3000),
        (grainMass, heldSerum, washMass) => {
          const plan = (water: number) =>
            washPlan({ grainMass, heldSerum, washMass: water, efficiency: 0.7, clearAt: 0.01 });
          expect(plan(washMass * 1.5).washes).toBeLessThanOrEqual(plan(washMass).washes);
          const { residual, washes } = plan(washMass);
          expect(residual).toHaveLength(washes);
          for (let i = 1; i < residual.length; i += 1) expect(residual[i]!).toBeLessThan(residual[i - 1]!);
          expect(residual.at(-1)!).toBeLessThanOrEqual(0.01);
        },
      ),
    );
  });

  it('salt asked for is salt found', () => {
    fc.assert(
      fc.property(
        between(50, 5000),
        between(0.002, 0.1),
        between(0.1, 0.2),
        (unsaltedMass, targetFraction, moisture) => {
          const dose = saltDose({ unsaltedMass, targetFraction, moisture, gramsPerTeaspoon: 5.9 });
          expect(dose.salt / dose.saltedMass).toBeCloseTo(targetFraction, 9);
          expect(dose.gritty).toBe(dose.salt / (dose.salt + unsaltedMass * moisture) > 0.264);
        },
      ),
    );
  });

  it('a spoon to the quart is taste, not keeping', () => {
    const quart = saltFromSpoon({
      gramsPerTeaspoon: 5.9,
      teaspoons: 0.25,
      creamMass: 950,
      creamFat: 0.38,
      butterFat: 0.82,
      churnEfficiency: 0.97,
    });
    expect(quart.fraction).toBeGreaterThan(0.002);
    expect(quart.fraction).toBeLessThan(0.004);
  });

  it('milk needed makes the butter it was asked for', () => {
    const { milkMass } = milkNeeded({
      butterMass: 500,
      butterFat: 0.82,
      milkFat: 0.041,
      recovery: 0.96,
      churnEfficiency: 0.97,
    });
    const { fatRecovered } = separationBalance({
      milkMass,
      milkFat: 0.041,
      skimFat: 0.00164,
      creamMass: milkMass / 10,
    });
    expect((fatRecovered * 0.97) / 0.82).toBeCloseTo(500, -1);
  });
});
