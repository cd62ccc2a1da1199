import type { LotEvent } from './lotEvents';
import type { ToldLot } from './lotStory';
import { lotStory, secondsUntil, vesselFactor } from './lotStory';
import { vesselShape } from './places';
import { waitsFor } from './waitsFor';

const hour = 3600;
const start = 1_760_000_000;
const poured = (celsius: number, mass = 2000, fat = 0.04): LotEvent => ({
  kind: 'poured',
  id: 'first',
  atSeconds: start,
  mass,
  fat,
  celsius,
});
const lot = (kind: ToldLot['kind'], events: LotEvent[], change: Partial<ToldLot> = {}): ToldLot => ({
  kind,
  treatment: 'raw',
  ripened: false,
  vessel: vesselShape('jar', 3000),
  vesselFactor: 1,
  events,
  ...change,
});
const after = (hours: number, told: ToldLot) => lotStory(told, start + hours * hour)!;

describe('what becomes of a lot', () => {
  it('a warm jar in a fridge nears the fridge and never passes it', () => {
    const jar = lot('milk', [
      poured(35),
      { kind: 'placed', id: 'p', atSeconds: start + 60, place: 'fridge', celsius: 4 },
    ]);
    const curve = [1, 3, 6, 12, 24].map((hours) => after(hours, jar).celsius);
    expect(curve).toEqual([...curve].sort((a, b) => b - a));
    expect(curve[0]).toBeGreaterThan(20);
    expect(curve.at(-1)).toBeGreaterThanOrEqual(4);
    expect(curve.at(-1)).toBeLessThan(5);
    expect(after(24, jar).hoursTo10).toBeGreaterThan(4);
  });

  it('ice water cools it in minutes instead of hours', () => {
    const inPlace = (place: 'fridge' | 'iceWater') =>
      after(1, lot('milk', [poured(35), { kind: 'placed', id: 'p', atSeconds: start, place }])).celsius;
    expect(inPlace('iceWater')).toBeLessThan(inPlace('fridge') - 15);
  });

  it('a probe bends the curve, and two of them teach how the vessel passes heat', () => {
    const read = (celsius: number): LotEvent[] => [
      poured(30),
      { kind: 'placed', id: 'p', atSeconds: start, place: 'fridge', celsius: 4 },
      { kind: 'reading', id: 'r', atSeconds: start + hour, celsius },
    ];
    const foreseen = after(1, lot('milk', read(20).slice(0, 2))).celsius;
    const slower = after(1, lot('milk', read(foreseen + 3)));
    expect(slower.celsius).toBeCloseTo(foreseen + 3, 6);
    expect(slower.shown[0]!.factor).toBeLessThan(1);
    const faster = after(1, lot('milk', read(foreseen - 3)));
    expect(faster.shown[0]!.factor).toBeGreaterThan(1);
    expect(vesselFactor(faster.shown.map(({ factor }) => factor))).toBeGreaterThan(1);
    expect(vesselFactor([])).toBe(1);
  });

  it('tells the same story in whatever order its entries arrived, and leaves out what was taken back', () => {
    const events: LotEvent[] = [
      poured(20, 1000, 0.35),
      { kind: 'placed', id: 'a', atSeconds: start + 600, place: 'iceWater' },
      { kind: 'reading', id: 'b', atSeconds: start + 1200, celsius: 9 },
      { kind: 'poured', id: 'c', atSeconds: start + 1800, mass: 500, fat: 0.3, celsius: 30 },
      { kind: 'looked', id: 'd', atSeconds: start + 2000, seen: 'pink' },
      { kind: 'undone', id: 'e', atSeconds: start + 2100, eventId: 'd' },
    ];
    const told = after(2, lot('cream', events));
    expect(after(2, lot('cream', events.toReversed()))).toEqual(told);
    expect(told.spoiled).toBeUndefined();
    expect(told.happenings).toEqual([{ atHours: 0.5, kind: 'topUp', mass: 500, fat: 0.3 }]);
  });

  it('what was warm too long stays so after chilling; what was warm in time is forgiven', () => {
    const out = (hours: number, treatment: ToldLot['treatment'] = 'pasteurised'): ToldLot =>
      lot(
        'cream',
        [
          poured(4, 500, 0.35),
          { kind: 'placed', id: 'a', atSeconds: start + 1, place: 'room', celsius: 21 },
          { kind: 'placed', id: 'b', atSeconds: start + hours * hour, place: 'iceWater' },
          { kind: 'placed', id: 'c', atSeconds: start + (hours + 1) * hour, place: 'fridge' },
        ],
        { treatment },
      );
    expect(after(6, out(1.5))).toMatchObject({ warmHours: 0, warmTooLong: false });
    expect(after(24, out(7)).warmTooLong).toBe(true);
    expect(
      waitsFor({ kind: 'cream', treatment: 'pasteurised', blocked: false, ageHours: 24 }, after(24, out(7))),
    ).toEqual({
      word: 'warm too long',
      tone: 'danger',
    });
    // Raw cream that stands out ripens, on the souring clock.
    expect(after(24, out(7, 'raw')).warmTooLong).toBe(false);
    // Cooling it the first time, however slowly, is not standing out.
    const cooled = lot(
      'cream',
      [poured(35, 2500, 0.35), { kind: 'placed', id: 'a', atSeconds: start, place: 'fridge' }],
      {
        treatment: 'pasteurised',
      },
    );
    expect(after(24, cooled).warmTooLong).toBe(false);
  });

  it('freezes in half a day and says it thaws for a day', () => {
    const tub: LotEvent[] = [
      poured(5, 500, 0.35),
      { kind: 'placed', id: 'a', atSeconds: start, place: 'freezer' },
    ];
    expect(after(1, lot('cream', tub)).frozen).toBeUndefined();
    expect(after(13, lot('cream', tub)).frozen).toBe('frozen');
    const out: LotEvent[] = [
      ...tub,
      { kind: 'placed', id: 'b', atSeconds: start + 20 * hour, place: 'fridge' },
    ];
    expect(after(21, lot('cream', out)).frozen).toBe('thawing');
    expect(after(46, lot('cream', out)).frozen).toBeUndefined();
  });

  it('says when a temperature is reached, or that it never will be', () => {
    const cream = lot('cream', [poured(20, 800, 0.36)]);
    const from = { celsius: 20, place: 'iceWater' as const, around: 0.5, soured: false };
    const minutes = (soured: boolean) => secondsUntil(cream, { ...from, soured }, 800, 0.36, 12)! / 60;
    expect(minutes(false)).toBeGreaterThan(5);
    // Set cream only conducts.
    expect(minutes(true)).toBeGreaterThan(1.5 * minutes(false));
    expect(secondsUntil(cream, { ...from, place: 'room', around: 19 }, 800, 0.36, 12)).toBeUndefined();
  });
});

