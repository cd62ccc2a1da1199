import fc from 'fast-check';
import { enthalpy } from './enthalpy';
import { lotsMix } from './lotsMix';
import { temperTime } from './temperTime';

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const lot = fc.record({
  mass: between(10, 10_000),
  fat: fc.oneof(fc.constant(0), between(0.001, 0.6)),
  temperature: between(0, 40),
});

describe('lots poured together', () => {
  it('keep their mass, fat and heat, and end between the coldest and the warmest', () => {
    fc.assert(
      fc.property(fc.array(lot, { minLength: 1, maxLength: 6 }), (lots) => {
        const mixed = lotsMix({ lots });
        const heatAt = (of: (one: (typeof lots)[number]) => number) =>
          lots.reduce((sum, one) => sum + one.mass * enthalpy(one.fat, of(one)), 0);
        expect(mixed.mass * mixed.fat).toBeCloseTo(
          lots.reduce((sum, one) => sum + one.mass * one.fat, 0),
          6,
        );
        const before = heatAt((one) => one.temperature);
        expect(Math.abs(heatAt(() => mixed.temperature) - before)).toBeLessThan(1e-4 * mixed.mass);
        expect(mixed.temperature).toBeGreaterThanOrEqual(
          Math.min(...lots.map((one) => one.temperature)) - 1e-9,
        );
        expect(mixed.temperature).toBeLessThanOrEqual(Math.max(...lots.map((one) => one.temperature)) + 1e-9);
      }),
    );
  });

  it('take a lot of heat where the fat melts: cream pulls warm water further down than milk does', () => {
    const water = { mass: 500, fat: 0, temperature: 30 };
    const into = (fat: number) =>
      lotsMix({ lots: [{ mass: 1000, fat, temperature: 14 }, water] }).temperature;
    expect(into(0.45)).toBeLessThan(into(0.3));
  });
});

describe('a vessel of cream on its way to a temperature', () => {
  const jar = { volume: 1000, fat: 0.38, diameter: 100, filledHeight: 130, u: 90, topExposed: false };
  const minutes = (change: Partial<Parameters<typeof temperTime>[0]>) => {
    const answer = temperTime({ ...jar, from: 4, to: 14, environment: 24, ...change });
    return answer.reachable ? answer.minutes : Infinity;
  };

  it('takes longer the bigger the step, and the time of two steps adds up', () => {
    expect(minutes({ to: 15 })).toBeGreaterThan(minutes({ to: 14 }));
    const whole = minutes({ from: 4, to: 17 });
    // The second half starts from a lighter, warmer cream: within the change of density.
    const halves = minutes({ from: 4, to: 11 }) + minutes({ from: 11, to: 17 });
    expect(Math.abs(halves / whole - 1)).toBeLessThan(0.01);
  });

  it('agrees with following the heat balance step by step', () => {
    let celsius = 4;
    let seconds = 0;
    const d = 0.1;
    const area = Math.PI * d * 0.13 + (Math.PI / 4) * d * d;
    const mass = 1000 * 1.0071;
    while (celsius < 17) {
      const capacity = (enthalpy(0.38, celsius + 0.01) - enthalpy(0.38, celsius)) / 0.01;
      celsius += (90 * area * (24 - celsius) * 0.5) / (mass * capacity);
      seconds += 0.5;
    }
    expect(Math.abs(minutes({ to: 17 }) / (seconds / 60) - 1)).toBeLessThan(0.01);
  });

  it('never gets there when what is wanted is not between here and its surroundings', () => {
    expect(temperTime({ ...jar, from: 4, to: 24, environment: 24 })).toEqual({ reachable: false });
    expect(temperTime({ ...jar, from: 14, to: 10, environment: 24 })).toEqual({ reachable: false });
    expect(temperTime({ ...jar, from: 14, to: 14, environment: 24 })).toEqual({ reachable: false });
  });
});
