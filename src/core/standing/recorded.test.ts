import { judgeLot } from './judgeLot';
import type { LotEvent } from './lotEvents';
import type { ToldLot } from './lotStory';
import { secondsUntil, vesselFactor } from './lotHeat';
import { lotStory } from './lotStory';
import { vesselShape } from './places';
import { souringNow } from './souringNow';

/**
 * What is told of some dozen lots, hour by hour, as it was when somebody last looked at it: temperatures, the clocks of safety, souring
 * and the judgement on them. After a change that is meant: look at what moved, then `npx jest standing/recorded -u`.
 */
const start = 1_760_000_000;
let next = 0;
/** An event so many hours after the first drop. */
const at = (hours: number, event: object) =>
  ({ id: `event-${(next += 1)}`, atSeconds: start + hours * 3600, ...event }) as LotEvent;
const poured = (hours: number, mass: number, fat: number, celsius: number) =>
  at(hours, { kind: 'poured', mass, fat, celsius });
const placed = (hours: number, place: string, more: object = {}) =>
  at(hours, { kind: 'placed', place, ...more });
const read = (hours: number, celsius: number) => at(hours, { kind: 'reading', celsius });
const soured = (hours: number, route: string, more: object = {}) =>
  at(hours, { kind: 'soured', route, generation: 0, ...more });
const looked = (hours: number, seen: string, ph?: number) =>
  at(hours, { kind: 'looked', seen, ...(ph === undefined ? {} : { ph }) });
const heated = (hours: number, how: string, celsius: number, minutes: number) =>
  at(hours, { kind: 'heated', how, celsius, minutes });
const drawn = (hours: number, mass: number) => at(hours, { kind: 'drawn', mass });

type Kind = ToldLot['kind'];
const lots: Record<
  string,
  [kind: Kind, treatment: ToldLot['treatment'], events: LotEvent[], change?: Partial<ToldLot>]
