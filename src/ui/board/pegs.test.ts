import type { ShownLot } from '@/server/pail/views';
import { midnightAfter, noonOf } from '../frame/farmTime';
import { lookedAt, someLot } from '../testing/someLot';
import type { Peg } from './pegs';
import { ahead, butterPegs, hang, milkPegs, pegsOf } from './pegs';

const now = lookedAt;
const hour = 3600;
const say = {
  volume: (millilitres: number) => `${(millilitres / 1000).toFixed(1)} L`,
  mass: (grams: number) => `${grams} g`,
  temperature: (celsius: number) => `${celsius} °C`,
};
const lot = (change: Partial<ShownLot>, ageHours: number, celsius = 4) => someLot(change, ageHours, celsius);
const told = (pegs: readonly Peg[]) =>
  pegs.map(({ says, atSeconds, unlessDone }) => [
    says,
    Math.round((atSeconds - now) / hour),
    unlessDone ?? false,
  ]);

describe('what is coming', () => {
  it('milk is ready to skim after half a day, and too old at the end of its second', () => {
    expect(told(pegsOf([lot({}, 2)], now, say))).toEqual([
      ['skim Blue jar', 10, false],
      ['Blue jar', 42, true],
    ]);
    // What is past hangs on no thread.
    expect(told(pegsOf([lot({}, 20)], now, say))).toEqual([['Blue jar', 24, true]]);
  });

  it('warm milk in the cold says when it will be cold; cream, until when it is good', () => {
    const events = [
      { kind: 'poured', id: 'a', atSeconds: now - 600, mass: 2575, fat: 0.04, celsius: 35 },
      { kind: 'placed', id: 'b', atSeconds: now - 590, place: 'iceWater' },
    ] as ShownLot['events'];
    const [first] = pegsOf([lot({ events }, 1 / 6)], now, say);
    expect(first!.says).toBe('Blue jar cold');
    expect(first!.atSeconds - now).toBeGreaterThan(0);
    expect(first!.atSeconds - now).toBeLessThan(2 * hour);
    const cream = pegsOf([lot({ kind: 'cream', mass: 900, fat: 300 }, 24)], now, say);
    expect(cream).toMatchObject([{ says: 'Blue jar', small: 'past its best if not churned', unlessDone: true }]);
  }); // prettier-ignore

  it('nothing is foretold of what is to be thrown out, kept from people or frozen', () => {
    expect(pegsOf([lot({ blockedReason: 'medicine' }, 2)], now, say)).toEqual([]);
    expect(pegsOf([lot({ kind: 'cream', mass: 900, fat: 300 }, 24 * 12)], now, say)).toEqual([]);
    const events = [
      { kind: 'poured', id: 'a', atSeconds: now - 90 * hour, mass: 900, fat: 0.33, celsius: 4 },
      { kind: 'placed', id: 'b', atSeconds: now - 90 * hour, place: 'freezer' },
    ] as ShownLot['events'];
    expect(pegsOf([lot({ kind: 'cream', mass: 900, fat: 300, events }, 90)], now, say)).toEqual([]);
  });

  it('milk comes again at yesterday’s hours, butter has its day, and only a week is shown', () => {
    const milk = milkPegs(
      [
        { atSeconds: now - 3 * hour, mass: 5150 },
        { atSeconds: now - 15 * hour, mass: 4120 },
        // The rest of the same milking, into another vessel.
        { atSeconds: now - 14.5 * hour, mass: 2060 },
        { atSeconds: now - 27 * hour, mass: 5150 },
      ],
      now,
      say,
    );
    expect(told(ahead(milk, now))).toEqual([['milk', 9, false], ['milk', 21, false]]); // prettier-ignore
    expect(milk.map(({ small }) => small)).toEqual(['about 6.0 L', 'about 5.0 L']);
    const butter = butterPegs(
      [
        { lotId: 'a', code: 'B1', keepUntil: '2027-01-17', storage: 'fridge' },
        { lotId: 'b', code: 'B2', keepUntil: '2027-01-18', storage: 'freezer' },
        { lotId: 'c', code: 'B3', keepUntil: '2027-01-30', storage: 'fridge' },
      ],
      (day) => noonOf(day, 'Europe/Dublin'),
    );
    // 1 800 000 000 s is the morning of 15 January 2027.
    expect(ahead(butter, now).map(({ says }) => says)).toEqual(['B1']);
  });
});

describe('how pegs hang', () => {
  const peg = (key: string, atSeconds: number, unlessDone = false): Peg => ({
    key,
    atSeconds,
    says: key,
    unlessDone,
  });

  it('two that would lie on one another hang together; above and below do not hinder each other', () => {
    const hung = hang(
      [peg('a', 1), peg('b', 5), peg('c', 7, true), peg('d', 40)],
      ({ atSeconds }) => atSeconds,
      10,
    );
    expect(hung.map(({ at, pegs }) => [at, pegs.map(({ key }) => key).join('')])).toEqual([
      [1, 'ab'],
      [40, 'd'],
      [7, 'c'],
    ]);
  });

  it('is reckoned from the farm’s own midnight and noon, also where the clocks change', () => {
    const iso = (seconds: number) => new Date(seconds * 1000).toISOString();
    const at = (text: string) => Date.parse(text) / 1000;
    expect(iso(midnightAfter(at('2026-06-04T22:30:00Z'), 'Europe/Dublin'))).toBe('2026-06-04T23:00:00.000Z');
    // Clocks go back in the night to 25 October 2026: that Sunday has 25 hours.
    expect(iso(midnightAfter(at('2026-10-24T23:30:00Z'), 'Europe/Dublin'))).toBe('2026-10-26T00:00:00.000Z');
    expect(iso(noonOf('2026-10-25', 'Europe/Dublin'))).toBe('2026-10-25T12:00:00.000Z');
    expect(iso(noonOf('2026-06-04', 'America/New_York'))).toBe('2026-06-04T16:00:00.000Z');
  });
});
