import { keepsFor } from '../keeping/keepsUntil';
import { safetyHours } from '../ripening/safetyClock';
import type { JudgedLot } from './judgeLot';
import { coolsFirst, judgeLot, purposes } from './judgeLot';
import type { LotStory, Souring } from './lotStory';

const hour = 3600;
const now = 1_760_000_000;
/** Cold and still, nothing known against it. */
const calm: LotStory = {
  celsius: 4,
  readAtSeconds: undefined,
  place: 'fridge',
  around: 4,
  placedAtSeconds: now,
  tempering: undefined,
  frozen: undefined,
  frozenHours: 0,
  warmHours: 0,
  rawUsed: 0,
  rawLimitSeconds: undefined,
  warmTooLongSeconds: undefined,
  warmTooLong: false,
  stoodOut: false,
  hoursTo10: 1,
  over10Since: undefined,
  souring: undefined,
  soured: false,
  spoiled: undefined,
  curve: [],
  shown: [],
  happenings: [],
  firstSeconds: now,
  firstMass: 1000,
  firstFat: 0.04,
};
const souring = (change: Partial<Souring>): Souring => ({
  route: 'mesophilic',
  generation: 0,
  startedSeconds: now,
  spells: [],
  elapsedHours: 0,
  readings: [],
  used: 0,
  limitSeconds: undefined,
  seenInTime: false,
  harmed: undefined,
  ...change,
});
type Told = Partial<Omit<JudgedLot, 'oldestSeconds' | 'madeSeconds'>> & {
  ageHours?: number;
  story?: Partial<LotStory> | null;
};
const judged = ({ ageHours = 1, story = {}, ...of }: Told) =>
  judgeLot(
    {
      kind: 'cream',
      treatment: 'raw',
      ripened: false,
      blockedReason: null,
      oldestSeconds: now - ageHours * hour,
      madeSeconds: now - ageHours * hour,
      ...of,
    },
    story === null
      ? undefined
      : {
          ...calm,
          firstSeconds: now - ageHours * hour,
          ...story,
          soured: of.ripened ?? story.soured ?? false,
        },
    now,
  );
const word = (told: Told) => {
  const { waiting } = judged(told);
  return `${waiting.word}: ${waiting.tone}`;
};
/** What it may not be put to, in the order of the purposes. */
const not = (told: Told) => {
  const { mayNot } = judged(told);
  return purposes.filter((one) => mayNot[one] !== undefined).join(' ');
};
const heated = { treatment: 'pasteurised' } as const;