> = {
  'milk in a jar, into the fridge': [
    'milk',
    'raw',
    [poured(0, 2400, 0.041, 34), placed(0.05, 'fridge', { celsius: 4 })],
  ],
  'milk left in the room': [
    'milk',
    'raw',
    [poured(0, 4000, 0.041, 34), placed(0.05, 'room', { celsius: 22 })],
  ],
  'milk topped up, drawn from and probed': [
    'milk',
    'raw',
    [
      poured(0, 2000, 0.04, 33),
      placed(0.1, 'iceWater'),
      read(0.5, 12),
      poured(12, 1500, 0.042, 35),
      placed(12.1, 'fanFridge'),
      drawn(14, 500),
      read(20, 5),
      drawn(30, 9000),
    ],
  ],
  'a big can in cold water': [
    'milk',
    'pasteurised',
    [poured(0, 11_000, 0.04, 36), placed(0.2, 'coldWater'), read(1, 20), read(3, 11)],
    { vessel: vesselShape('can', 14_000) },
  ],
  'milk poured cold, nobody said where it stands': ['milk', 'raw', [poured(0, 2000, 0.04, 15)]],
  'milk poured warm, nobody said where it stands': ['milk', 'raw', [poured(0, 2000, 0.04, 15.1)]],
  'raw cream out for the night, then chilled': [
    'cream',
    'raw',
    [
      poured(0, 1200, 0.3, 5),
      placed(1, 'room', { celsius: 21 }),
      placed(12, 'fridge'),
      placed(60, 'room', { celsius: 18 }),
    ],
  ],
  'raw cream out until it is past': [
    'cream',
    'raw',
    [poured(0, 1200, 0.3, 5), placed(0, 'room', { celsius: 24 })],
  ],
  'heated cream out twice, cold between': [
    'cream',
    'pasteurised',
    [
      poured(0, 900, 0.35, 4),
      placed(1, 'room', { celsius: 21 }),
      placed(4, 'iceWater'),
      placed(5, 'fridge'),
      placed(9, 'room', { celsius: 21 }),
      placed(12.5, 'fridge'),
      placed(30, 'room', { celsius: 21 }),
    ],
  ],
  'heated cream cooling the first time': [
    'cream',
    'boiled',
    [poured(0, 2500, 0.35, 60), placed(0.1, 'fridge')],
  ],
  'cream at the very edge of the cold': [
    'cream',
    'pasteurised',
    [poured(0, 900, 0.35, 7), placed(0, 'cool', { celsius: 7 })],
  ],
  'cream at 5.4 °C for a day': [
    'cream',
    'pasteurised',
    [poured(0, 900, 0.35, 5.4), placed(0, 'cool', { celsius: 5.4 })],
  ],
  'cream soured with a culture, looked at in time': [
    'cream',
    'pasteurised',
    [
      poured(0, 1500, 0.3, 6),
      placed(0.1, 'room', { celsius: 21 }),
      soured(0.2, 'mesophilic', { dose: 0.02, culture: 'culturedButtermilk', generation: 3 }),
      looked(9, 'notYet', 5.6),
      looked(17, 'thickAndTart', 4.8),
      placed(18, 'fridge'),
    ],
  ],
  'soured, read at pH 5 and never called thick': [
    'cream',
    'raw',
    [
      poured(0, 1500, 0.3, 20),
      placed(0, 'room', { celsius: 21 }),
      soured(0.1, 'mesophilic', { dose: 0.02 }),
      looked(15, 'notYet', 5),
    ],
  ],
  'soured, thick only past its limit': [
    'cream',
    'raw',
    [
      poured(0, 1500, 0.3, 20),
      placed(0, 'room', { celsius: 21 }),
      soured(0.1, 'mesophilic', { dose: 0.001 }),
      looked(45, 'thickAndTart'),
    ],
  ],
  'soured warm, its culture failing and then killed': [
    'milk',
    'boiled',
    [
      poured(0, 2000, 0.035, 45),
      placed(0, 'bath', { celsius: 50 }),
      soured(0.1, 'yoghurt', { dose: 0.03, culture: 'liveYoghurt' }),
      placed(3, 'stirredBath', { celsius: 60 }),
      placed(6, 'room'),
    ],
  ],
  'raw cream that sours by itself, seen in time': [
    'cream',
    'raw',
    [
      poured(0, 800, 0.25, 18),
      placed(0, 'room', { celsius: 19 }),
      looked(40, 'thickAndTart', 4.6),
      placed(44, 'cool'),
    ],
  ],
  'raw cream set to sour by itself': [
    'cream',
    'raw',
    [poured(0, 800, 0.25, 8), placed(0, 'room', { celsius: 26 }), soured(4, 'natural'), looked(50, 'gas')],
  ],
  'both cultures, cool then warm': [
    'skim',
    'pasteurised',
    [
      poured(0, 1800, 0.005, 10),
      placed(0, 'cool', { celsius: 16 }),
      soured(0.5, 'both', { dose: 0.03 }),
      placed(10, 'room', { celsius: 30 }),
    ],
  ],
  'cream frozen and thawed': [
    'cream',
    'pasteurised',
    [
      poured(0, 900, 0.35, 5),
      placed(0, 'freezer'),
      placed(48, 'fridge'),
      placed(80, 'room', { celsius: 20 }),
    ],
  ],
  'cream tempered to a time': [
    'cream',
    'pasteurised',
    [
      poured(0, 1000, 0.38, 4),
      placed(20, 'bath', { celsius: 20, to: 14, readyAtSeconds: start + 20.7 * 3600 }),
      read(20.3, 9),
      placed(21, 'iceWater', { to: 12 }),
    ],
  ],
  'raw cream pasteurised late': [
    'cream',
    'raw',
    [
      poured(0, 800, 0.3, 20),
      placed(0, 'room', { celsius: 21 }),
      heated(3, 'pasteurised', 75, 1),
      placed(3.5, 'fridge'),
    ],
  ],
  'mould, and an entry taken back': [
    'buttermilk',
    'raw',
    [poured(0, 700, 0.006, 13), placed(0.2, 'fridge'), looked(30, 'mould'), looked(31, 'pink')],
  ],
  'a culture in a jar': [
    'culture',
    'pasteurised',
    [poured(0, 240, 0.01, 4), placed(0, 'fridge')],
    { ripened: true },
  ],
  'a vessel that passes heat slowly, probed thrice': [
    'milk',
    'raw',
    [
      poured(0, 5000, 0.04, 35),
      placed(0, 'fridge', { celsius: 3 }),
      read(1, 31),
      read(3, 26),
      read(3.2, 4),
      read(8, 14),
    ],
    { vesselFactor: 0.8 },
  ],
};
const hours = [0.5, 2, 3.9, 5, 10, 16, 24, 40, 64, 90, 130, 220];

const near = (value: number | undefined, digits = 2) => value && Number(value.toFixed(digits));
const since = (seconds: number | undefined) =>
  seconds === undefined ? undefined : near((seconds - start) / 3600);

