import fc from 'fast-check';
import { simulateChurn } from './simulateChurn';
import type { ChurnConditions, Happening } from './simulateChurn';
import { table as checkTable, tableBreaks, tableButtermilk, tableFills } from '@tests/validation/checkTable';
import { plainLoad } from '@tests/validation/examples';
import { conditionsOf } from './churnInput';
import { churnOf, toolKeys, tools } from './tools';

const table: ChurnConditions = checkTable;
const ratio = (change: Partial<ChurnConditions>) =>
  (simulateChurn({ ...table, ...change }).breakSeconds ?? Infinity) / 900;

describe('a mixer turned slower or faster', () => {
  const speed = (atSeconds: number, factor: number): Happening => ({ kind: 'speed', atSeconds, factor });
  const usual = simulateChurn(table).breakSeconds!;
  const broke = (...happenings: Happening[]) => simulateChurn({ ...table, happenings }).breakSeconds!;
  it('takes about as many times longer or shorter', () => {
    expect(broke(speed(0, 0.5)) / usual).toBeCloseTo(2, 1);
    expect(broke(speed(0, 2)) / usual).toBeCloseTo(0.5, 1);
    expect(broke(speed(0, 1))).toBeCloseTo(usual, 6);
  });
  it('only from then on, and as long as it is so', () => {
    const half = usual / 2;
    expect(broke(speed(half, 0.5)) / usual).toBeCloseTo(1.5, 1);
    expect(broke(speed(0, 0.5), speed(half, 1)) / usual).toBeCloseTo(1.25, 1);
  });
  it('in another churn afterwards it is as fast there', () => {
    const moved: Happening = { kind: 'move', atSeconds: 1, churn: table.churn, capacity: 1000 };
    expect(broke(speed(0, 0.5), moved) / usual).toBeCloseTo(2, 1);
  });
});

describe('the check table of the churning model', () => {
  it.each([...tableBreaks])('at %d °C the break comes at %d times the prior', (temperature, wanted) => {
    expect(Math.abs(ratio({ temperature }) / wanted - 1)).toBeLessThan(0.06);
  });

  it.each([...tableButtermilk])('at %d °C the buttermilk keeps about %d %% fat', (temperature, percent) => {
    const { buttermilkFat } = simulateChurn({ ...table, temperature });
    expect(Math.abs((buttermilkFat * 100) / percent - 1)).toBeLessThan(0.08);
  });

  it('oils instead of graining from 24 °C', () => {
    const warm = simulateChurn({ ...table, temperature: 24 });
    expect(warm.breakSeconds).toBeUndefined();
    expect(warm.outcome).toBe('oils');
  });

  it('passes the stages at the expected shares of the break time', () => {
    const { reached, breakSeconds } = simulateChurn(table);
    expect(reached.thickening! / breakSeconds!).toBeCloseTo(0.09, 1);
    expect(reached.whipped! / breakSeconds!).toBeCloseTo(0.38, 1);
    expect(reached.grainy! / breakSeconds!).toBeCloseTo(0.8, 2);
    expect(reached.grains! / breakSeconds!).toBeCloseTo(1.1, 2);
  });

  it('slows with thin, rich and overfull loads and quickens when ripened', () => {
    for (const [fat, times] of [[0.3, 1.5], [0.25, 2.2], [0.22, 3], [0.2, 4], [0.18, 6], [0.45, 1], [0.48, 1.4], [0.52, 2.2]] as const)
      expect(Math.abs(Math.log(ratio({ fat }) / times))).toBeLessThan(0.12); // prettier-ignore
    expect(simulateChurn({ ...table, fat: 0.14 }, 8 * 15 * 60).outcome).toBe('stuck');
    // A splash of water brings cream of 48 % back to nearly the usual time.
    const splash: Happening = { kind: 'water', atSeconds: 300, mass: 150, temperature: 14 };
    expect(ratio({ fat: 0.48, happenings: [splash] })).toBeLessThan(1.15);
    expect(ratio({ ripened: true })).toBeCloseTo(0.81, 1);
  });

  it('takes longer the fuller a closed vessel is, and from 0.85 never ends; an open bowl splashes', () => {
    for (const [fill, times] of tableFills) expect(ratio({ fill }) / times).toBeCloseTo(1, 1);
    expect(simulateChurn({ ...table, fill: 0.85 }, 8 * 900).outcome).toBe('stuck');
    const open = { churn: { ...table.churn, closed: false } };
    expect(ratio({ ...open, fill: 0.5 }) / ratio({ ...open, fill: 0.35 })).toBeCloseTo(1.2, 1);
  });

  it.each([
    [0, 0.89],
    [0.2, 0.85],
    [0.4, 0.78],
  ])(
    'cream only just cooled, %d of its fat set, breaks sooner (%d), greasy, with two to three times the fat in the buttermilk',
    (crystallised, sooner) => {
      const aged = simulateChurn({ ...table, temperature: 12 });
      const fresh = simulateChurn({ ...table, temperature: 12, crystallised });
      expect(fresh.breakSeconds! / aged.breakSeconds!).toBeCloseTo(sooner, 1);
      expect(fresh.buttermilkFat / aged.buttermilkFat).toBeGreaterThan(1.9);
      expect(fresh.buttermilkFat / aged.buttermilkFat).toBeLessThan(3);
    },
  );

  it.each(toolKeys)('%s breaks at its own median under its own reference conditions', (key) => {
    const run = simulateChurn({
      ...table,
      churn: churnOf(key),
      temperature: tools[key].referenceTemperature,
      isothermal: false,
    });
    expect(Math.abs(run.breakSeconds! / 60 / tools[key].medianBreakMinutes - 1)).toBeLessThan(0.02);
  });
});