describe('by its age in the cold', () => {
  it.each([
    ['cream', 'raw', 108, 192],
    ['cream', 'pasteurised', 156, 240],
    ['milk', 'raw', 96, 144],
    ['milk', 'pasteurised', 132, 192],
    ['skim', 'raw', 96, 144],
    ['buttermilk', 'raw', 84, 144],
  ] as const)('%s, %s, is drunk until %d h and thrown out after %d', (kind, treatment, keeps, out) => {
    const at = (ageHours: number) => ({ kind, treatment, ageHours });
    expect(not(at(keeps))).toBe('culture');
    expect(not(at(keeps + 0.1))).toBe('drink sell culture');
    expect(judged(at(keeps + 0.1)).mayNot.drink).toBe('it is past the days that it keeps');
    expect(judged(at(out)).discard).toBeUndefined();
    expect(judged(at(out + 2)).discard).toEqual({
      why: 'it is older than is safe',
      sinceSeconds: now - 2 * hour,
    });
    expect(word(at(out + 1))).toBe('too old: danger');
    expect(judged(at(keeps - 10)).untilSeconds).toBe(now + 10 * hour);
    expect(judged(at(out + 1)).untilSeconds).toBe(now - hour);
    // The freezer stops the clock.
    expect(judged({ ...at(out + 1), story: { frozenHours: 2 } }).discard).toBeUndefined();
    expect(judged({ ...at(out + 1), story: { frozen: 'frozen' } })).toMatchObject({
      discard: undefined,
      untilSeconds: undefined,
      waiting: { word: 'frozen', tone: 'calm' },
    });
    expect(judged({ ...at(out + 1), story: { frozen: 'thawing' } }).discard).toBeDefined();
    expect(word({ kind, treatment, story: { frozen: 'thawing' } })).toBe('thawing: soon');
    // A lot from before its birth, by two clocks that differ, is not younger than nothing.
    expect(judged(at(-5)).untilSeconds).toBe(now + keeps * hour);
  });

  it('a cream’s tag presses in its last day, skim’s and buttermilk’s too', () => {
    const { rawCream, skim } = keepsFor;
    expect(word({ ageHours: rawCream - 24 })).toBe('to churn: calm');
    expect(word({ ageHours: rawCream - 23.9 })).toBe('churn today: now');
    expect(word({ ageHours: rawCream })).toBe('churn today: now');
    expect(word({ ageHours: rawCream + 0.1 })).toBe('churn at once: now');
    expect(word({ cut: 'top', ageHours: rawCream - 24 })).toBe('to whip: calm');
    expect(word({ cut: 'top', ageHours: rawCream - 23.9 })).toBe('to whip: now');
    expect(word({ kind: 'skim', ageHours: skim - 24 })).toBe('to use: calm');
    expect(word({ kind: 'skim', ageHours: skim - 23.9 })).toBe('use today: now');
    expect(word({ kind: 'skim', ageHours: skim })).toBe('use today: now');
    expect(word({ kind: 'skim', ageHours: skim + 0.1 })).toBe('not to drink: now');
    expect(word({ kind: 'buttermilk', ripened: true, ageHours: 100 })).toBe('to use: calm');
    expect(word({ ripened: true, ageHours: 300 })).toBe('ripe, to churn: soon');
    expect(judged({ ripened: true, ageHours: 300 })).toMatchObject({
      discard: undefined,
      mayNot: {},
      untilSeconds: undefined,
    });
  });

  it('milk creams from twelve hours to forty-four', () => {
    const at = (ageHours: number) => word({ kind: 'milk', ageHours });
    expect([at(11.9), at(12), at(43.9), at(44)]).toEqual([
      'cream rising: calm',
      'ready to skim: now',
      'ready to skim: now',
      'skim at once: now',
    ]);
  });

  it('butter, ghee and a culture have clocks of their own', () => {
    for (const kind of ['butter', 'ghee'] as const)
      for (const treatment of ['raw', 'pasteurised'] as const)
        expect(
          judged({
            kind,
            treatment,
            ageHours: 5000,
            story: { celsius: 20, warmHours: 3, rawLimitSeconds: now - 1, warmTooLong: true },
          }),
        ).toMatchObject({ discard: undefined, untilSeconds: undefined });
    const culture = (days: number) => ({ kind: 'culture', ripened: true, ageHours: 24 * days }) as const;
    expect([10, 10.1, 14, 14.1].map((days) => word(culture(days)))).toEqual([
      'culture: calm',
      'use or renew: soon',
      'use or renew: soon',
      'begin it anew: danger',
    ]);
    expect(not(culture(14))).toBe('');
    expect(not(culture(14.1))).toBe('culture');
    expect(judged(culture(300)).discard).toBeUndefined();
    expect(
      judged({ ...culture(300), ripened: false, story: { rawLimitSeconds: now - 1 } }).discard,
    ).toBeUndefined();
    // What soured is none yet, however old it is.
    expect(not({ ripened: true, ageHours: 400 })).toBe('');
    // A culture is one without anybody having said that it soured.
    expect(not({ kind: 'culture', ageHours: 24 })).toBe('');
    expect(judged({ kind: 'culture', ageHours: 24 }).mayNot.culture).toBeUndefined();
  });

  it('says nothing of warmth where nothing is told', () => {
    expect(judged({ story: null })).toMatchObject({ discard: undefined, untilSeconds: now + 107 * hour });
    expect(word({ kind: 'milk', story: null, ageHours: 13 })).toBe('ready to skim: now');
    expect(word({ story: null, ageHours: 300 })).toBe('too old: danger');
    expect(not({ kind: 'milk', story: null, ageHours: 13 })).toBe('culture');
    expect(word({ ...heated, story: null })).toBe('to churn: calm');
  });
});

