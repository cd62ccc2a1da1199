import { ripenPredict } from '../ripening/ripenPredict';
import { safetyHours } from '../ripening/safetyClock';
import type { LotEvent } from './lotEvents';
import type { LotStory, Souring, ToldLot } from './lotStory';
import { ripenedKind, ripePh, souringNow } from './souringNow';
import { souringIf } from './souringSaid';

const now = 1_760_000_000;
const begun = now - 10 * 3600;
const souring = (change: Partial<Souring> = {}): Souring => ({
  route: 'mesophilic',
  generation: 0,
  startedSeconds: begun,
  spells: [{ hours: 10, celsius: 21 }],
  elapsedHours: 10,
  readings: [],
  used: 0.4,
  limitSeconds: undefined,
  seenInTime: false,
  harmed: undefined,
  ...change,
});
const story = (change: Partial<Souring> = {}, more: Partial<LotStory> = {}) =>
  ({ celsius: 21, around: 19, soured: false, souring: souring(change), ...more }) as LotStory;
const cream = { kind: 'cream', treatment: 'pasteurised' } as const;
const state = (change: Partial<Souring> = {}, more: Partial<LotStory> = {}) =>
  souringNow(cream, story(change, more))!.state;

test('what stands and does not sour is not souring', () => {
  expect(souringNow(cream, undefined)).toBeUndefined();
  expect(souringNow(cream, { ...story(), souring: undefined })).toBeUndefined();
});

test('milk, skim and buttermilk sour as themselves, anything else as cream', () => {
  expect((['milk', 'skim', 'buttermilk', 'cream', 'butter', 'culture'] as const).map(ripenedKind)).toEqual([
    'milk', 'skim', 'buttermilk', 'cream', 'cream', 'cream',
  ]);
}); // prettier-ignore

test('it is the ripening model over what the lot had: its kind, dose, culture, warmth, what was read, and the place it stays in', () => {
  const readings = [{ kind: 'ph' as const, atHours: 9, ph: 5.6 }];
  const of = (change: Partial<Souring>, more: Partial<LotStory> = {}, kind: 'cream' | 'milk' = 'cream') =>
    souringNow({ kind, treatment: 'boiled' }, story(change, more))!.phNow.mid;
  const by = (change: object) =>
    ripenPredict({
      of: 'cream',
      route: 'mesophilic',
      treatment: 'boiled',
      generation: 0,
      temperatures: [
        { hours: 10, celsius: 21 },
        { hours: 400, celsius: 19 },
      ],
      elapsedHours: 10,
      readings: [],
      readyPh: ripePh,
      ...change,
    }).phNow.mid;
  expect(of({})).toBe(by({}));
  expect(of({ dose: 0.005 })).toBe(by({ dose: 0.005 }));
  expect(of({ dose: 0.005 })).not.toBeCloseTo(of({}), 2);
  expect(of({}, {}, 'milk')).toBe(by({ of: 'milk' }));
  expect(of({ route: 'yoghurt', dose: 0.03, spells: [{ hours: 10, celsius: 42 }] })).toBe(
    by({ route: 'yoghurt', dose: 0.03, temperatures: [{ hours: 10, celsius: 42 }, { hours: 400, celsius: 19 }] }),
  );
  expect(of({ readings })).toBe(by({ readings }));
  expect(of({ generation: 12 })).toBe(by({ generation: 12 }));
  // What has not passed yet is foreseen at the place it stands in.
  expect(of({ spells: [{ hours: 4, celsius: 21 }] }, { around: 8 })).toBe(
    by({ temperatures: [{ hours: 4, celsius: 21 }, { hours: 400, celsius: 8 }] }),
  );
  expect(of({ spells: [{ hours: 4, celsius: 21 }] }, { around: 8 })).toBeGreaterThan(of({}) + 0.1);
}); // prettier-ignore

