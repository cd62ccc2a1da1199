import type { ReadyPlan, ReadyStep } from '@/core/planning/readyBy';
import type { WishPlanned } from '@/server/ready/views';
import { sayIn } from '../frame/sayIn';
import { hourWanted, readySays, slipped } from '../ledger/ready/readyWords';
import { keptForWishes, keptSaid, wishDue, wishPegs, wishTrouble } from './wishesToday';

const say = sayIn('metric', 'Europe/Dublin');
/** Thursday, 3 December 2026, 08:00. */
const now = Date.UTC(2026, 11, 3, 8) / 1000;
const step = (key: ReadyStep['key'], start: number, minutes: number): ReadyStep => ({
  key, start, end: start + minutes, late: start + 1.3 * minutes, latest: start + 60, hands: key !== 'sour', underWay: false,
}); // prettier-ignore
const plan: ReadyPlan = {
  wish: { mass: 600, soured: true, salt: 0.016, readyAt: 52 * 60 },
  steps: [step('set', 240, 20), step('sour', 260, 1200), step('chill', 1500, 500), step('churn', 2900, 40), step('pack', 3050, 20)],
  by: 52 * 60 - 20,
  middle: 52 * 60 - 60,
  chance: 0.93,
  cream: { cream: {} as never, used: [{ id: 'tub', name: 'White tub', kind: 'cream', mass: 1400, whole: false }], butter: 640, share: 0.04, skimFrom: undefined },
  butter: 640,
  conflicts: [],
  past: [],
  loads: 1,
}; // prettier-ignore
const wish = (change: Partial<ReadyPlan> = {}, more: Partial<WishPlanned['wish']> = {}): WishPlanned => ({
  wish: { id: 'wish-0001', mass: 600, soured: true, salt: 0.016, readyAtSeconds: now + 52 * 3600, occasion: null, vesselId: null, buys: false, foreseen: { at: now, steps: [] }, ...more },
  atSeconds: now,
  plan: { ...plan, ...change },
}); // prettier-ignore
const at = (seconds: number) => ({ atSeconds: now, nowSeconds: seconds });

test('the sentence says the hour and the next act, and what is said of it is one hour in every zone', () => {
  expect(readySays(plan, at(now), say).says).toBe('For Saturday noon, set the cream to sour at noon today.');
  expect(readySays(plan, at(now), say).why).toMatch(/^Nine in ten: 600 g of salted, cultured butter is packed by 11:40\. It takes 1\.4\d? L of White tub\. Drag/);
  // At its time it is now; the next day it is the next act.
  expect(readySays(plan, at(now + 235 * 60), say).says).toBe('For Saturday noon, set the cream to sour now.');
  expect(readySays(plan, at(now + 24 * 3600), say).says).toBe('For noon tomorrow, put the cream in the fridge at 9:00 today.');
  // Noon where minutes are half an hour off.
  expect(hourWanted(Date.UTC(2026, 11, 5, 6, 30) / 1000, now, sayIn('metric', 'Asia/Kolkata'))).toBe('Saturday noon');
  expect(hourWanted(now + 9 * 86_400, now, say)).toMatch(/^8:00 on /);
}); // prettier-ignore

test('on the thread hang the steps somebody comes for, and the hour itself', () => {
  const pegs = wishPegs([wish()], now, say);
  expect(pegs.map(({ says }) => says)).toEqual(['set to sour', 'chill the cream', 'churn', '600 g ready']);
  expect(pegs.every(({ atSeconds }) => atSeconds > now)).toBe(true);
  expect(wishPegs([{ ...wish(), plan: undefined }], now, say)).toEqual([]);
});

test('Today follows a step when its time has come, and not before, and no more once the butter is begun', () => {
  expect(wishDue([wish()], now, say)).toBeUndefined();
  const due = wishDue([wish()], now + 230 * 60, say)!;
  expect(due.act).toMatchObject({ act: 'ready', lots: ['tub'], now: true });
  expect(due.said.says).toBe('For Saturday noon, set the cream to sour now.');
  expect(wishDue([wish({}, { batch: { id: 'b', number: 4 } })], now + 230 * 60, say)).toBeUndefined();
});

test('cream is kept for a wish that goes, and for none that does not', () => {
  expect([...keptForWishes([wish()])]).toEqual(['tub']);
  expect(keptSaid([wish()], now, say)).toMatchObject([{ says: 'White tub is kept for Saturday noon.' }]);
  const wrong = wish({ conflicts: [{ kind: 'tooSoon', step: 'set', by: 90 }] });
  expect(keptForWishes([wrong]).size).toBe(0);
  expect(keptSaid([wrong], now, say)).toEqual([]);
  expect(wishTrouble([wish(), wrong], now, say)!.says).toBe('Saturday noon is too soon. Set to sour would have had to begin 1 h 30 ago to be ready nine times in ten.');
  expect(wishTrouble([wish()], now, say)).toBeUndefined();
}); // prettier-ignore

test('it has slipped when it is later than was foreseen, and too late for its hour', () => {
  const foreseen = now + 60 * (52 * 60 - 20);
  expect(slipped(plan, now, foreseen)).toBeUndefined();
  expect(slipped({ ...plan, by: 52 * 60 + 40 }, now, foreseen)).toBe(60);
  // Later than foreseen, but in time.
  expect(slipped({ ...plan, by: 52 * 60 - 2 }, now, foreseen - 3600)).toBeUndefined();
});
