import type { Act } from './acts';
import { churningDayIn } from './churningDay';
import type { JudgedNow, RankedFarm, RankedLot } from './farmNow';
import type { Answered } from './habits';
import { habitHours, inOrder, mayWait, rounds } from './habits';
import { todayRank } from './todayRank';

const act = (one: Partial<Act> & Pick<Act, 'act'>): Act => ({
  lots: [],
  says: '',
  now: true,
  waiting: { kind: 'freshness', grams: 0 },
  ...one,
});
const putOff = (change: Partial<Answered> = {}): Answered => ({
  act: 'skim',
  answer: 'later',
  daysAgo: 0,
  hourApart: 0,
  ...change,
});

describe('the order of what waits', () => {
  const order = (acts: Act[], answered: Answered[] = []) =>
    inOrder(acts, { nextVisitHours: 12, answered }).map((one) => one.act);

  it('cools what can still be saved, then throws out, then safety, then the churn in hand, then dates, then what is to come', () => {
    expect(
      order([
        act({ act: 'skim', now: false, inHours: 2 }),
        act({ act: 'look', now: false, inHours: 1 }),
        act({ act: 'churn', untilHours: 10 }),
        act({ act: 'goOn' }),
        act({ act: 'cool', untilHours: -2, waiting: { kind: 'safety', grams: 0 } }),
        act({ act: 'discard', untilHours: -1, waiting: { kind: 'safety', grams: 0 } }),
        act({ act: 'cool', untilHours: 2, waiting: { kind: 'safety', grams: 0 } }),
      ]),
    ).toEqual(['cool', 'discard', 'cool', 'goOn', 'churn', 'look', 'skim']);
  });

  it('what is put off at this hour again and again comes behind what is not, and no other hour learns of it', () => {
    const acts = [act({ act: 'skim', untilHours: 20 }), act({ act: 'use', untilHours: 30 })];
    expect(order(acts)).toEqual(['skim', 'use']);
    expect(order(acts, [putOff()])).toEqual(['skim', 'use']);
    expect(order(acts, [putOff(), putOff({ daysAgo: 1 })])).toEqual(['use', 'skim']);
    expect(order(acts, [putOff({ hourApart: 9 }), putOff({ hourApart: 9, daysAgo: 1 })])).toEqual([
      'skim',
      'use',
    ]);
  });

  it('what was chosen instead comes before it next time; a habit is forgotten', () => {
    const acts = [act({ act: 'skim', untilHours: 20 }), act({ act: 'use', untilHours: 27 })];
    const instead = putOff({ answer: 'instead', instead: 'use' });
    expect(order(acts, [instead])).toEqual(['use', 'skim']);
    expect(order(acts, [{ ...instead, daysAgo: 60 }])).toEqual(['skim', 'use']);
    expect(habitHours('use', [instead])).toBeLessThan(0);
    expect(
      Math.abs(
        habitHours(
          'skim',
          Array.from({ length: 50 }, () => putOff()),
        ),
      ),
    ).toBe(24);
  });

  it('no habit moves what safety asks, nor what is too late by the next visit', () => {
    const often = Array.from({ length: 20 }, () => putOff());
    expect(order([act({ act: 'skim', untilHours: 11 }), act({ act: 'use', untilHours: 13 })], often)).toEqual(['skim', 'use']); // prettier-ignore
    const cooled = often.map((one) => ({ ...one, act: 'cool' as const }));
    const cool = act({ act: 'cool', untilHours: 40, waiting: { kind: 'safety', grams: 0 } });
    expect(order([act({ act: 'use', untilHours: 50 }), cool], cooled)).toEqual(['cool', 'use']);
  });

  it('may wait until the next visit, never past its date, and not where safety asks', () => {
    expect(mayWait(act({ act: 'skim', untilHours: 20 }), 9)).toBe(9);
    expect(mayWait(act({ act: 'skim', untilHours: 5 }), 9)).toBe(4);
    expect(mayWait(act({ act: 'use', untilHours: 1 }), 9)).toBeUndefined();
    expect(mayWait(act({ act: 'clean' }), 40)).toBe(12);
    expect(mayWait(act({ act: 'cool', waiting: { kind: 'safety', grams: 0 } }), 9)).toBeUndefined();
    expect(mayWait(act({ act: 'discard' }), 9)).toBeUndefined();
    expect(mayWait(act({ act: 'goOn' }), 9)).toBeUndefined();
  });
});