describe('how it sours', () => {
  const cream = (events: LotEvent[], change: Partial<ToldLot> = {}) =>
    lot(
      'cream',
      [
        poured(6, 1500, 0.3),
        { kind: 'placed', id: 'out', atSeconds: start, place: 'room', celsius: 21 },
        { kind: 'soured', id: 'set', atSeconds: start + 60, route: 'mesophilic', dose: 0.02, generation: 3 },
        ...events,
      ],
      change,
    );

  it('is told by the spells it stood in, warm by warm and cold by cold', () => {
    const { souring } = after(
      20,
      cream([{ kind: 'placed', id: 'in', atSeconds: start + 12 * hour, place: 'fridge', celsius: 4 }]),
    );
    expect(souring).toMatchObject({ route: 'mesophilic', dose: 0.02, generation: 3 });
    expect(souring!.elapsedHours).toBeCloseTo(20 - 1 / 60, 6);
    expect(souring!.spells.reduce((sum, { hours }) => sum + hours, 0)).toBeCloseTo(20 - 1 / 60, 3);
    const warmest = Math.max(...souring!.spells.map(({ celsius }) => celsius));
    expect(warmest).toBeGreaterThan(19);
    expect(souring!.spells.at(-1)!.celsius).toBeLessThan(6);
  });

  it('looks and pH are kept with their hour; thick and tart makes it sour', () => {
    const story = after(
      18,
      cream([
        { kind: 'looked', id: 'early', atSeconds: start + 9 * hour, seen: 'notYet', ph: 5.6 },
        { kind: 'looked', id: 'late', atSeconds: start + 17 * hour, seen: 'thickAndTart', ph: 4.8 },
      ]),
    );
    expect(story.soured).toBe(true);
    expect(story.souring!.readings.map((one) => [one.kind, Math.round(one.atHours)])).toEqual([
      ['ph', 9],
      ['thickAndTart', 9],
      ['ph', 17],
      ['thickAndTart', 17],
    ]);
    expect(after(10, cream([])).soured).toBe(false);
  });

  it('gas, mould or pink is the end of it, thick or not', () => {
    for (const seen of ['gas', 'mould', 'pink'] as const) {
      const spoiled = cream([
        { kind: 'looked', id: 'tart', atSeconds: start + 16 * hour, seen: 'thickAndTart' },
        { kind: 'looked', id: 'bad', atSeconds: start + 20 * hour, seen },
      ]);
      expect(after(21, spoiled).spoiled).toBe(seen);
      expect(
        waitsFor({ kind: 'cream', treatment: 'raw', blocked: false, ageHours: 21 }, after(21, spoiled)),
      ).toEqual({ word: 'throw it out', tone: 'danger' });
    }
  });

  it('set cream passes heat slowly: it cools far slower than sweet cream in the same ice water', () => {
    const iced = { kind: 'placed', id: 'ice', atSeconds: start + 18 * hour, place: 'iceWater' } as const;
    const tart = {
      kind: 'looked',
      id: 'tart',
      atSeconds: start + 17 * hour,
      seen: 'thickAndTart',
    } as const;
    const [sweet, set] = [cream([iced]), cream([tart, iced])].map((told) => after(18.3, told).celsius);
    expect(set).toBeGreaterThan(sweet! + 3);
  });

  it('cream heated after milking starts its warm hours anew', () => {
    const heated = lot('cream', [
      poured(20, 800, 0.3),
      { kind: 'placed', id: 'out', atSeconds: start, place: 'room', celsius: 21 },
      { kind: 'heated', id: 'hot', atSeconds: start + 3 * hour, how: 'pasteurised', celsius: 75, minutes: 1 },
    ]);
    expect(after(2.9, heated).warmHours).toBeGreaterThan(2.5);
    expect(after(3.2, heated).warmHours).toBeLessThan(0.3);
    expect(after(3.01, heated).celsius).toBeGreaterThan(70);
  });
});

