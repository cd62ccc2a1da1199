import { boiledCream } from './boiledCream';
import { restUnder } from './cutBetween';
import { riseCream } from './creamRise';
import type { StandingMilk } from './creamRise';
import { balanceOfRun, byScrew } from './separatorRun';
import { tapLayerFat } from './tapLayer';

describe('what was learned of each screw', () => {
  it('is the mean of the runs at it, of their skim where it was tested, and of nothing else', () => {
    const run = (screw: number | undefined, creamFat: number, skimFat?: number) => ({
      way: 'separator',
      screw,
      creamFat,
      skimFat,
    });
    const told = byScrew([
      run(1, 0.3, 0.001),
      run(1, 0.4),
      run(1, 0.35, 0.003),
      run(undefined, 0.36),
      { way: 'ladle', screw: 1, creamFat: 0.2, skimFat: 0.02 },
    ]);
    expect([...told.keys()]).toEqual(['1', '0']);
    expect(told.get('1')).toEqual({
      creamFat: expect.closeTo(0.35, 9),
      skimFat: expect.closeTo(0.002, 9),
      times: 3,
    });
    expect(told.get('0')).toEqual({ creamFat: 0.36, skimFat: undefined, times: 1 });
    expect(byScrew([]).size).toBe(0);
  });
});

it('boiled milk gives half of its fat, at the fat its skin has', () => {
  const { creamMass, creamFat } = boiledCream(400);
  expect(creamMass * creamFat).toBeCloseTo(0.52 * 400, 9);
  expect(creamFat).toBe(0.35);
});

it('what is left under a heavy top is the rest of its mass and fat, and never below nothing', () => {
  expect(restUnder({ creamMass: 300, creamFat: 0.3 }, { creamMass: 800, creamFat: 0.2 })).toEqual({
    mass: 500,
    fat: expect.closeTo(70 / 500, 9),
  });
  expect(restUnder({ creamMass: 800, creamFat: 0.3 }, { creamMass: 800, creamFat: 0.3 })).toEqual({
    mass: 0,
    fat: 0,
  });
  expect(restUnder({ creamMass: 900, creamFat: 0.3 }, { creamMass: 800, creamFat: 0.3 })).toEqual({
    mass: 0,
    fat: 0,
  });
  // More fat than all of it had: a slip of the hand, and no cream below nothing.
  expect(restUnder({ creamMass: 300, creamFat: 0.6 }, { creamMass: 800, creamFat: 0.2 }).fat).toBe(0);
});

it('a run whose jugs miss more than jugs err says so, and only then', () => {
  const run = { milk: { mass: 10_000, fat: 0.04 }, flushMass: 500, spilledMass: 100, skimFat: 0.001 };
  const told = balanceOfRun({ ...run, creamMass: 1000, skimMass: 9400 });
  expect(told).toEqual({
    creamFat: expect.closeTo((400 - 9500 * 0.001) / 1000, 9),
    share: 0.1,
    missing: undefined,
  });
  expect(balanceOfRun({ ...run, creamMass: 1000, skimMass: 8400 }).missing).toBeCloseTo(1000, 9);
  expect(balanceOfRun({ ...run, creamMass: 1000, skimMass: 10_400 }).missing).toBeCloseTo(-1000, 9);
  expect(balanceOfRun({ ...run, creamMass: 1000, skimMass: undefined }).missing).toBeUndefined();
  expect(balanceOfRun({ ...run, creamMass: undefined, skimMass: 9400 })).toEqual({
    creamFat: undefined,
    share: undefined,
    missing: undefined,
  });
});

describe('milk that stands', () => {
  const milk: StandingMilk = {
    vessel: { bottomDiameter: 200, topDiameter: 200, height: 320 },
    mass: 8000,
    fat: 0.042,
    temperature: 4,
    species: 'cow',
    heated: false,
  };

  it('leaves by the tap from the bottom up: a little is the lowest layer, two thirds is the sum of its layers', () => {
    const [column] = riseCream(milk, [14], 48);
    const up = column!.slices.toSorted((a, b) => a.from - b.from);
    expect(tapLayerFat(milk, 14, up[0]!.mass / 2)).toBeCloseTo(
      Math.min(0.042, up[0]!.fatMass / up[0]!.mass),
      9,
    );
    const some = up.slice(0, 33);
    const [mass, fat] = [
      some.reduce((sum, one) => sum + one.mass, 0),
      some.reduce((sum, one) => sum + one.fatMass, 0),
    ];
    expect(tapLayerFat(milk, 14, mass)).toBeCloseTo(fat / mass, 9);
    const half = up[33]!;
    expect(tapLayerFat(milk, 14, mass + half.mass / 2)).toBeCloseTo(
      (fat + half.fatMass / 2) / (mass + half.mass / 2),
      9,
    );
    expect(tapLayerFat(milk, 14, 0)).toBe(0.042);
  });

  it('is told what happened to it in its order, up to the hour that is asked for', () => {
    const topUp = { atHours: 6, kind: 'topUp' as const, mass: 2000, fat: 0.04 };
    const drawn = { atHours: 2, kind: 'draw' as const, mass: 3000 };
    const at = (happenings: StandingMilk['happenings'], hours: number) => {
      const [column] = riseCream({ ...milk, happenings }, [hours], 32);
      return column!.slices.reduce((sum, { mass }) => sum + mass, 0);
    };
    expect(at([topUp, drawn], 14)).toBeCloseTo(7000, 0);
    expect(at([drawn, topUp], 14)).toBeCloseTo(7000, 0);
    // What comes later has not happened yet; what comes at that hour has.
    expect(at([topUp, drawn], 5)).toBeCloseTo(5000, 0);
    expect(at([topUp, drawn], 6)).toBeCloseTo(7000, 0);
    const [late] = riseCream({ ...milk, happenings: [topUp, drawn] }, [14], 32);
    const [inOrder] = riseCream({ ...milk, happenings: [drawn, topUp] }, [14], 32);
    expect(late).toEqual(inOrder);
  });
});
