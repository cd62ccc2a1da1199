import { simulateChurn } from './simulateChurn';
import type { ChurnConditions } from './simulateChurn';
import { churnOf, toolKeys, tools } from './tools';

/** The conditions of the check table: isothermal, 38 % fat, 0.4 full, a 15-minute prior at 14 °C. */
const table: ChurnConditions = {
  churn: { rate: 1.37 / 900, power: 4, exchange: 0.5, airMost: 0.8, closed: true },
  fat: 0.38,
  temperature: 14,
  roomTemperature: 20,
  fill: 0.4,
  ripened: false,
  hardness: 0,
  isothermal: true,
};
const ratio = (change: Partial<ChurnConditions>) =>
  (simulateChurn({ ...table, ...change }).breakSeconds ?? Infinity) / 900;

describe('the check table of the churning model', () => {
  it.each([
    [6, 7.9],
    [8, 3.4],
    [10, 1.8],
    [12, 1.2],
    [14, 1],
    [16, 0.94],
    [18, 0.95],
    [20, 1.04],
    [22, 1.4],
    [23, 2],
  ])('at %d °C the break comes at %d times the prior', (temperature, wanted) => {
    expect(Math.abs(ratio({ temperature }) / wanted - 1)).toBeLessThan(0.04);
  });

  it.each([
    [8, 1.18],
    [12, 0.8],
    [14, 0.8],
    [18, 1.1],
    [20, 1.8],
  ])('at %d °C the buttermilk keeps about %d %% fat', (temperature, percent) => {
    expect(Math.abs(simulateChurn({ ...table, temperature }).buttermilkFat * 100 - percent)).toBeLessThan(
      0.16,
    );
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
    expect(reached.grainy! / breakSeconds!).toBeCloseTo(0.65, 1);
    expect(reached.grains! / breakSeconds!).toBeCloseTo(1.16, 1);
  });

  it('slows with thin, rich and overfull loads and quickens when ripened', () => {
    expect(ratio({ fat: 0.25 })).toBeCloseTo(2.2, 1);
    expect(ratio({ fat: 0.48 })).toBeCloseTo(2, 1);
    expect(ratio({ fill: 0.55 })).toBeCloseTo(1.4, 1);
    expect(ratio({ fill: 0.6 })).toBeGreaterThan(4);
    expect(ratio({ ripened: true })).toBeCloseTo(0.81, 1);
  });

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
  it('loses or makes fat', () => {
    for (const moment of simulateChurn({ ...table, isothermal: false }).moments) {
      expect(Math.abs(moment.free + moment.clumped + moment.grain - 1)).toBeLessThan(1e-9);
      expect(moment.buttermilkFat).toBeGreaterThan(0);
    }
  });
});
