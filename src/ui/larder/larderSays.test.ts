import { crockWater } from '@/core/keeping/crockWater';
import type { ButterShown } from '@/server/larder/views';
import { larderSays, otherFirst, stockWords } from './larderSays';

const today = '2026-11-23';
const say = {
  mass: (grams: number) => `${Math.round(grams)} g`,
  about: (grams: number) => `${Math.round(grams / 50) * 50} g`,
  day: (on: string) => on,
} as Parameters<typeof stockWords>[3];
const pat = (change: Partial<ButterShown> = {}): ButterShown => ({
  lotId: 'lot-0001',
  kind: 'butter',
  code: 'B1',
  batchId: 'batch-01',
  name: 'Butter',
  pieces: null,
  mass: 900,
  fat: 740,
  additions: [],
  salted: true,
  storage: 'fridge',
  madeOn: '2026-11-10',
  keepUntil: '2026-12-05',
  keepReasons: [],
  raw: false,
  blockedReason: null,
  ...change,
});
const rate = { perWeek: 500, sd: 40, weeks: 8, feasts: [] };

test('the larder opens on what presses, then on the crock, then on nothing', () => {
  const old = crockWater('2026-11-17', today);
  expect(larderSays(undefined, today, old, say)).toBe('The larder is empty.');
  expect(larderSays(pat({ keepUntil: today }), today, old, say)).toBe('Finish B1 today.');
  expect(larderSays(pat({ blockedReason: 'udder tubes' }), today, old, say)).toMatch(/not for people/);
  expect(larderSays(pat(), today, old, say)).toBe('The crock wants fresh water.');
  expect(larderSays(pat(), today, crockWater('2026-11-20', today), say)).toBe(
    'Everything here keeps a while.',
  );
  expect(larderSays(pat({ keepUntil: '2026-11-26' }), today, undefined, say)).toBe(
    'Finish B1 by 2026-11-26.',
  );
});

test('beside the butter, what has to be used today is called out, and what is long past is asked about elsewhere', () => {
  const skim = (tone: 'danger' | 'now' | 'calm', asked = false) => ({
    name: 'Blue jar',
    tag: { word: 'use today', tone },
    asked,
  });
  const of = (...kept: ReturnType<typeof skim>[]) => larderSays(pat(), today, undefined, say, kept);
  expect(of(skim('calm'), skim('now'))).toBe('Blue jar: use today.');
  expect(of(skim('danger', true))).toBe('Everything here keeps a while.');
  // Butter to finish goes before it, and so does the crock’s water, unless it is dangerous.
  expect(larderSays(pat({ keepUntil: today }), today, undefined, say, [skim('now')])).toMatch(/Finish B1/);
  const old = crockWater('2026-11-17', today);
  expect(larderSays(pat(), today, old, say, [skim('now')])).toMatch(/crock/);
  expect(larderSays(pat(), today, old, say, [skim('danger')])).toBe('Blue jar: use today.');
  expect(larderSays(undefined, today, undefined, say, [skim('calm')])).toBe('No butter in the house.');
  // What the sentence speaks of is what is in hand, and the water’s button is not the blue one then.
  const due = skim('now');
  expect(otherFirst(pat(), today, undefined, [skim('calm'), due])).toBe(due);
  expect(otherFirst(pat(), today, old, [due])).toBeUndefined();
  expect(otherFirst(pat({ keepUntil: today }), today, undefined, [due])).toBeUndefined();
  // What must be thrown out goes before what is past its day, and not before what is no food at all.
  const thrown = { ...skim('danger'), asked: false };
  expect(otherFirst(pat({ keepUntil: '2026-11-20' }), today, undefined, [due, thrown])).toBe(thrown);
  expect(otherFirst(pat({ blockedReason: 'udder tubes' }), today, undefined, [thrown])).toBeUndefined();
  expect(otherFirst(pat({ despite: 'mould' }), today, undefined, [thrown])).toBeUndefined();
  expect(
    otherFirst(pat({ keepUntil: today }), today, undefined, [{ ...thrown, asked: true }]),
  ).toBeUndefined();
});

test('how long it lasts counts only what may be eaten, at the household’s own rate', () => {
  const bad = pat({ lotId: 'lot-0002', keepUntil: '2026-11-01', mass: 5000 });
  expect(stockWords([pat({ mass: 2500 }), bad], today, rate, say)).toBe(
    '2500 g is about 5 weeks at your 500 g a week. Churn again by 2026-12-24.',
  );
  expect(stockWords([pat({ mass: 300 })], today, rate, say)).toMatch(/about 4 days/);
  expect(stockWords([pat()], today, undefined, say)).toBe('900 g of butter in the house.');
  expect(stockWords([bad], today, rate, say)).toBe('5000 g of butter in the house.');
});
