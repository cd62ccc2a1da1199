import type { BatchEvent, BatchFacts } from '../churning/batchEvents';
import { tellBatch } from '../churning/tellBatch';
import { someFacts } from '../testing/someFacts';
import { judgeBatch, judgeWith } from './judgeBatch';

interface Day {
  facts?: Partial<BatchFacts>;
  minutes?: number;
  water?: number;
  butter?: number;
  salt?: number;
  rinsed?: number;
  worked?: 'worked' | 'pressed';
  clarity?: 'cloudy' | 'clear';
  /** Fat of the buttermilk that the churning left, where it is given. */
  left?: number;
}

/** A day of churning: began, broke after so many minutes, washed, worked, salted, weighed and packed. */
function judged({
  facts = {},
  minutes = 20,
  water,
  butter = 620,
  salt = 0,
  rinsed,
  worked,
  clarity,
  left,
}: Day = {}) {
  const of = { ...someFacts, ...facts };
  const events = [
    [0, { kind: 'started' }],
    ...(water ? [[minutes / 2, { kind: 'water', mass: water }]] : []),
    [minutes, { kind: 'mark', stage: 'break' }],
    [minutes + 1, { kind: 'mark', stage: 'stopped' }],
    [minutes + 3, { kind: 'drained', measured: 'mass', mass: 760 + (water ?? 0), massSd: 8 }],
    ...(clarity ? [[minutes + 5, { kind: 'washed', clarity, waterMass: 1000 }]] : []),
    ...(worked ? [[minutes + 8, { kind: 'worked', way: worked, waterMass: 10 }]] : []),
    [minutes + 12, { kind: 'portion', portionId: 'portion-0-abc', name: '', mass: butter + salt, massSd: 2, measured: 'scale', saltMass: salt, salting: { way: 'none' }, additions: [], storage: 'fridge' }],
    ...(rinsed === undefined ? [] : [[minutes + 14, { kind: 'reweighed', portionId: 'portion-0-abc', why: 'rinsed', mass: butter + rinsed, massSd: 2, saltMass: rinsed }]]),
    [minutes + 20, { kind: 'packed' }],
  ].map(([at, body], i) => ({ id: `event-${String(i).padStart(4, '0')}`, atSeconds: 1_800_000_000 + Number(at) * 60, ...(body as object) })) as BatchEvent[]; // prettier-ignore
  const story = tellBatch(of, events);
  return left === undefined
    ? judgeBatch(of, story)!
    : judgeWith(of, story, { buttermilkFat: left, buttermilkLogSd: 0.2, from: 'marks' })!;
}
const named = (day?: Day) => judged(day).troubles.map(({ key }) => key);

it('a good batch has none, washed and worked or not', () => {
  expect(named()).toEqual([]);
  expect(named({ worked: 'worked', clarity: 'clear', salt: 10 })).toEqual([]);
});

describe('warm', () => {
  it('is warmth that cost fat, with what to do', () => {
    const [warm] = judged({ facts: { temperature: 20 }, minutes: 6, left: 0.07, butter: 560 }).troubles;
    expect(warm).toMatchObject({ key: 'warm' });
    expect(warm!.says).toMatch(/began at 20 °C: 1\d % of the fat/);
  });
  it('is no trouble where it cost nothing, where it was only assumed, or where fat was lost in the cool', () => {
    expect(named({ facts: { temperature: 20 }, left: 0.01 })).not.toContain('warm');
    expect(
      named({ facts: { temperature: 20, temperatureAssumed: true }, left: 0.07, butter: 560 }),
    ).not.toContain('warm');
    expect(named({ left: 0.07, butter: 560 })).not.toContain('warm');
  });
});

describe('cold', () => {
  it('is cold that stuck, or that had to be thinned', () => {
    expect(named({ facts: { temperature: 8.5 }, minutes: 70 })).toEqual(['cold']);
    expect(named({ facts: { temperature: 8.5 }, minutes: 25, water: 200 })).toEqual(['cold']);
  });
  it('is no trouble where it broke in its time, nor are slow churnings at the usual degree', () => {
    expect(named({ facts: { temperature: 8.5 }, minutes: 25 })).toEqual([]);
    expect(named({ minutes: 70 })).toEqual([]);
  });
});

describe('too heavy', () => {
  it('is wet where it was only pressed, or washed no clearer than cloudy', () => {
    expect(named({ butter: 720, worked: 'pressed', clarity: 'clear' })).toEqual(['wet']);
    expect(named({ butter: 720, worked: 'worked', clarity: 'cloudy' })).toEqual(['wet']);
  });
  it('is a weight read wrong where it was washed clear and worked dry: weighed again before it is worked again', () => {
    const heavy = judged({ butter: 720, worked: 'worked', clarity: 'clear' });
    expect(heavy.troubles.map(({ key }) => key)).toEqual(['misweighed']);
    expect(heavy.verdict).toBe('wet');
    expect(heavy.meaning).toMatch(/worked dry/);
    expect(heavy.advice).toMatch(/^Weigh it again first/);
  });
  it('is a figure read wrong where no butter could be so', () => {
    const [wrong] = judged({ butter: 1300 }).troubles;
    expect(wrong).toMatchObject({ key: 'misweighed', says: expect.stringContaining('cannot all be right') });
  });
});

describe('too salty', () => {
  it('is more than was meant and than butter takes, rinsed back or not', () => {
    const meant = { usualSalt: { way: 'share', share: 0.016, kind: 'fine' } } as const;
    expect(named({ facts: meant, salt: 22 })).toEqual(['salty']);
    expect(judged({ facts: meant, salt: 22, rinsed: 10 }).troubles[0]!.says).toMatch(
      /^3\.4 % of salt went into it, 1\.6 % was meant: it was rinsed back/,
    );
    expect(named({ facts: meant, salt: 12 })).toEqual([]);
  });
  it('is none where so much was meant', () => {
    expect(named({ facts: { usualSalt: { way: 'share', share: 0.03, kind: 'fine' } }, salt: 20 })).toEqual(
      [],
    );
  });
});
