import type { BatchEvent } from '../churning/batchEvents';
import { afterWash, butterFrom, butterRemedy } from './butterNow';

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
});
