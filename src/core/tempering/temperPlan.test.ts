import { calculate } from '../calculations';
import type { TemperPlan } from './temperPlan';
import { transfer } from './transfer';

const plan = (change: object = {}) =>
  calculate('temper.plan', {
    volume: 1000,
    fat: 0.38,
    from: 4,
    to: 15,
    diameter: 100,
    filledHeight: 130,
    ...change,
  }) as TemperPlan;
const way = (answer: TemperPlan, method: string) => answer.ways.find((one) => one.method === method)!;

describe('bringing cream to a temperature', () => {
  it('follows the exponential where nothing melts', () => {
    // Serum alone has one heat capacity, so the lumped balance is a plain exponential.
    const given = { fat: 0, from: 5, to: 20, methods: [{ method: 'bath', celsius: 25 }], topExposed: false };
    const area = Math.PI * 0.1 * 0.13 + (Math.PI / 4) * 0.01;
    const minutes = (((1000 * 1.036 * 3.95) / (55 * area)) * Math.log((25 - 5) / (25 - 20))) / 60;
    expect(Math.abs(way(plan(given), 'bath').probeMinutes!.mid / minutes - 1)).toBeLessThan(0.02);
  });

  it('takes hours in the room from the fridge, minutes in a bath', () => {
    const half = {
      volume: 500,
      diameter: 85,
      filledHeight: 90,
      to: 17,
      methods: [{ method: 'roomAir', celsius: 21 }, { method: 'bath' }],
    };
    expect(way(plan(half), 'roomAir').probeMinutes!.mid).toBeGreaterThan(110);
    expect(way(plan(half), 'bath').probeMinutes!.mid).toBeLessThan(45);
  });

  it('chills set cream three times slower: a litre from 22 to 12 °C in ice takes about 46 min', () => {
    const ice = {
      from: 22,
      to: 12,
      diameter: 90,
      filledHeight: 157,
      methods: [{ method: 'iceWater' }],
      soured: true,
      topExposed: false,
    };
    const [stirred, set] = [plan(ice), plan({ ...ice, set: true })].map(
      (one) => way(one, 'iceWater').probeMinutes!.mid,
    );
    expect(set!).toBeGreaterThan(35);
    expect(set!).toBeLessThan(60);
    expect(set! / stirred!).toBeGreaterThan(3);
    expect(transfer(90, true, 90)).toBeCloseTo(18, 0);
  });

  it('the probe is there long before the fat has crystallised', () => {
    const { probeMinutes, crystallisedMinutes } = way(plan({ from: 30, to: 8, soured: true }), 'iceWater');
    expect(crystallisedMinutes!).toBeGreaterThan(3 * probeMinutes!.mid);
  });

  it('of the ways in time takes one that is in time, and says when none is', () => {
    const soon = plan({ readyInMinutes: 30 });
    expect(soon.best).toMatchObject({ method: 'bath', inTime: true });
    expect(plan({ readyInMinutes: 1 }).ways.every(({ inTime }) => inTime === false)).toBe(true);
    expect(way(plan(), 'fridge').probeMinutes).toBeUndefined();
  });

  it('never calls best what cannot keep the cold chain, even where nothing else is at hand', () => {
    const warm = { volume: 2000, fat: 0.04, from: 37, to: 4.5, diameter: 120, filledHeight: 177 };
    const fridge = plan({ ...warm, methods: [{ method: 'fridge' }] });
    expect(fridge.best).toBeUndefined();
    expect(way(fridge, 'fridge')).toMatchObject({ cold: 'over', minds: expect.stringMatching(/ice water first/) });
    expect(fridge.cautions).toEqual([expect.objectContaining({ level: 'danger', says: expect.stringMatching(/ takes 1\d h\. Stand it in ice/) })]);
    const ice = plan(warm);
    expect(ice.best).toMatchObject({ method: 'iceWater', cold: 'kept' });
    expect(ice.ways.findIndex(({ method }) => method === 'fridge')).toBeGreaterThan(0);
    // A night in it by the clock is no reason either, and what it was warm before counts.
    expect(plan({ ...warm, readyInMinutes: 900 }).best).toMatchObject({ method: 'iceWater' });
    expect(plan({ ...warm, warmHours: 3.9 }).best).toBeUndefined();
    // A cupful is cold there in time; soured cream is kept by its acid.
    expect(plan({ ...warm, volume: 200, diameter: 70, filledHeight: 52, methods: [{ method: 'fridge' }] }).best).toMatchObject({ cold: 'tight' });
    expect(plan({ ...warm, soured: true, methods: [{ method: 'fridge' }] }).best).toMatchObject({ cold: 'kept' });
  }); // prettier-ignore

  it('of ways in time takes one within two hours of warmth before a gentler one', () => {
    const slowly = { volume: 500, diameter: 85, filledHeight: 90, to: 17, readyInMinutes: 240 };
    expect(plan(slowly).best).toMatchObject({ method: 'bath', cold: 'kept' });
    expect(way(plan(slowly), 'roomAir')).toMatchObject({ inTime: true, cold: 'tight', minds: expect.stringMatching(/riskiest/) });
    expect(plan({ ...slowly, soured: true }).best).toMatchObject({ method: 'roomAir' });
    expect(plan({ ...slowly, volume: 4000, diameter: 200, filledHeight: 128, methods: [{ method: 'roomAir' }] }).best).toBeUndefined();
  }); // prettier-ignore

  it('wets no top in water', () => {
    const bath = { methods: [{ method: 'bath' }] };
    expect(plan({ ...bath, topExposed: true })).toEqual(plan({ ...bath, topExposed: false }));
  });

  it('learns a vessel that passes heat badly', () => {
    const slow = plan({ vesselFactors: [0.6, 0.65, 0.6] });
    expect(slow.vesselFactor).toBeLessThan(0.75);
    expect(way(slow, 'bath').probeMinutes!.mid).toBeGreaterThan(1.3 * way(plan(), 'bath').probeMinutes!.mid);
  });

  it('corrects a reading off the curve, and one past the mark', () => {
    const behind = plan({ reading: { method: 'bath', minutes: 8, probe: 6 } }).correction!;
    expect(behind.says).toMatch(/colder than foreseen: \d+ min more, swirl, and read again/);
    const past = plan({ reading: { method: 'bath', minutes: 20, probe: 19 } }).correction!;
    expect(past.says).toMatch(/Past it: ice water for \d+ min/);
  });

  it('minds the two and the four hours', () => {
    expect(plan({ warmHours: 1.9, methods: [{ method: 'roomAir' }] }).cautions[0]).toMatchObject({
      level: 'danger',
    });
    expect(plan({ warmHours: 5 }).cautions[0]!.says).toMatch(/discard/);
    expect(plan({ soured: true }).cautions).toEqual([]);
    expect(plan({ warmHours: 0.5 }).warmHoursLeft).toBeCloseTo(1.5, 9);
    expect(() => plan({ to: 4 })).toThrow(/there already/);
  });
});
