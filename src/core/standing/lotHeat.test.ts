import { after, lot, poured, start } from '../testing/someLot';
import type { LotEvent } from './lotEvents';
import { secondsUntil, vesselFactor } from './lotHeat';

const fridge: LotEvent = { kind: 'placed', id: 'p', atSeconds: start, place: 'fridge', celsius: 4 };
const read = (seconds: number, celsius: number): LotEvent => ({
  kind: 'reading', id: 'r', atSeconds: start + seconds, celsius,
}); // prettier-ignore
/** The factor that a reading shows so long after what came before it. */
const shown = (seconds: number, celsius: number, before: LotEvent[] = [poured(30), fridge]) =>
  after(100, lot('milk', [...before, read(seconds, celsius)])).shown[0]?.factor;
const foreseen = (seconds: number, before: LotEvent[] = [poured(30), fridge]) =>
  after(seconds / 3600, lot('milk', before)).celsius;

describe('how a vessel passes heat, by a reading', () => {
  it('as the table has it where it reads what was foreseen, whatever came before', () => {
    const heated: LotEvent = { kind: 'heated', id: 'h', atSeconds: start + 600, how: 'pasteurised', celsius: 75, minutes: 1 };
    const topped: LotEvent = { kind: 'poured', id: 't', atSeconds: start + 600, mass: 500, fat: 0.04, celsius: 37 };
    for (const before of [
      [poured(30)],
      [poured(30), fridge],
      [poured(30), fridge, topped],
      [poured(30), fridge, heated],
      [poured(30), fridge, { ...read(600, 27), id: 'earlier' }],
    ])
      for (const seconds of [1300, 4000, 7333])
        expect(
          after(3, lot('milk', [...before, read(seconds, foreseen(seconds, before))])).shown.at(-1)!.factor,
        ).toBeCloseTo(1, 3);
  }); // prettier-ignore

  it('that says little says nothing: too soon, too near to the place, hardly changed, or all but there', () => {
    const soon = foreseen(300);
    expect(shown(299, soon)).toBeUndefined();
    expect(shown(300, soon)).toBeCloseTo(1, 1);
    const from = (celsius: number) => [poured(celsius), fridge];
    const at = (celsius: number) => shown(7200, foreseen(7200, from(celsius)), from(celsius));
    expect(at(6.9)).toBeUndefined();
    expect(at(7)).toBeCloseTo(1, 2);
    // Of 26 K to lose: 0.13 lost, and all but 2.6.
    expect(shown(3600, 29.9)).toBeUndefined();
    expect(shown(3600, 29.8)).toBeUndefined();
    expect(shown(3600, 27)).toBeGreaterThan(0.1);
    expect(shown(6 * 3600, 6.6)).toBeUndefined();
    expect(shown(6 * 3600, 6.7)).toBeGreaterThan(1);
  });

  it('from a great vessel takes longer to say anything', () => {
    const vat = (celsius: number) =>
      after(1, lot('milk', [poured(30, 20_000), fridge, read(310, celsius)], { vessel: { diameter: 300, height: 300 } })).shown;
    // Of 26 K: 0.10 lost, less than a thermometer tells, and 0.16.
    expect(vat(29.9)).toEqual([]);
    expect(vat(29.84)).toHaveLength(1);
  }); // prettier-ignore

  it('that no vessel could show is a slip of the pen', () => {
    // Ten times as fast as the table, and ten times as slow, are believed of none.
    expect(shown(300, 10)).toBeUndefined();
    expect(shown(12 * 3600, 29)).toBeUndefined();
  });

  it('is averaged by its logarithm, with little trust in one', () => {
    expect(vesselFactor([])).toBe(1);
    expect(vesselFactor([1.5])).toBeGreaterThan(1.2);
    expect(vesselFactor([1.5])).toBeLessThan(1.3);
    expect(vesselFactor([1.5, 1.5, 1.5, 1.5])).toBeGreaterThan(1.38);
    expect(vesselFactor([100])).toBeCloseTo(vesselFactor([Math.E]), 9);
  });
});

describe('what stands', () => {
  const cream = lot('cream', [poured(20, 800, 0.36)]);
  const until = (to: number, around: number, celsius = 20) =>
    secondsUntil(cream, { celsius, place: 'coldWater', around, soured: false }, 800, 0.36, to);

  it('reaches a temperature near that of its place, and none beyond it', () => {
    expect(until(12, 12.3)).toBeGreaterThan(0);
    expect(until(12, 12.4)).toBeUndefined();
    expect(until(12, 11.7, 4)).toBeGreaterThan(0);
    expect(until(12, 11.6, 4)).toBeUndefined();
    expect(until(12, 30, 4)).toBeLessThan(3600);
    expect(until(12, 30, 4)).toBeGreaterThan(60);
    expect(until(20, 8)).toBe(0);
  });

  it('passes no heat by stirring once it has set, unless it is buttermilk', () => {
    const cooled = (kind: 'cream' | 'buttermilk', ripened: boolean) =>
      after(1, lot(kind, [poured(30, 900, 0.05), { ...fridge, place: 'iceWater', celsius: 1 }], { ripened })).celsius;
    expect(cooled('cream', true)).toBeGreaterThan(cooled('cream', false) + 3);
    expect(cooled('buttermilk', true)).toBeCloseTo(cooled('buttermilk', false), 9);
  }); // prettier-ignore

  it('never passes the temperature of its place', () => {
    for (const celsius of [2, 40])
      expect(after(48, lot('milk', [poured(celsius, 50), { ...fridge, place: 'bath', celsius: 25 }])).celsius).toBeCloseTo(25, 1);
  }); // prettier-ignore
});