describe('what it waits for', () => {
  const of = (change: Partial<Parameters<typeof waitsFor>[0]>, told?: ToldLot, hours = 1) =>
    waitsFor(
      { kind: 'cream', treatment: 'raw', blocked: false, ageHours: hours, ...change },
      told && after(hours, told),
    );
  const cold = lot('cream', [poured(4, 500, 0.35)]);

  it('safety comes before everything', () => {
    expect(of({ blocked: true }, cold)).toEqual({ word: 'not for people', tone: 'danger' });
    expect(of({ ageHours: 24 * 6 }, cold).word).toBe('too old');
    const mouldy = lot('cream', [
      poured(20, 500, 0.35),
      { kind: 'looked', id: 'x', atSeconds: start + 60, seen: 'mould' },
    ]);
    expect(of({ blocked: true }, mouldy).word).toBe('throw it out');
  });

  it('cream left warm is chilled or churned within two hours, and thrown out after four', () => {
    const warm = lot('cream', [
      poured(20, 500, 0.35),
      { kind: 'placed', id: 'a', atSeconds: start, place: 'room', celsius: 21 },
    ]);
    expect(of({}, warm, 1).word).toBe('to churn');
    expect(of({}, warm, 3)).toEqual({ word: 'chill or churn', tone: 'now' });
    expect(of({}, warm, 5)).toEqual({ word: 'warm too long', tone: 'danger' });
  });

  it('milk cools, creams, is ready from twelve hours and pressing at the end of its second day', () => {
    const jar = lot('milk', [poured(4)]);
    expect(of({ kind: 'milk' }, jar, 6).word).toBe('cream rising');
    expect(of({ kind: 'milk' }, jar, 13).word).toBe('ready to skim');
    expect(of({ kind: 'milk' }, jar, 45).word).toBe('skim at once');
    const left = lot('milk', [
      poured(35),
      { kind: 'placed', id: 'a', atSeconds: start, place: 'room', celsius: 22 },
    ]);
    expect(of({ kind: 'milk' }, left, 5)).toEqual({ word: 'still warm', tone: 'danger' });
    // Warm milk poured onto cold begins the hours again.
    const topped = lot('milk', [
      poured(4, 1000),
      { kind: 'poured', id: 'b', atSeconds: start + 12 * hour, mass: 1500, fat: 0.04, celsius: 35 },
    ]);
    expect(of({ kind: 'milk' }, topped, 12.2)).toEqual({ word: 'cooling', tone: 'soon' });
  });

  it('a culture is used or renewed within two weeks, unless it is frozen', () => {
    const kept = lot('culture', [poured(4, 240, 0.01)], { ripened: true });
    expect(of({ kind: 'culture', ageHours: 5 * 24 }, kept)).toEqual({ word: 'culture', tone: 'calm' });
    expect(of({ kind: 'culture', ageHours: 12 * 24 }, kept)).toEqual({ word: 'use or renew', tone: 'soon' });
    expect(of({ kind: 'culture', ageHours: 15 * 24 }, kept)).toEqual({
      word: 'begin it anew',
      tone: 'danger',
    });
    const frozen = lot(
      'culture',
      [poured(4, 240, 0.01), { kind: 'placed', id: 'a', atSeconds: start, place: 'freezer', celsius: -18 }],
      { ripened: true },
    );
    expect(of({ kind: 'culture', ageHours: 15 * 24 }, frozen, 15 * 24).word).toBe('frozen');
  });

  it('the heavy top is kept to whip, ripe cream is churned', () => {
    expect(of({ cut: 'top' }, cold).word).toBe('to whip');
    const ripe = lot('cream', [poured(4, 500, 0.35)], { ripened: true });
    expect(of({}, ripe).word).toBe('ripe, to churn');
  });
});