describe('what must never happen in a churn', () => {
  const happenings: Happening[] = [
    { kind: 'water', atSeconds: 200, mass: 80, temperature: 8 },
    { kind: 'stand', atSeconds: 300, seconds: 1800, temperature: 4, exchange: 0.4 },
    { kind: 'takeOut', atSeconds: 2200, share: 0.3 },
    { kind: 'cream', atSeconds: 2300, mass: 200, fat: 0.45, temperature: 6 },
    { kind: 'pourOff', atSeconds: 2400, mass: 50, fat: 0.02 },
    { kind: 'move', atSeconds: 2500, churn: churnOf('standMixer'), capacity: 1400 },
    { kind: 'reading', atSeconds: 2600, temperature: 15 },
  ];

  it('makes or loses fat, at any step, whatever is done to it', () => {
    for (const moment of simulateChurn({ ...table, isothermal: false, happenings }).moments) {
      expect(Math.abs(moment.free + moment.clumped + moment.grain - 1)).toBeLessThan(1e-9);
      expect(moment.buttermilkFat).toBeGreaterThan(0);
      expect(moment.temperature).toBeGreaterThan(0);
    }
  });

  it('depends on how finely it is stepped', () => {
    const [coarse, fine] = [0.003, 0.001].map((step) =>
      simulateChurn({ ...table, isothermal: false, happenings }, 12 * 3600, 0.16, step),
    );
    expect(Math.abs(fine!.breakSeconds! / coarse!.breakSeconds! - 1)).toBeLessThan(1e-3);
    expect(Math.abs(fine!.reached.whipped! / coarse!.reached.whipped! - 1)).toBeLessThan(5e-3);
  });

  it('becomes not-a-number for any sound load', () => {
    const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        fc.constantFrom(...toolKeys),
        between(0.05, 0.6),
        between(0, 40),
        between(0.05, 1),
        between(-8, 8),
        between(0, 1),
        fc.boolean(),
        (tool, fat, temperature, fill, hardness, crystallised, ripened) => {
          const churn = churnOf(tool);
          const run = simulateChurn(
            { churn, fat, temperature, fill, hardness, crystallised, ripened, roomTemperature: 18 },
            6 * 60 * tools[tool].medianBreakMinutes,
          );
          for (const moment of run.moments)
            for (const value of Object.values(moment))
              if (typeof value === 'number') expect(Number.isFinite(value)).toBe(true);
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('what a maker does on the way', () => {
  it('from the fridge a mixer only breaks because it warms the cream', () => {
    const fridge = { ...table, churn: churnOf('standMixer'), temperature: 4, roomTemperature: 18 };
    expect(simulateChurn({ ...fridge, isothermal: true }).breakSeconds).toBeUndefined();
    expect(simulateChurn({ ...fridge, isothermal: false }).outcome).toBe('breaks');
  });

  it('held at 4 or 5 °C it does not break in twelve hours, nor at 24 and above', () => {
    for (const temperature of [4, 5, 24, 27])
      expect(simulateChurn({ ...table, temperature }).breakSeconds).toBeUndefined();
  });

  it('harder fat wants it as much warmer', () => {
    for (const hardness of [-3, 3])
      expect(ratio({ hardness, temperature: 16 + hardness })).toBeCloseTo(ratio({ temperature: 16 }), 6);
  });

  it('the load rises until it is grainy and falls at the break, and the sound the other way', () => {
    const { moments, breakSeconds } = simulateChurn(table);
    const at = (share: number) => moments.find(({ seconds }) => seconds >= share * breakSeconds!)!;
    expect(at(0.09).torque).toBeCloseTo(1.8, 0);
    expect(Math.abs(at(0.38).torque / 6 - 1)).toBeLessThan(0.15);
    expect(at(0.65).torque).toBeGreaterThan(13);
    expect(at(1).torque).toBeLessThan(4);
    expect(at(0.65).sound).toBeLessThan(0.1);
    expect(at(1.05).sound).toBeGreaterThan(1);
  });

  it('water loosens rich cold cream and lets it break sooner', () => {
    const rich = { ...table, fat: 0.5, temperature: 10, isothermal: false, mass: 1000 };
    const water: Happening = { kind: 'water', atSeconds: 300, mass: 280, temperature: 10 };
    expect(simulateChurn({ ...rich, happenings: [water] }).breakSeconds!).toBeLessThan(
      simulateChurn(rich).breakSeconds ?? Infinity,
    );
  });

  it('a night in the cold costs clock time, not much churning, and cold cream afterwards', () => {
    const night: Happening = {
      kind: 'stand',
      atSeconds: 400,
      seconds: 36_000,
      temperature: 6,
      exchange: 0.4,
    };
    const paused = simulateChurn({ ...table, isothermal: false, happenings: [night] }, 24 * 3600);
    const straight = simulateChurn({ ...table, isothermal: false });
    expect(paused.breakSeconds!).toBeGreaterThan(36_000 + 0.9 * straight.breakSeconds!);
    expect(paused.churnedSeconds).toBeGreaterThan(straight.churnedSeconds);
    const morning = paused.moments.find(({ seconds }) => seconds > 36_000)!;
    expect(morning.temperature).toBeLessThan(7);
  });

  it('half of an overfull load taken out breaks what was stuck', () => {
    const full = { ...table, fill: 0.75 };
    const taken: Happening = { kind: 'takeOut', atSeconds: 900, share: 0.4 };
    expect(simulateChurn({ ...full, happenings: [taken] }).breakSeconds!).toBeLessThan(
      0.5 * (simulateChurn(full).breakSeconds ?? Infinity),
    );
  });

  it('cream fresh from the separator churns soft: more fat is left in the buttermilk', () => {
    const fresh = simulateChurn({ ...table, crystallised: 0.3, isothermal: false });
    expect(fresh.buttermilkFat).toBeGreaterThan(
      1.5 * simulateChurn({ ...table, isothermal: false }).buttermilkFat,
    );
  });
});

it.each([
  ['jar', 0.8, 4], ['dasher', 0.8, 4], ['paddleHand', 0.8, 4], ['paddleMotor', 0.8, 4], ['barrel', 0.8, 4], ['plunger', 0.8, 4],
  ['standMixer', 1, 4], ['handMixer', 1, 4], ['processor', 3, 7], ['blender', 3, 7],
] as const)('%s warms its cream by friction and room air as practice has it: %d to %d K', (tool, least, most) => {
  const { usualVolume, referenceTemperature: temperature } = tools[tool];
  // In a room as cold as the cream, and in a warm one.
  const warmed = [temperature, 25].map((roomTemperature) => {
    const input = { ...plainLoad, tool, capacity: usualVolume, creamMass: 0.38 * usualVolume, temperature, roomTemperature };
    return simulateChurn(conditionsOf(input)).breakTemperature - temperature;
  });
  expect(warmed[0]).toBeGreaterThan(least);
  expect(warmed[1]).toBeGreaterThan(warmed[0]!);
  expect(warmed[1]).toBeLessThan(most);
}); // prettier-ignore