describe('one round of work', () => {
  it('is the jars of one milking together, with their soonest date and all they gain', () => {
    const jar = (id: string, change: Partial<Act>) =>
      act({ act: 'skim', lots: [id], untilHours: 20, waiting: { kind: 'fat', grams: 4 }, ...change });
    expect(
      rounds([
        jar('a', {}),
        jar('b', { untilHours: 18 }),
        jar('c', { now: false, inHours: 2 }),
        jar('d', { now: false, inHours: 2.5 }),
        jar('e', { now: false, inHours: 9 }),
      ]),
    ).toMatchObject([
      { lots: ['a', 'b'], untilHours: 18, waiting: { grams: 8 } },
      { lots: ['c', 'd'] },
      { lots: ['e'] },
    ]);
    expect(rounds([act({ act: 'look', lots: ['a'] }), act({ act: 'look', lots: ['b'] })])).toHaveLength(2);
  });
});

describe('the day of the week on which a house churns', () => {
  const tuesdays = ['2026-11-03', '2026-11-10', '2026-11-17', '2026-11-24'];
  it('is the one that holds most of its churnings', () => {
    expect(churningDayIn(tuesdays, '2026-11-29')).toBe(2);
    expect(churningDayIn(tuesdays, '2026-12-01')).toBe(0);
    expect(churningDayIn([...tuesdays, '2026-11-20'], '2026-11-25')).toBe(6);
  });
  it('is none with few churnings, old ones, or no day that stands out', () => {
    expect(churningDayIn(tuesdays.slice(1), '2026-11-29')).toBeUndefined();
    expect(churningDayIn(tuesdays, '2027-03-01')).toBeUndefined();
    expect(churningDayIn([...tuesdays, '2026-11-11', '2026-11-19', '2026-11-27'], '2026-11-29')).toBeUndefined(); // prettier-ignore
  });
});