it.each(Object.entries(lots))('%s', (_, [kind, treatment, events, change]) => {
  const lot: ToldLot = { kind, treatment, ripened: false, vessel: vesselShape('jar', 3000), vesselFactor: 1, events, ...change };
  const lines = hours.map((hour) => {
    const now = start + hour * 3600;
    const story = lotStory(lot, now)!;
    const { souring: sours, curve, tempering } = story;
    const ripening = souringNow(lot, story);
    const judged = judgeLot(
      { kind, treatment, ripened: lot.ripened || story.soured, blockedReason: null, oldestSeconds: start, madeSeconds: start, souring: ripening?.state },
      story,
      now,
    );
    const told = {
      celsius: near(story.celsius),
      place: `${story.place} ${near(story.around)} since ${since(story.placedAtSeconds)}`,
      read: since(story.readAtSeconds),
      tempering: tempering && `${near(tempering.from)} to ${tempering.to} from ${since(tempering.sinceSeconds)} by ${since(tempering.readyAtSeconds)}`,
      frozen: story.frozen && `${story.frozen} ${near(story.frozenHours)}`,
      warm: `${near(story.warmHours)}${story.warmTooLong ? ` too long ${since(story.warmTooLongSeconds)}` : ''}`,
      raw: `${near(story.rawUsed, 3)} ${since(story.rawLimitSeconds) ?? ''}`,
      to10: near(story.hoursTo10),
      soured: story.soured || undefined,
      spoiled: story.spoiled,
      souring: sours && `${sours.route} ${sours.dose ?? ''} ${sours.culture ?? ''} g${sours.generation} from ${since(sours.startedSeconds)}: ${near(sours.elapsedHours)} h, used ${near(sours.used, 3)}, limit ${since(sours.limitSeconds) ?? ''}, ${sours.seenInTime ? 'in time' : ''} ${sours.harmed ?? ''}, ${sours.spells.map((spell) => `${near(spell.hours)}×${near(spell.celsius, 1)}`).join(' ')}, ${JSON.stringify(sours.readings)}`,
      ripening: ripening && `${ripening.state} until ${near(ripening.discardAfterHours)}`,
      curve: `${curve.length}: ${[0, 0.3, 0.7, 1].map((share) => curve[Math.round(share * (curve.length - 1))]!).map((point) => `${since(point.atSeconds)}=${near(point.celsius)}${point.read ? '!' : ''}`).join(' ')}`,
      shown: story.shown.length > 0 ? story.shown.map(({ factor }) => near(factor, 3)).join(' ') : undefined,
      happenings: story.happenings.length > 0 ? JSON.stringify(story.happenings) : undefined,
      waits: `${judged.waiting.word} ${judged.waiting.tone} until ${since(judged.untilSeconds) ?? ''} ${judged.discard ? `${judged.discard.why} ${since(judged.discard.sinceSeconds) ?? ''}` : ''}${judged.urgent ? ' urgent' : ''}; not ${Object.keys(judged.mayNot).join(' ')}`,
    };
    return `${hour} h: ${Object.entries(told).flatMap(([key, value]) => (value === undefined ? [] : [`${key} ${value}`])).join('; ')}`;
  });
  expect(lines).toMatchSnapshot();
}); // prettier-ignore

it('when a temperature will be reached', () => {
  const lot: ToldLot = { kind: 'cream', treatment: 'raw', ripened: false, vessel: vesselShape('jar', 2000), vesselFactor: 1, events: [] };
  const from = (celsius: number, place: 'fridge' | 'bath' | 'room' | 'freezer', around: number, soured = false) => ({ celsius, place, around, soured });
  expect(
    [
      secondsUntil(lot, from(20, 'fridge', 4), 800, 0.36, 10),
      secondsUntil(lot, from(20, 'fridge', 4), 800, 0.36, 4),
      secondsUntil(lot, from(20, 'fridge', 4), 800, 0.36, 3.6),
      secondsUntil(lot, from(20, 'fridge', 4, true), 800, 0.36, 10),
      secondsUntil(lot, from(4, 'bath', 25), 800, 0.36, 14),
      secondsUntil(lot, from(4, 'bath', 14), 800, 0.36, 14),
      secondsUntil(lot, from(4, 'bath', 14), 800, 0.36, 14.4),
      secondsUntil(lot, from(4, 'room', 19), 800, 0.36, 4),
      secondsUntil(lot, from(4, 'freezer', -18), 800, 0.36, -2),
      secondsUntil(lot, from(12, 'room', 19), 800, 0.36, 10),
    ].map((seconds) => near(seconds, 0)),
  ).toMatchSnapshot();
  expect([[], [1.3], [0.5, 0.6, 0.7], [2, 2, 2, 2, 2, 2], [50, 0.01]].map((one) => near(vesselFactor(one), 4))).toMatchSnapshot();
  expect(lotStory({ ...lot, events: [at(1, { kind: 'reading', celsius: 5 })] }, start)).toBeUndefined();
}); // prettier-ignore