describe('out of the cold', () => {
  const warm = (warmHours: number, celsius = 20) => ({ story: { warmHours, celsius, around: celsius } });

  it('heated cream is chilled or churned after two hours and thrown out after four', () => {
    expect(word({ ...heated, ...warm(2) })).toBe('to churn: calm');
    expect(word({ ...heated, ...warm(2.1) })).toBe('chill or churn: now');
    expect(judged({ ...heated, ...warm(4) })).toMatchObject({ discard: undefined, untilSeconds: now });
    expect(not({ ...heated, ...warm(4) })).toBe('culture');
    expect(judged({ ...heated, ...warm(1) }).untilSeconds).toBe(now + 3 * hour);
    expect(judged({ ...heated, ...warm(4.5) }).discard).toEqual({
      why: 'heated and unsoured, it has been warm for over 4 h',
      sinceSeconds: now - 0.5 * hour,
    });
    expect(word({ ...heated, ...warm(4.5) })).toBe('warm too long: danger');
    // Chilled again at the fifth hour the time out is in the story; told of it, it stays.
    expect(judged({ ...heated, ...warm(4.5, 7) }).discard).toBeUndefined();
    expect(judged({ ...heated, ...warm(4.5, 7.1) }).discard).toBeDefined();
    expect(judged({ ...heated, ...warm(1, 7) }).untilSeconds).toBe(now + 155 * hour);
    expect(
      judged({ ...heated, story: { warmTooLong: true, warmTooLongSeconds: now - 9 * hour } }).discard,
    ).toEqual({ why: 'heated and unsoured, it was warm for over 4 h', sinceSeconds: now - 9 * hour });
    // Soured, none of it holds.
    expect(
      judged({ ...heated, ripened: true, story: { ...warm(9).story, warmTooLong: true } }).discard,
    ).toBeUndefined();
  });

  it('raw cream sours by itself there: not drunk after four hours, out when its own time is over', () => {
    expect(word(warm(2.1))).toBe('chill or churn: now');
    expect(word(warm(2))).toBe('to churn: calm');
    expect(word(warm(30, 7))).toBe('to churn: calm');
    expect(not({ ...warm(3), ageHours: 9 })).toBe('culture');
    expect(not(warm(4))).toBe('culture');
    expect(not(warm(4.1))).toBe('drink sell culture');
    expect(judged(warm(4.1)).mayNot.sell).toBe('it stood warm for over 4 h');
    expect(judged(warm(4.1)).discard).toBeUndefined();
    expect(not({ story: { stoodOut: true } })).toBe('drink sell culture');
    expect(not({ kind: 'milk', story: { stoodOut: true } })).toBe('drink sell culture');
    expect(not({ ripened: true, story: { stoodOut: true } })).toBe('');
    expect(word({ story: { stoodOut: true } })).toBe('to churn: calm');
    expect(judged(warm(1)).untilSeconds).toBe(now + 107 * hour);
    const spent = { story: { rawLimitSeconds: now - 5 * hour } };
    expect(judged(spent).discard).toEqual({
      why: 'it stood warm for longer than raw milk and cream may sour',
      sinceSeconds: now - 5 * hour,
    });
    expect(not(spent)).toBe(purposes.join(' '));
    expect(word(spent)).toBe('warm too long: danger');
    // Heated too late, it stays what it was.
    expect(not({ ...heated, ...spent })).toBe(purposes.join(' '));
  });

  it('ripe cream is chilled, and told so while it is on its way', () => {
    const ripe = (celsius: number, around: number) =>
      word({ ripened: true, story: { celsius, around, warmHours: 9 } });
    expect(ripe(10, 21)).toBe('ripe, to churn: soon');
    expect(ripe(10.1, 21)).toBe('chill it: now');
    expect(ripe(20, 10.1)).toBe('chill it: now');
    expect(ripe(20, 10)).toBe('chilling: soon');
  });

  describe('while it is tempered', () => {
    const at = (
      celsius: number,
      { from = 4, to = 14, around = 25, ready = 60, warmHours = 0.5, ripened = false } = {},
    ) =>
      word({
        ripened,
        story: {
          tempering: { from, to, readyAtSeconds: now + ready, sinceSeconds: now - 600 },
          warmHours,
          celsius,
          around,
        },
      });
    const chilled = { from: 20, to: 12, around: 0.5 };

    it('it warms or chills until it is there, however long it takes', () => {
      expect(at(10)).toBe('warming: soon');
      expect(at(13.3)).toBe('warming: soon');
      expect(at(16, chilled)).toBe('chilling: soon');
      expect(at(10, { warmHours: 3 })).toBe('warming: soon');
    });

    it('there, it is taken out of what brings it further, and stays where it does not', () => {
      expect(at(13.5)).toBe('take it out: now');
      expect(at(20)).toBe('take it out: now');
      expect(at(12.5, chilled)).toBe('take it out: now');
      expect(at(13.5, { around: 14 })).toBe('ready to churn: now');
      expect(at(12.5, { ...chilled, around: 12 })).toBe('ready to churn: now');
    });

    it('past its time and not there it is probed', () => {
      expect(at(10, { ready: -60 })).toBe('probe it: now');
      expect(at(16, { ...chilled, ready: -60 })).toBe('probe it: now');
    });

    it('unsoured and warm for over two hours that comes first; soured it may stand', () => {
      expect(at(14, { warmHours: 2.1 })).toBe('chill or churn: now');
      expect(at(10, { warmHours: 2.1, ready: -60 })).toBe('chill or churn: now');
      expect(at(14, { warmHours: 9, ripened: true })).toBe('take it out: now');
    });

    it('far colder than was wanted it is cold cream like any other', () => {
      expect(at(4, chilled)).toBe('to churn: calm');
    });
  });
});

