import type { LotEvent } from './lotEvents';
import type { ToldLot } from './lotStory';
import { secondsUntil, vesselFactor } from './lotHeat';
import type { lotStory } from './lotStory';
import { vesselShape } from './places';
import { after, hour, lot, poured, start } from '../testing/someLot';
import type { JudgedLot } from './judgeLot';
import { judgeLot } from './judgeLot';

/** The judgement of a lot whose oldest part is so old, at the moment its story is told for. */
const judged = (
  {
    blocked = false,
    ageHours,
    ...of
  }: Pick<JudgedLot, 'kind' | 'treatment'> & Partial<JudgedLot> & { blocked?: boolean; ageHours: number },
  story: ReturnType<typeof lotStory>,
) => {
  const now = story?.curve.at(-1)!.atSeconds ?? start + ageHours * hour;
  return judgeLot(
    {
      ripened: story?.soured ?? false,
      blockedReason: blocked ? 'medicine' : null,
      ...of,
      oldestSeconds: now - ageHours * hour,
      madeSeconds: now - ageHours * hour,
    },
    story,
    now,
  );
};
const waitsFor = (...given: Parameters<typeof judged>) => judged(...given).waiting;

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

  it('raw milk and cream that stood out for over four hours are not to drink any more, however cold they are since', () => {
    const out = (kind: 'milk' | 'cream', hours: number, more: LotEvent[] = []) =>
      lot(kind, [
        poured(6, 1000, 0.2),
        { kind: 'placed', id: 'a', atSeconds: start, place: 'room', celsius: 21 },
        { kind: 'placed', id: 'b', atSeconds: start + hours * hour, place: 'iceWater' },
        ...more,
      ]);
    const not = (kind: 'milk' | 'cream', told: ToldLot) =>
      Object.keys(judged({ kind, treatment: 'raw', ageHours: 20 }, after(20, told)).mayNot);
    for (const kind of ['milk', 'cream'] as const) {
      expect(after(20, out(kind, 6))).toMatchObject({ stoodOut: true, warmHours: 0 });
      expect(not(kind, out(kind, 6))).toEqual(['drink', 'sell', 'culture']);
      expect(not(kind, out(kind, 3))).toEqual(['culture']);
    }
    // Two short times out with a night of cold between are none.
    const twice = out('cream', 3, [
      { kind: 'placed', id: 'c', atSeconds: start + 10 * hour, place: 'room', celsius: 21 },
      { kind: 'placed', id: 'd', atSeconds: start + 13 * hour, place: 'fridge' },
    ]);
    expect(after(20, twice).stoodOut).toBe(false);
    // Where nobody said that it stood out, it is not held against it; nor is what sours.
    expect(after(20, lot('milk', [poured(25)])).stoodOut).toBe(false);
    const set: LotEvent = { kind: 'soured', id: 's', atSeconds: start + 60, route: 'natural', generation: 0 };
    expect(after(20, out('cream', 18, [set])).stoodOut).toBe(false);
    // Heating begins its hours anew, those of standing out in the cold’s stead among them.
    const heated: LotEvent = {
      kind: 'heated',
      id: 'h',
      atSeconds: start + 7 * hour,
      how: 'pasteurised',
      celsius: 75,
      minutes: 1,
    };
    expect(
      after(
        20,
        out('cream', 6, [
          heated,
          { kind: 'placed', id: 'e', atSeconds: start + 7.1 * hour, place: 'fridge' },
        ]),
      ),
    ).toMatchObject({
      stoodOut: false,
      warmTooLong: false,
    });
  });

  it('freezes and thaws through the heat of its ice: one word, while there is ice and no longer', () => {
    const tub: LotEvent[] = [
      poured(5, 900, 0.35),
      { kind: 'placed', id: 'a', atSeconds: start, place: 'freezer' },
    ];
    expect(after(1, lot('cream', tub)).frozen).toBeUndefined();
    expect(after(16, lot('cream', tub))).toMatchObject({ frozen: 'frozen' });
    const out: LotEvent[] = [
      ...tub,
      { kind: 'placed', id: 'b', atSeconds: start + 48 * hour, place: 'room', celsius: 20 },
    ];
    const thaw = (hours: number) => after(48 + hours, lot('cream', out));
    expect(thaw(2).frozen).toBe('thawing');
    // Not two hours: the ice takes most of a working day.
    expect(thaw(4).celsius).toBeLessThan(0);
    expect(thaw(5).frozen).toBe('thawing');
    expect(thaw(14)).toMatchObject({ frozen: undefined });
    expect(thaw(14).celsius).toBeGreaterThan(4);
    // The freezer stopped its clock of keeping cold, and it was never warm.
    expect(thaw(6).frozenHours).toBeGreaterThan(30);
  });

  it('costs no more after half a year than after a day', () => {
    const jar = lot('buttermilk', [
      poured(12, 900, 0.005),
      { kind: 'placed', id: 'a', atSeconds: start, place: 'fridge' },
    ]);
    expect(after(24 * 183, jar).curve.length).toBeLessThan(after(48, jar).curve.length + 12);
    expect(after(24 * 183, jar).celsius).toBeCloseTo(4, 0);
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
    // A week of cream pooled is a way people work: past its best it is churned at once, a good week is the end.
    expect(of({ ageHours: 24 * 6 }, cold)).toEqual({ word: 'churn at once', tone: 'now' });
    expect(of({ ageHours: 24 * 9 }, cold)).toEqual({ word: 'too old', tone: 'danger' });
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
    expect(of({ treatment: 'pasteurised' }, { ...warm, treatment: 'pasteurised' }, 5)).toEqual({
      word: 'warm too long',
      tone: 'danger',
    });
    // Raw cream left out sours by itself: on that clock, and no longer than that.
    expect(of({}, warm, 5).word).toBe('chill or churn');
    expect(of({}, warm, 80)).toEqual({ word: 'warm too long', tone: 'danger' });
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

  it('what must be thrown out is churned, drunk, sold and kept as a culture by nobody', () => {
    const mouldy = lot('cream', [
      poured(6, 500, 0.35),
      { kind: 'looked', id: 'x', atSeconds: start + 60, seen: 'mould' },
    ]);
    const found = judged({ kind: 'cream', treatment: 'raw', ageHours: 2 }, after(2, mouldy));
    expect(found.discard!.why).toMatch(/mould/);
    for (const purpose of ['churn', 'drink', 'heat', 'sell', 'culture', 'pour'] as const)
      expect(found.mayNot[purpose]).toMatch(/mould/);
    expect(found.urgent).toBe(true);
  });

  it('milk that cannot be cold in time where it stands outranks everything', () => {
    const can = lot('milk', [poured(35, 11000)], { vessel: vesselShape('can', 14000) });
    const story = after(0.2, can);
    const found = (seconds: number | undefined) =>
      judged({ kind: 'milk', treatment: 'raw', ageHours: 0.2, coolIn: { seconds } }, story);
    expect(found(undefined)).toMatchObject({
      urgent: true,
      waiting: { word: 'not cold in time', tone: 'danger' },
    });
    expect(found(7 * hour).urgent).toBe(true);
    expect(found(1 * hour)).toMatchObject({ urgent: false, waiting: { word: 'cooling' } });
  });

  it('milk that stood warm is not drunk or sold, and after the souring limit not used at all', () => {
    const warm = lot('milk', [
      poured(25, 4000),
      { kind: 'placed', id: 'a', atSeconds: start, place: 'room', celsius: 25 },
    ]);
    const at = (hours: number) =>
      judged({ kind: 'milk', treatment: 'raw', ageHours: hours }, after(hours, warm));
    expect(at(6).mayNot).toMatchObject({ drink: expect.any(String), sell: expect.any(String) });
    expect(at(6).mayNot.heat).toBeUndefined();
    expect(at(80).discard!.why).toMatch(/warm/);
    expect(at(80).discard!.sinceSeconds).toBeLessThan(start + 73 * hour);
  });

  it('what was used knowingly stays with what became of it', () => {
    const found = judged(
      { kind: 'buttermilk', treatment: 'raw', ageHours: 2, despite: 'it stood warm' },
      after(2, lot('buttermilk', [poured(6, 500, 0.005)])),
    );
    expect(found.mayNot).toMatchObject({ drink: 'it stood warm', sell: 'it stood warm' });
  });

  it('a souring past its limit is past, whatever is foreseen; seen in time it is kept', () => {
    const cream = (looks: LotEvent[]) =>
      lot('cream', [
        poured(20, 1500, 0.3),
        { kind: 'placed', id: 'out', atSeconds: start, place: 'room', celsius: 21 },
        { kind: 'soured', id: 'set', atSeconds: start + 60, route: 'mesophilic', dose: 0.02, generation: 0 },
        ...looks,
      ]);
    const at = (hours: number, looks: LotEvent[] = []) => {
      const told = after(hours, cream(looks));
      return judged({ kind: 'cream', treatment: 'raw', ageHours: hours, souring: 'ready' }, told);
    };
    const tart = (hours: number): LotEvent => ({
      kind: 'looked',
      id: 'tart',
      atSeconds: start + hours * hour,
      seen: 'thickAndTart',
    });
    expect(at(20)).toMatchObject({ discard: undefined, waiting: { word: 'ripe? look' } });
    expect(at(40)).toMatchObject({ waiting: { word: 'not sour in time', tone: 'danger' } });
    expect(at(40).discard!.sinceSeconds).toBeLessThan(start + 34 * hour);
    expect(at(40, [tart(18)]).discard).toBeUndefined();
    expect(at(50, [tart(45)]).waiting.word).toBe('not sour in time');
  });
});
