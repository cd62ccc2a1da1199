import type { BatchEvent } from '../churning/batchEvents';
import { usualButterFat } from '../churning/expectedButter';
import { tellBatch } from '../churning/tellBatch';
import { enthalpy, waterHeat } from '../tempering/enthalpy';
import { someFacts } from '../testing/someFacts';
import { afterWash, butterFrom, butterNow, butterRemedy, butterStands, feelOf } from './butterNow';

const start = 1_760_000_000;
const facts = { temperature: 13, hardness: 0, tool: 'paddleHand' } as const;
type Body = BatchEvent extends infer E ? (E extends BatchEvent ? Omit<E, 'id' | 'atSeconds'> : never) : never;
const now = (
  bodies: [minute: number, body: Body][],
  minute: number,
  change: { temperature?: number; hardness?: number } = {},
) =>
  butterFrom(
    { ...facts, ...change },
    {
      tool: 'paddleHand',
      events: bodies.map(
        ([at, body], i) => ({ id: `event-${i}-xx`, atSeconds: start + at * 60, ...body }) as BatchEvent,
      ),
    },
    600,
    start + minute * 60,
  );

describe('the butter in hand', () => {
  it('is a little warmer than the cream went in, until a probe or a hand says better', () => {
    expect(now([], 20)).toMatchObject({ celsius: 15.5, from: 'churn', feels: 'waxy' });
    const broke: [number, Body] = [15, { kind: 'mark', stage: 'break' }];
    expect(now([broke, [16, { kind: 'reading', temperature: 19 }]], 20)).toMatchObject({
      celsius: 19,
      feels: 'greasy',
      from: 'probe',
    });
    // By the churn alone it has to be plainly off before anything is said.
    expect(now([], 20, { temperature: 15 }).feels).toBe('waxy');
    expect(now([], 20, { temperature: 18 }).feels).toBe('greasy');
    expect(now([], 20, { temperature: 13, hardness: 8 }).feels).toBe('hard');
    expect(now([[15, { kind: 'felt', feel: 'hard' }]], 20)).toMatchObject({ feels: 'hard', from: 'feel' });
  });

  it('is hard after a night in the fridge in its buttermilk, and hardly colder after a minute there', () => {
    const night = now(
      [
        [15, { kind: 'mark', stage: 'break' }],
        [20, { kind: 'paused', place: 'fridge' }],
        [20 + 720, { kind: 'resumed' }],
      ],
      745,
    );
    expect(night.feels).toBe('hard');
    expect(night.celsius).toBeLessThan(7);
    const minute = now(
      [
        [15, { kind: 'mark', stage: 'break' }],
        [20, { kind: 'paused', place: 'fridge' }],
      ],
      21,
    );
    expect(minute.celsius).toBeGreaterThan(14.5);
  });

  it('is waxy once it was chilled for as long as it was told to be', () => {
    const greasy = now([[14, { kind: 'reading', temperature: 18.5 }]], 15);
    const chill = butterRemedy(greasy, 600, 0);
    if (chill?.kind !== 'chill') throw new Error('no chill');
    const minutes = Math.round(chill.fridgeMinutes);
    const chilled = now(
      [
        [14, { kind: 'reading', temperature: 18.5 }],
        [15, { kind: 'drained', measured: 'skipped' }],
        [16, { kind: 'paused', place: 'fridge', celsius: 4, minutes }],
        [16 + minutes, { kind: 'resumed' }],
      ],
      17 + minutes,
    );
    expect(chilled.feels).toBe('waxy');
    expect(chilled.celsius).toBeGreaterThan(12);
  });

  it('knows nothing of how the cream stood before it broke', () => {
    const cream: [number, Body][] = [
      [5, { kind: 'paused', place: 'fridge' }],
      [485, { kind: 'resumed' }],
      [490, { kind: 'mark', stage: 'break' }],
    ];
    expect(now(cream, 492)).toMatchObject({ celsius: 15.5, from: 'churn' });
  });

  it('is told by a probe in the cream only where it broke shortly after; before that churning still warms it', () => {
    const churned = (readAt: number) =>
      now(
        [
          [0, { kind: 'mark', stage: 'thickening' }],
          [readAt, { kind: 'reading', temperature: 14 }],
          [20, { kind: 'mark', stage: 'break' }],
        ],
        21,
      );
    expect(churned(2)).toMatchObject({ celsius: expect.closeTo(14 + 2.5 * 0.9, 6), from: 'churn' });
    expect(churned(17)).toMatchObject({ celsius: 14, from: 'probe' });
  });

  it('is not called hard for washes that nobody said were cold', () => {
    const washes: [number, Body][] = [22, 25, 28].map((minute) => [
      minute,
      { kind: 'washed', clarity: 'hazy' },
    ]);
    const probed: [number, Body][] = [
      [20, { kind: 'mark', stage: 'break' }],
      [21, { kind: 'reading', temperature: 13 }],
    ];
    expect(now([...probed, ...washes], 30)).toMatchObject({ feels: 'waxy', from: 'wash' });
    const said = washes.map(([minute, body]): [number, Body] => [minute, { ...body, celsius: 8 } as Body]);
    expect(now([...probed, ...said], 30)).toMatchObject({ feels: 'hard', from: 'probe' });
  });

  it('is cooled by a wash nobody said the cold of, and not warmed by one when it is colder', () => {
    const wash: [number, Body] = [20, { kind: 'washed', clarity: 'milky' }];
    const broke: [number, Body] = [14, { kind: 'mark', stage: 'break' }];
    const warm = now([broke, [15, { kind: 'reading', temperature: 17 }], wash], 22).celsius;
    expect(warm).toBeLessThan(15.5);
    expect(warm).toBeGreaterThan(10);
    expect(now([broke, [15, { kind: 'reading', temperature: 6 }], wash], 22).celsius).toBeCloseTo(6, 6);
  });

  it('moves towards its wash water and never past it', () => {
    expect(afterWash(18, 4, 600, 1200, 0)).toBeLessThan(13);
    expect(afterWash(18, 4, 600, 1200, 0)).toBeGreaterThan(4);
    expect(afterWash(14, 14, 600, 1200, 0)).toBeCloseTo(14, 6);
    expect(
      now([[20, { kind: 'washed', clarity: 'milky', waterMass: 1200, celsius: 5 }]], 25).celsius,
    ).toBeLessThan(12);
  });

  it('is chilled in minutes when greasy, warmed in degrees when hard, and left alone when waxy', () => {
    expect(butterRemedy({ celsius: 14, feels: 'waxy' }, 600, 0)).toBeUndefined();
    const chill = butterRemedy({ celsius: 20, feels: 'greasy' }, 600, 0);
    expect(chill).toMatchObject({ kind: 'chill' });
    if (chill?.kind !== 'chill') throw new Error('no chill');
    expect(chill.fridgeMinutes).toBeGreaterThan(chill.iceWaterMinutes);
    expect(chill.iceWaterMinutes).toBeGreaterThan(3);
    const warm = butterRemedy({ celsius: 5, feels: 'hard' }, 500, 0);
    if (warm?.kind !== 'warm') throw new Error('no warming');
    // The handbook’s own example: 500 g at 5 to 14 °C takes a kilogram of water at 18 °C.
    expect(warm.waterCelsius).toBeGreaterThan(16);
    expect(warm.waterCelsius).toBeLessThanOrEqual(20);
  });

  it('takes four fifths of the way to where its heat and the water’s meet, none of it lost', () => {
    for (const [celsius, water, waterMass, hardness] of [
      [18, 4, 1200, 0],
      [6, 20, 1200, 0],
      [6, 20, 300, 3],
      [15, 8, 600, -4],
    ] as const) {
      const met = celsius + (afterWash(celsius, water, 600, waterMass, hardness) - celsius) / 0.8;
      const butterHeat = (t: number) => 600 * enthalpy(usualButterFat, t, hardness);
      expect(butterHeat(met) - butterHeat(celsius)).toBeCloseTo(waterMass * waterHeat * (water - met), 0);
    }
    // As much water as there is butter, when nobody said how much.
    const broke: [number, Body][] = [
      [14, { kind: 'mark', stage: 'break' }],
      [15, { kind: 'reading', temperature: 17 }],
    ];
    const washed = (more: object) =>
      now([...broke, [20, { kind: 'washed', clarity: 'hazy', celsius: 6, ...more } as Body]], 22).celsius;
    expect(washed({})).toBeCloseTo(washed({ waterMass: 600 }), 9);
    expect(washed({ waterMass: 1800 })).toBeLessThan(washed({}) - 1);
  });

  it('takes the place it stood in: a bath warms it, ice water chills it, a fridge more slowly, a room is a room', () => {
    const stood = (pause: object, minutes = 40) =>
      now(
        [
          [14, { kind: 'mark', stage: 'break' }],
          [15, { kind: 'reading', temperature: 14 }],
          [16, { kind: 'paused', ...pause } as Body],
          [16 + minutes, { kind: 'resumed' }],
          [17 + minutes, { kind: 'mark', stage: 'grainy' }],
        ],
        20 + minutes,
      );
    const [bath, ice, fridge, room] = ['bath', 'iceWater', 'fridge', 'room'].map(
      (place) => stood({ place, minutes: 40 }).celsius,
    ) as [number, number, number, number];
    expect(bath).toBeGreaterThan(room);
    expect(room).toBeGreaterThan(14);
    expect(fridge).toBeLessThan(14);
    expect(ice).toBeLessThan(fridge - 1);
    // Where nobody said, it stood in the room; what a probe read there outdoes what such a place usually has.
    expect(stood({ minutes: 40 }).celsius).toBeCloseTo(room, 9);
    expect(stood({ place: 'room', celsius: 10, minutes: 40 }).celsius).toBeLessThan(14);
    // Pressed out to chill through it takes on the cold sooner than as a slab.
    expect(stood({ place: 'fridge' }).celsius).toBeGreaterThan(fridge);
    // It counts once, and ends with the resuming.
    expect(stood({ place: 'fridge' }, 5)).toMatchObject({ from: 'probe' });
    expect(stood({ place: 'fridge' }, 10)).toMatchObject({ from: 'probe' });
    expect(stood({ place: 'fridge' }, 11)).toMatchObject({ from: 'stood' });
  });

  it('knows where it knows it from, and doubts what it guessed by two degrees', () => {
    const broke: [number, Body] = [15, { kind: 'mark', stage: 'break' }];
    expect(now([broke, [16, { kind: 'felt', celsius: 12 }]], 20)).toMatchObject({
      celsius: 12,
      from: 'probe',
      sd: 0.5,
    });
    expect(now([broke, [16, { kind: 'felt', feel: 'greasy' }]], 20, { hardness: 2 })).toMatchObject({
      celsius: 20.5,
      from: 'feel',
      sd: 2,
    });
    expect(now([broke, [16, { kind: 'felt' } as Body]], 20)).toMatchObject({ celsius: 15.5, from: 'churn' });
    // Stopped at the churn is broken too, for all that is known of the butter.
    expect(
      now(
        [
          [15, { kind: 'mark', stage: 'stopped' }],
          [16, { kind: 'reading', temperature: 9 }],
        ],
        20,
      ),
    ).toMatchObject({ celsius: 9, from: 'probe' });
    // A probe a minute before the break is the butter's, however short the churning was; at a fifth of it still.
    const read = (readAt: number, breakAt: number) =>
      now(
        [
          [0, { kind: 'mark', stage: 'thickening' }],
          [readAt, { kind: 'reading', temperature: 14 }],
          [breakAt, { kind: 'mark', stage: 'break' }],
        ],
        breakAt,
      ).from;
    expect([read(1, 2), read(0.9, 2), read(16, 20), read(15.9, 20)]).toEqual([
      'probe',
      'churn',
      'probe',
      'churn',
    ]);
    // Guessed: hard or greasy only beyond the doubt.
    expect(feelOf(11, 0)).toBe('waxy');
    expect(feelOf(16, 0)).toBe('waxy');
    expect(feelOf(10.99, 0)).toBe('hard');
    expect(feelOf(16.01, 0)).toBe('greasy');
    expect(feelOf(17, 2)).toBe('waxy');
  });

  it('has the warmth of the break where the churn has shown it', () => {
    const story = tellBatch({ ...someFacts, tool: 'paddleHand' }, [
      { id: 'begin-0001', kind: 'resumed', atSeconds: start } as BatchEvent,
      { id: 'break-0001', kind: 'mark', stage: 'break', atSeconds: start + 900 } as BatchEvent,
    ]);
    const told = butterNow(someFacts, story, 600, start + 960);
    expect(told.from).toBe('churn');
    expect(told.celsius).not.toBeCloseTo(16.5, 3);
    const unbroken = butterNow(someFacts, { ...story, loads: [] }, 600, start + 960);
    expect(unbroken.celsius).toBeCloseTo(16.5, 9);
  });
});