describe('milk on its way to the cold', () => {
  const milk = (ageHours: number, celsius: number, change: Told = {}): Told => ({
    kind: 'milk',
    ageHours,
    ...change,
    story: {
      celsius,
      around: 4,
      over10Since: celsius > 10 ? now - ageHours * hour : undefined,
      ...change.story,
    },
  });

  it('is to be at 10 °C within four hours', () => {
    expect(word(milk(2, 10.1))).toBe('cooling: soon');
    expect(word(milk(2.1, 10.1))).toBe('cooling: now');
    expect(word(milk(4, 10.1))).toBe('cooling: now');
    expect(word(milk(4.1, 10.1))).toBe('still warm: danger');
    expect(not(milk(4, 10.1))).toBe('culture');
    expect(not(milk(4.1, 10.1))).toBe('drink sell culture');
    expect(judged(milk(4.1, 10.1)).mayNot.drink).toBe('it was not cold in time');
    // At ten degrees its hours stop; down to seven it still cools.
    expect(word(milk(9, 10))).toBe('cooling: soon');
    expect(word(milk(9, 7))).toBe('cream rising: calm');
    // Four hours out of the cold are no clock of raw milk’s own.
    expect(not(milk(3, 20, { story: { warmHours: 5 } }))).toBe('culture');
  });

  it('warmed again it has its hours again', () => {
    const warmed = (hours: number) => milk(20, 30, { story: { over10Since: now - hours * hour } });
    expect(word(warmed(1))).toBe('cooling: soon');
    expect(word(warmed(4.1))).toBe('still warm: danger');
  });

  it('that will not be cold in time outranks everything', () => {
    const cools = (ageHours: number, hours: number | undefined, celsius = 30) =>
      judged(milk(ageHours, celsius, { coolIn: { seconds: hours && hours * hour } }));
    expect(cools(1, 3)).toMatchObject({ urgent: false, waiting: { word: 'cooling', tone: 'soon' } });
    expect(cools(1, 3.1)).toMatchObject({
      urgent: true,
      waiting: { word: 'not cold in time', tone: 'danger' },
    });
    expect(cools(0.1, undefined).waiting.word).toBe('not cold in time');
    expect(cools(0.1, undefined, 10).waiting.word).toBe('cooling');
    expect(cools(4.1, 3).waiting.word).toBe('still warm');
    const first = [cools(1, 3), cools(3, 0.5), cools(1, 9), cools(5, 1)].map(({ waiting }) =>
      coolsFirst(waiting),
    );
    expect(first).toEqual([false, true, true, true]);
    expect(coolsFirst({ word: 'ready to skim', tone: 'now' })).toBe(false);
  });
});

