import { after, hour, lot, poured, start } from '../testing/someLot';
import type { LotEvent } from './lotEvents';
import { lotStory, notTakenBack } from './lotStory';
import type { Place } from './places';

const placed = (hours: number, place: Place, celsius?: number): LotEvent => ({
  kind: 'placed', id: `placed ${hours}`, atSeconds: start + hours * hour, place, ...(celsius === undefined ? {} : { celsius }),
}); // prettier-ignore
const read = (hours: number, celsius: number): LotEvent => ({
  kind: 'reading', id: `read ${hours}`, atSeconds: start + hours * hour, celsius,
}); // prettier-ignore
const heated = (hours: number, celsius = 75): LotEvent => ({
  kind: 'heated', id: `heated ${hours}`, atSeconds: start + hours * hour, how: 'pasteurised', celsius, minutes: 1,
}); // prettier-ignore
/** A place as warm as what stands in it: nothing changes there. */
const keptAt = (hours: number, celsius: number): LotEvent[] => [
  placed(hours, 'room', celsius),
  read(hours, celsius),
];
const pasteurised = { treatment: 'pasteurised' } as const;

describe('a limit met exactly', () => {
  const still = (celsius: number, around = celsius) =>
    lot('cream', [poured(celsius), placed(0, 'room', around), read(0, celsius)]);

  it('warm is above 5.5 °C, and colder than 7 °C around it is being chilled', () => {
    expect(after(3, still(5.5)).warmHours).toBe(0);
    expect(after(3, still(5.6)).warmHours).toBe(0);
    expect(after(3, still(7)).warmHours).toBe(0);
    expect(after(3, still(7.1)).warmHours).toBeCloseTo(3, 6);
  });

  it('raw milk uses up its time from 7 °C', () => {
    expect(after(3, still(6.9)).rawUsed).toBe(0);
    expect(after(3, still(7)).rawUsed).toBeGreaterThan(0);
  });

  it('frozen is −2 °C and colder, and thawing only where it is warmer around than ice melts', () => {
    const word = (celsius: number, around: number) =>
      lotStory(lot('cream', [poured(4), placed(1, 'freezer', around), read(1, celsius)]), start + hour)!
        .frozen;
    expect(word(-2, -18)).toBe('frozen');
    expect(word(-1.9, -18)).toBeUndefined();
    expect(word(-2, -0.5)).toBe('frozen');
    expect(word(-2, -0.4)).toBe('thawing');
    expect(word(-0.5, 20)).toBeUndefined();
    expect(word(-0.6, 20)).toBe('thawing');
    const { frozenHours } = after(5, lot('cream', [poured(4), placed(1, 'freezer', -2), read(1, -2)]));
    expect(frozenHours).toBeCloseTo(4, 6);
  });

  it('two hours of cold begin the warm hours anew, and not a second less', () => {
    const chilled = lot('cream', [poured(21), placed(0, 'room', 21), placed(1, 'fridge', 4), read(1, 4)]);
    const told = (seconds: number) => lotStory(chilled, start + hour + seconds)!.warmHours;
    expect(told(2 * 3600)).toBeCloseTo(1, 6);
    expect(told(2 * 3600 + 1)).toBe(0);
  });

  it('milk is cold in time from the moment it is at 10 °C', () => {
    expect(after(1, lot('milk', [poured(10)])).hoursTo10).toBe(0);
    expect(after(3, lot('milk', [poured(35), placed(0, 'fridge'), read(2, 10)])).hoursTo10).toBeCloseTo(2, 1);
  });

  it('a place of 7 °C chills, and what is put there is not held to stand out', () => {
    const slow = (celsius: number) =>
      after(12, lot('milk', [poured(35, 20_000), placed(0, 'fridge', celsius)], { vessel: { diameter: 300, height: 300 } }));
    expect(slow(7).celsius).toBeGreaterThan(10);
    expect(slow(7).stoodOut).toBe(false);
    expect(slow(7.1).stoodOut).toBe(true);
  }); // prettier-ignore
});

describe('milk that was cold', () => {
  const since = (hours: number, ...events: LotEvent[]) => {
    const { over10Since } = after(hours, lot('milk', [poured(36), placed(0, 'iceWater'), ...events]));
    return over10Since && (over10Since - start) / hour;
  };

  it('and is heated has four hours again to be cold', () => {
    expect(since(5)).toBeUndefined();
    expect(since(6.1, heated(6), placed(6, 'room', 25))).toBeCloseTo(6, 6);
    expect(since(9, heated(6), placed(6, 'room', 25))).toBeCloseTo(6, 6);
    expect(since(12, heated(6), placed(6, 'iceWater'))).toBeUndefined();
  });

  it('and is warmed to be separated has them from when it passed 10 °C', () => {
    const from = since(9, placed(8, 'room', 40))!;
    expect(from).toBeGreaterThan(8);
    expect(from).toBeLessThan(8.8);
  });

  it('and reads warm was never cold where nobody had read it, and has been warm since then where somebody had', () => {
    expect(since(6.1, read(6, 14))).toBeCloseTo(0, 6);
    expect(since(6.1, read(3, 4), read(6, 14))).toBeCloseTo(6, 6);
    expect(since(6.1, read(6, 10))).toBeUndefined();
  });

  it('and is poured onto has them from then', () => {
    const onto = (hours: number, celsius: number): LotEvent => ({ ...poured(celsius, 1500), id: `onto ${hours}`, atSeconds: start + hours * hour }); // prettier-ignore
    expect(since(6.1, onto(6, 36))).toBeCloseTo(6, 6);
    expect(since(6.1, onto(6, 4))).toBeUndefined();
  });
});