test('a story of very many spells is still told', () => {
  const spells = Array.from({ length: 260 }, (_, i) => ({ hours: 0.05, celsius: 20 + (i % 2) }));
  const told = souringNow(cream, story({ spells, elapsedHours: 13 }))!;
  expect(told.phNow.mid).toBeGreaterThan(4);
  // Also what is still to come at the place it stands in.
  expect(told.readyHours!.mid).toBeGreaterThan(13);
});

test('past its limit and not seen thick in time it is thrown out, whatever the model hopes', () => {
  const limitSeconds = now - 60;
  expect(state({ limitSeconds })).toBe('discard');
  expect(state({ limitSeconds, seenInTime: true })).toBe('ready');
  // Seen in time it is ready, before the model says so; so is what came in sour.
  expect(state({ seenInTime: true, elapsedHours: 2 })).toBe('ready');
  expect(state({ elapsedHours: 2 }, { soured: true })).toBe('ready');
  expect(state({ elapsedHours: 2 })).toBe('souring');
  // The model’s own limit is not the lot’s: with hours left on its clock it sours on.
  expect(state({ elapsedHours: 300, spells: [{ hours: 300, celsius: 4 }], dose: 1e-4 }, { around: 4, celsius: 4 })).not.toBe('discard');
}); // prettier-ignore

test('when it is thrown out is the lot’s own clock: what is used up of it, and what is left at its warmth now', () => {
  const after = (change: Partial<Souring>) => souringNow(cream, story(change))!.discardAfterHours;
  expect(after({ used: 0.4 })).toBeCloseTo(10 + 0.6 * safetyHours('mesophilic', 21), 9);
  expect(after({ used: 1.7 })).toBe(10);
  expect(after({ limitSeconds: begun + 7 * 3600 })).toBe(7);
});

describe('what is to come', () => {
  const told = (kind: 'cream' | 'yoghurt', celsius: number): ToldLot => ({
    kind,
    treatment: 'boiled',
    ripened: false,
    vessel: { diameter: 140, height: 200 },
    vesselFactor: 1,
    events: [{ id: 'p', atSeconds: now, kind: 'poured', mass: 2000, fat: 0.1, celsius }],
  });
  const begun = (
    place: 'room' | 'warm' | 'wrapped',
    celsius: number,
    route: 'mesophilic' | 'yoghurt',
  ): LotEvent[] => [
    { id: 'a', atSeconds: now, kind: 'placed', place, celsius },
    {
      id: 's',
      atSeconds: now,
      kind: 'soured',
      route,
      dose: 0.03,
      culture: route === 'yoghurt' ? 'liveYoghurt' : 'bought',
      generation: 0,
    },
  ];
  const ready = (lot: ToldLot, events: LotEvent[], at = now + 1) =>
    souringIf(lot, events, at)!.readyHours?.mid;

  it('is foreseen as warm as it will be: cold cream waits until it has warmed', () => {
    const events = begun('room', 21, 'mesophilic');
    const [cold, warm] = [ready(told('cream', 4), events)!, ready(told('cream', 21), events)!];
    expect(cold - warm).toBeGreaterThan(1);
    expect(cold - warm).toBeLessThan(6);
  });

  it('cools where it is only wrapped up, slower than in the open, and holds where it is kept warm', () => {
    const lot = told('yoghurt', 42);
    const held = ready(lot, begun('warm', 42, 'yoghurt'))!;
    const wrapped = ready(lot, begun('wrapped', 19, 'yoghurt'))!;
    const open = ready(lot, begun('room', 19, 'yoghurt'));
    expect(wrapped).toBeGreaterThan(held);
    expect(open ?? Infinity).toBeGreaterThan(wrapped + 1);
  });

  it('an hour later it is foreseen for the same time, left where it was foreseen to be', () => {
    for (const [kind, events] of [
      ['cream', begun('room', 21, 'mesophilic')],
      ['yoghurt', begun('wrapped', 19, 'yoghurt')],
    ] as const) {
      const lot = told(kind, kind === 'cream' ? 4 : 42);
      const [first, later] = [ready(lot, events)!, ready(lot, events, now + 3600)!];
      expect(later).toBeCloseTo(first, 0);
    }
  });
});