describe('butter that was put by', () => {
  const story = (place: string, celsius?: number, minutes = 30) => {
    const facts = { ...someFacts, temperature: 17, tool: 'paddleHand' as const };
    const events = (
      [
        [0, { kind: 'started' }],
        [20, { kind: 'mark', stage: 'break' }],
        [25, { kind: 'drained', measured: 'skipped' }],
        [30, { kind: 'felt', celsius: 19 }],
        [31, { kind: 'paused', place, minutes, ...(celsius === undefined ? {} : { celsius }) }],
      ] as [number, Body][]
    ).map(([at, body], i) => ({ id: `event-${i}-xx`, atSeconds: start + at * 60, ...body }) as BatchEvent);
    const told = tellBatch(facts, events);
    return butterStands(facts, told, 600, told.pause!);
  };

  it('is waxy first and too hard later, sooner the colder it is there', () => {
    const [room, cold, fridge, freezer, iceWater] = ['room', 'cold', 'fridge', 'freezer', 'iceWater'].map(
      (place) => story(place),
    );
    for (const one of [cold, fridge, freezer, iceWater]) {
      expect(one!.waxy!).toBeGreaterThan(0);
      expect(one!.hard!).toBeGreaterThan(one!.waxy!);
    }
    expect(freezer!.waxy!).toBeLessThan(fridge!.waxy!);
    expect(fridge!.waxy!).toBeLessThan(cold!.waxy!);
    expect(iceWater!.waxy!).toBeLessThan(fridge!.waxy!);
    // In a room of 18 °C it gets neither.
    expect(room).toEqual({ waxy: undefined, hard: undefined });
    // A cellar at 12 °C makes it waxy and never too hard.
    expect(story('cold', 12)).toMatchObject({ waxy: expect.any(Number) as number, hard: undefined });
  });
});