describe('souring', () => {
  it('is past at its limit, unless somebody saw it thick and tart before', () => {
    const at = (change: Partial<Souring>, more: Told = {}) =>
      judged({ ...more, story: { celsius: 21, around: 21, warmHours: 30, souring: souring(change) } });
    expect(at({ limitSeconds: now + 1 }).discard).toBeUndefined();
    expect(at({ limitSeconds: now }).discard).toEqual({
      why: 'it was not thick and tart in time',
      sinceSeconds: now,
    });
    expect(at({ limitSeconds: now }).waiting).toEqual({ word: 'not sour in time', tone: 'danger' });
    expect(at({ limitSeconds: now - hour, seenInTime: true }).discard).toBeUndefined();
    // While it sours neither its age nor its warm hours are counted.
    expect(at({}, { ...heated, ageHours: 300 }).discard).toBeUndefined();
    // Half of the time is used: half of what this warmth allows is left.
    expect(at({ used: 0.5 }).untilSeconds).toBeCloseTo(now + hour * 0.5 * safetyHours('mesophilic', 21), 3);
    expect(at({}, { souring: 'souring' }).waiting).toEqual({ word: 'souring', tone: 'calm' });
    expect(at({}).waiting).toEqual({ word: 'souring', tone: 'calm' });
    expect(at({}, { souring: 'ready' }).waiting).toEqual({ word: 'ripe? look', tone: 'now' });
  });

  it('is over once it is soured: it is chilled, and no clock runs', () => {
    const done = judged({
      ripened: true,
      story: { celsius: 21, around: 21, souring: souring({ seenInTime: true }) },
    });
    expect(done).toMatchObject({
      discard: undefined,
      untilSeconds: undefined,
      waiting: { word: 'chill it', tone: 'now' },
    });
  });
});