describe('raw milk and cream', () => {
  const warm = (treatment: 'raw' | 'pasteurised', ...more: LotEvent[]) =>
    lot('cream', [poured(4, 500, 0.35), placed(0, 'fridge'), placed(1, 'room', 21), ...more], { treatment });

  it('are at their limit once, and stay there', () => {
    const limit = after(90, warm('raw')).rawLimitSeconds!;
    expect((limit - start) / hour).toBeGreaterThan(48);
    expect((limit - start) / hour).toBeLessThan(80);
    expect(after(140, warm('raw')).rawLimitSeconds).toBe(limit);
    expect(after(40, warm('raw')).rawLimitSeconds).toBeUndefined();
  });

  it('are not kept by being thick and tart when it is seen after that', () => {
    const seen = (hours: number): LotEvent => ({
      kind: 'looked', id: 'seen', atSeconds: start + hours * hour, seen: 'thickAndTart',
    }); // prettier-ignore
    expect(after(100, warm('raw', seen(40))).soured).toBe(true);
    expect(after(100, warm('raw', seen(90))).soured).toBe(false);
  });

  it('were raw before they were heated, whatever they are now', () => {
    expect(after(20, warm('pasteurised', placed(8, 'fridge'))).warmTooLong).toBe(true);
    expect(after(20, warm('pasteurised', heated(8), placed(8.1, 'iceWater'))).warmTooLong).toBe(false);
    expect(after(7, warm('pasteurised')).rawUsed).toBe(0);
    expect(after(20, warm('pasteurised', heated(8))).rawUsed).toBeGreaterThan(0);
  });

  it('that were souring by themselves have used that of the time of their culture', () => {
    const set: LotEvent = {
      kind: 'soured',
      id: 'set',
      atSeconds: start + 20 * hour,
      route: 'natural',
      generation: 0,
    };
    const { souring } = after(20, warm('raw', set));
    expect(souring!.used).toBeGreaterThan(0.2);
    expect(souring!.used).toBeCloseTo(after(20, warm('raw')).rawUsed, 6);
  });
});

describe('the curve', () => {
  const jar = [poured(30), placed(0, 'fridge', 4)];

  it('tells what was read from what is foreseen', () => {
    const { curve } = after(2, lot('milk', [...jar, read(1, 20), heated(1.5)]));
    expect(curve.filter((point) => point.read).map(({ celsius }) => celsius)).toEqual([20, 75]);
    expect(curve[0]).toEqual({ atSeconds: start, celsius: 30, read: false });
  });

  it('has its points at least every ten minutes while it changes', () => {
    const { curve } = after(3, lot('milk', jar));
    const apart = curve.slice(1).map(({ atSeconds }, i) => atSeconds - curve[i]!.atSeconds);
    expect(Math.max(...apart)).toBeLessThanOrEqual(600);
  });
});

describe('souring', () => {
  const set: LotEvent = {
    kind: 'soured', id: 'set', atSeconds: start, route: 'mesophilic', dose: 0.02, culture: 'bought', generation: 1,
  }; // prettier-ignore

  it('keeps what was said of its culture', () => {
    expect(after(1, lot('cream', [poured(20), set], pasteurised)).souring).toMatchObject({
      dose: 0.02,
      culture: 'bought',
      generation: 1,
    });
  });

  it('is told in at most 190 spells, however often it was probed; no hour of it is lost', () => {
    const probes = Array.from({ length: 240 }, (_, i) => keptAt(0.1 * (i + 1), i % 2 ? 20 : 24)).flat();
    const { souring } = after(24.1, lot('cream', [poured(20), set, ...probes], pasteurised));
    expect(souring!.spells).toHaveLength(190);
    expect(souring!.spells.reduce((sum, { hours }) => sum + hours, 0)).toBeCloseTo(24.1, 6);
  });
});

it('what was taken back is left out, and so is the taking back', () => {
  const back: LotEvent = { kind: 'undone', id: 'back', atSeconds: start + 2 * hour, eventId: 'read 1' };
  const events = [poured(20), read(1, 12), back, read(1.5, 11)];
  expect(notTakenBack(events).map(({ id }) => id)).toEqual(['first', 'read 1.5']);
});
