import { expectedButter } from './expectedButter';
import type { CreamInChurn } from './foresee';
import { foresee, paceRatio } from './foresee';
import { splitLoads } from './splitLoads';

const cream: CreamInChurn = {
  mass: 1400,
  massSd: 14,
  fat: 0.36,
  fatSd: 0.01,
  temperature: 14,
  ripened: false,
  homogenised: false,
  hardness: 0,
  tool: 'standMixer',
  fill: 0.3,
};

describe('what is foreseen', () => {
  it('a stand mixer of cool cream: minutes, not hours, and butter near half the cream', () => {
    const seen = foresee(cream);
    expect(seen.breakMinutes!.low).toBeLessThan(9);
    expect(seen.breakMinutes!.high).toBeGreaterThan(9);
    expect(seen.butter.mass).toBeGreaterThan(580);
    expect(seen.butter.mass).toBeLessThan(630);
    expect(seen.cooler.breakMinutes!).toBeGreaterThan(seen.breakMinutes!.mid);
    expect(seen.warmer.buttermilkFat).toBeGreaterThan(seen.buttermilkFat.mid);
  });

  it('says that hot cream oils and points to a temperature that grains', () => {
    const seen = foresee({ ...cream, temperature: 26 });
    expect(seen.outcome).toBe('oils');
    expect(seen.breakMinutes).toBeUndefined();
    expect(seen.better.breakMinutes).toBeDefined();
  });

  it('is less sure of long-life cream, and slower', () => {
    const [plain, longLife] = [foresee(cream), foresee({ ...cream, homogenised: true })];
    expect(longLife.breakMinutes!.mid).toBeGreaterThan(plain.breakMinutes!.mid * 1.2);
    expect(longLife.breakMinutes!.high / longLife.breakMinutes!.low).toBeGreaterThan(
      plain.breakMinutes!.high / plain.breakMinutes!.low,
    );
  });

  it('a wider fat figure widens the butter', () => {
    expect(foresee({ ...cream, fatSd: 0.04 }).butter.sd).toBeGreaterThan(2 * foresee(cream).butter.sd);
  });

  it('expected butter closes its own fat balance', () => {
    const butter = expectedButter(cream, 0.008);
    expect(butter.mass * 0.82 + butter.fatInButtermilk + 0.01 * cream.mass * cream.fat).toBeCloseTo(
      cream.mass * cream.fat,
      6,
    );
  });
});

describe('the pace of a maker’s own churn', () => {
  it('is the ratio of what was marked to what was foreseen', () => {
    expect(paceRatio(cream, foresee(cream).breakMinutes!.mid * 1.5)).toBeCloseTo(1.5, 9);
    expect(paceRatio({ ...cream, temperature: 26 }, 10)).toBeUndefined();
  });
});

describe('loads', () => {
  it('never fill a churn more than half', () => {
    expect(splitLoads(1400, 4500)).toMatchObject({ loads: 1 });
    expect(splitLoads(2250, 4500)).toMatchObject({ loads: 1, fillEach: 0.5 });
    expect(splitLoads(2251, 4500)).toMatchObject({ loads: 2 });
    expect(splitLoads(1400, 1000)).toMatchObject({ loads: 3, volumeEach: 1400 / 3 });
    expect(() => splitLoads(0, 100)).toThrow(/volume/);
    expect(() => splitLoads(100, 0)).toThrow(/capacity/);
  });
});