describe('what somebody saw or said', () => {
  it.each([
    ['mould', 'mould was seen in it'],
    ['pink', 'it turned pink or orange'],
    ['gas', 'it made gas'],
    ['foul', 'it smelled foul'],
  ] as const)('%s ends it, whatever it is', (spoiled, why) => {
    for (const kind of ['cream', 'milk', 'butter', 'culture'] as const) {
      const end = judged({ kind, ripened: true, story: { spoiled, frozen: 'frozen' } });
      expect(end).toMatchObject({ discard: { why }, urgent: true, untilSeconds: undefined });
      expect(end.waiting).toEqual({ word: 'throw it out', tone: 'danger' });
      for (const purpose of purposes) expect(end.mayNot[purpose]).toBe(why);
    }
  });

  it('what is kept from people is poured to animals only, and is not theirs to hurry', () => {
    const blocked = { ripened: true, blockedReason: 'medicine' };
    expect(not(blocked)).toBe('churn drink heat sell culture');
    expect(judged(blocked).mayNot.heat).toBe('it is kept from people’s food (medicine)');
    expect(word(blocked)).toBe('not for people: danger');
    const old = { blockedReason: 'medicine', ageHours: 300 };
    expect(judged(old)).toMatchObject({ urgent: false, discard: { why: 'it is older than is safe' } });
    expect(judged(old).mayNot.pour).toBe('it is older than is safe');
    expect(judged({ ageHours: 300 }).urgent).toBe(true);
    expect(judged({ ageHours: 1 }).urgent).toBe(false);
  });

  it('what was used knowingly is poured, and nothing else', () => {
    expect(not({ ripened: true, despite: 'it stood warm' })).toBe('churn drink heat sell culture');
    expect(judged({ despite: 'it stood warm' }).mayNot.drink).toBe('it stood warm');
  });

  it('only what has soured sours another', () => {
    expect(judged({}).mayNot).toEqual({ culture: 'nothing in it has soured' });
    expect(judged({ ripened: true }).mayNot).toEqual({});
    expect(judged({ story: { soured: true } }).mayNot).toEqual({});
    expect(judged({ ripened: true, story: null }).mayNot).toEqual({});
  });
});

describe('what was made and is kept', () => {
  const of = (kind: JudgedLot['kind'], ageHours: number, story: Partial<LotStory> | null = {}) =>
    judged({ kind, treatment: 'boiled', ripened: kind === 'yoghurt', ageHours, story });

  it('is eaten on its last day to the hour, and is past it right after', () => {
    const word = (ageHours: number) => of('curd', ageHours).waiting.word;
    expect([72, 72.1, 96, 96.1].map(word)).toEqual(['to eat', 'eat today', 'eat today', 'past its day']);
  });

  it('has its days, sour or not: ten for yoghurt, four for curd, two for whipped cream', () => {
    for (const [kind, keeps, out] of [
      ['yoghurt', 240, 504],
      ['curd', 96, 168],
      ['whipped', 48, 96],
    ] as const) {
      expect(of(kind, keeps - 24.1).waiting).toEqual({ word: 'to eat', tone: 'calm' });
      expect(of(kind, keeps - 23.9).waiting).toEqual({ word: 'eat today', tone: 'now' });
      expect(of(kind, keeps).mayNot.drink).toBeUndefined();
      const past = of(kind, keeps + 0.1);
      expect(past.waiting).toEqual({ word: 'past its day', tone: 'now' });
      expect(past.mayNot).toMatchObject({ drink: expect.any(String), sell: expect.any(String) });
      expect(past.untilSeconds).toBeCloseTo(now - 0.1 * hour, 0);
      expect(of(kind, out).discard).toBeUndefined();
      expect(of(kind, out + 0.1).discard).toMatchObject({ why: 'it is older than is safe' });
    }
  });

  it('is as old as its making, not as its milk', () => {
    const lot = {
      kind: 'curd',
      treatment: 'boiled',
      ripened: false,
      blockedReason: null,
      oldestSeconds: now - 100 * hour,
    } as const;
    expect(judgeLot({ ...lot, madeSeconds: now - hour }, undefined, now).waiting.word).toBe('to eat');
    expect(judgeLot({ ...lot, kind: 'skim', madeSeconds: now - hour }, undefined, now).waiting.word).toBe(
      'not to drink',
    );
  });

  it('waits while it is frozen, and its warm hours count where it is not sour', () => {
    expect(of('curd', 500, { frozen: 'frozen', frozenHours: 450 }).discard).toBeUndefined();
    const warm = { celsius: 18, around: 18, warmHours: 4.5, frozenHours: 0 };
    expect(of('curd', 6, warm).discard?.why).toContain('warm for over 4 h');
    expect(of('yoghurt', 6, warm).discard).toBeUndefined();
    expect(of('yoghurt', 6, warm).waiting.word).toBe('chill it');
  });
});