describe('a farm whose lots were judged', () => {
  const lot = (judged: Partial<JudgedNow> & { word: string; tone?: 'calm' | 'soon' | 'now' | 'danger' }, change: Partial<RankedLot> = {}): RankedLot => ({
    id: 'L', kind: 'cream', mass: 900, fat: 0.3, ageHours: 30, celsius: 4, raw: true, frozen: false, species: 'cow', ...change,
    judged: { waiting: { word: judged.word, tone: judged.tone ?? 'now' }, urgent: false, discards: false, blocked: false, ...judged },
  }); // prettier-ignore
  const acts = (lots: RankedLot[], change: Partial<RankedFarm> = {}) =>
    todayRank({
      lots,
      demand: 0,
      bankWanted: 0,
      churnCapacity: 4000,
      nextVisitHours: 10,
      ...change,
    }).acts;
  const first = (...given: Parameters<typeof acts>) => acts(...given)[0];

  it('follows the judgement and not the plain figures', () => {
    // By its age and warmth alone it would go out; its story says it soured in time and waits for the churn.
    expect(first([lot({ word: 'ripe, to churn', tone: 'soon' }, { ageHours: 130, celsius: 20 })])).toMatchObject({ act: 'churn', now: true }); // prettier-ignore
    expect(first([lot({ word: 'warm too long', tone: 'danger', discards: true }, { ageHours: 3 })])).toMatchObject({ act: 'discard' }); // prettier-ignore
    expect(acts([lot({ word: 'not for people', tone: 'danger', blocked: true })])).toEqual([]);
    expect(acts([lot({ word: 'frozen', tone: 'calm' }, { ageHours: 900 })])).toEqual([]);
    expect(first([lot({ word: 'to churn', tone: 'calm', untilHours: 60 })])).toMatchObject({ act: 'churn', now: false, inHours: 36 }); // prettier-ignore
  });

  it.each([
    ['not cold in time', 'milk', 'danger', { act: 'cool', now: true, waiting: { kind: 'safety' } }],
    ['still warm', 'milk', 'danger', { act: 'cool', now: true }],
    ['cooling', 'milk', 'soon', { act: 'cool', now: false, inHours: 1.5 }],
    ['cream rising', 'milk', 'calm', { act: 'skim', now: false }],
    ['ready to skim', 'milk', 'now', { act: 'skim', now: true, waiting: { kind: 'fat' } }],
    ['chill or churn', 'cream', 'now', { act: 'cool', now: true }],
    ['chill it', 'cream', 'now', { act: 'chill', now: true }],
    ['ripe? look', 'cream', 'now', { act: 'look', now: true }],
    ['souring', 'cream', 'calm', { act: 'look', now: false, inHours: 1.5 }],
    ['warming', 'cream', 'soon', { act: 'ready', now: false, inHours: 1.5 }],
    ['use today', 'skim', 'now', { act: 'use', now: true }],
    ['to whip', 'cream', 'now', { act: 'use', now: true }],
  ] as const)('“%s” on %s', (word, kind, tone, expected) => {
    const age = word === 'not cold in time' || word === 'cooling' ? 1 : 30;
    expect(acts([lot({ word, tone, readyHours: 1.5, untilHours: 20 }, { kind, ageHours: age })])).toMatchObject([expected]); // prettier-ignore
  });

  it('milk is let stand while that pays, and skimmed whatever it gains once it is old', () => {
    const milk = (word: string, pays: boolean) => lot({ word, rises: { gains: 12, pays } }, { kind: 'milk' });
    expect(first([milk('ready to skim', true)])).toMatchObject({ act: 'skim', now: false, inHours: 0 });
    expect(first([milk('ready to skim', false)])).toMatchObject({ act: 'skim', now: true });
    expect(first([milk('skim at once', true)])).toMatchObject({ act: 'skim', now: true });
  });

  it('cream is for the house’s churning day when nothing is due before it, and enough of it is there', () => {
    const cream = lot({ word: 'to churn', tone: 'calm', untilHours: 90 });
    expect(first([cream], { churningDayIn: 2 })).toMatchObject({ act: 'churn', now: false, inHours: 48 });
    expect(first([cream], { churningDayIn: 0 })).toMatchObject({ act: 'churn', now: true, says: expect.stringMatching(/day for it/) }); // prettier-ignore
    expect(first([{ ...cream, mass: 300 }], { churningDayIn: 0 })).toMatchObject({ now: false });
    expect(first([cream], { churnCapacity: 1000 })).toMatchObject({ now: true });
  });

  it('the house asks too: crock water, culture, questions, washing up, and butter that runs out', () => {
    expect(acts([], { crockWaterDays: 1 })).toEqual([]);
    expect(first([], { crockWaterDays: 2 })).toMatchObject({ act: 'freshWater', now: false, inHours: 24 });
    expect(first([], { crockWaterDays: 6 })).toMatchObject({ act: 'freshWater', now: true, untilHours: -24 });
    expect(acts([], { cultures: [{ id: 'k', ageHours: 90 }] })).toEqual([]);
    expect(first([], { cultures: [{ id: 'k', ageHours: 400 }] })).toMatchObject({
      act: 'renew',
      lots: ['k'],
    });
    expect(acts([], { questions: 2, unclean: 1, inHand: ['b'] }).map((one) => one.act)).toEqual(['goOn', 'answer', 'clean']); // prettier-ignore
    const butter = (mass: number): RankedLot => ({ id: 'B', kind: 'butter', mass, fat: 0.82, ageHours: 20, celsius: 4, raw: true, frozen: false, species: 'cow', keepsHours: 300 }); // prettier-ignore
    expect(first([butter(400)], { demand: 700 })).toMatchObject({ act: 'runOut', now: true });
    expect(first([butter(600)], { demand: 700 })).toMatchObject({ act: 'runOut', now: false, inHours: 48 });
    expect(acts([butter(900)], { demand: 700 })).toEqual([]);
  });
});
