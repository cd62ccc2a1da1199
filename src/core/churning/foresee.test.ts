import { someCream } from '../testing/someCream';
import { expectedButter } from './expectedButter';
import { foresee } from './foresee';
import { splitLoads } from './splitLoads';

const cream = someCream;

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
    expect(longLife.breakMinutes!.mid).toBeGreaterThan(plain.breakMinutes!.mid * 1.1);
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
