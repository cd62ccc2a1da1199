import { vesselShape } from '@/core/standing/places';
import type { ShownLot } from '@/server/pail/views';
import { lotNow, sayAge } from './useStory';

const now = 1_800_000_000;
const hour = 3600;
const shown = (change: Partial<ShownLot> = {}): ShownLot => ({
  id: 'milk-0001',
  code: 'W1',
  kind: 'milk',
  mass: 2575,
  fat: 103,
  treatment: 'raw',
  ripened: false,
  blockedReason: null,
  details: {},
  madeSeconds: now - 14 * hour,
  oldestSeconds: now - 14 * hour,
  vessel: { id: 'blue', name: 'Blue jar', kind: 'jar', capacity: 5000, shape: vesselShape('jar', 5000) },
  vesselFactor: 1,
  vesselReadings: 0,
  events: [
    { kind: 'poured', id: 'first', atSeconds: now - 14 * hour, mass: 2575, fat: 0.04, celsius: 5 },
  ],
  ...change,
}) as unknown as ShownLot; // prettier-ignore

test('a lot is drawn as full as its vessel is, by volume and not by weight', () => {
  const { volume, fill, fatShare, ageHours } = lotNow(shown(), now);
  expect(fatShare).toBeCloseTo(0.04, 9);
  // 2575 g of milk at 5 °C is 2.5 L, for milk is heavier than water.
  expect(volume).toBeGreaterThan(2480);
  expect(volume).toBeLessThan(2505);
  expect(fill).toBeCloseTo(volume / 5000, 9);
  expect(ageHours).toBe(14);
  expect(lotNow(shown({ mass: 9000, fat: 360 }), now).fill).toBe(1);
});

test('what stands where nobody named a vessel, or nothing was poured, is told all the same', () => {
  const loose = lotNow(shown({ vessel: null, events: [] }), now);
  expect(loose).toMatchObject({ celsius: 4, story: undefined });
  expect(loose.fill).toBeGreaterThan(0.5);
  expect(lotNow(shown({ mass: 0, fat: 0 }), now)).toMatchObject({ fatShare: 0, fill: 0 });
});

test('what was done within this minute is told at once, and what a clock ahead of this one says is waited for', () => {
  const read = (ahead: number) =>
    lotNow(
      shown({
        events: [...shown().events, { kind: 'reading', id: 'probe', atSeconds: now + ahead, celsius: 9 }],
      }),
      now,
    ).celsius;
  expect(read(40)).toBe(9);
  expect(read(600)).toBeLessThan(6);
});

test('it waits for what its story says', () => {
  expect(lotNow(shown(), now).waiting.word).toBe('ready to skim');
  expect(lotNow(shown({ blockedReason: 'Tansy: udder tubes' }), now).waiting).toEqual({
    word: 'not for people',
    tone: 'danger',
  });
});

test('age is said as a person would', () => {
  expect(sayAge(0)).toBe('1 min old');
  expect(sayAge(0.5)).toBe('30 min old');
  expect(sayAge(19.2)).toBe('19 h old');
  expect(sayAge(60)).toBe('2 days old');
});
