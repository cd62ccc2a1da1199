import { lookedAt, shownLot } from '../testing/someLot';
import { lotNow, sayAge } from './lotNow';

const now = lookedAt;

test('a lot is drawn as full as its vessel is, by volume and not by weight', () => {
  const { volume, fill, fatShare, ageHours } = lotNow(shownLot(), now);
  expect(fatShare).toBeCloseTo(0.04, 9);
  // 2575 g of milk at 5 °C is 2.5 L, for milk is heavier than water.
  expect(volume).toBeGreaterThan(2480);
  expect(volume).toBeLessThan(2505);
  expect(fill).toBeCloseTo(volume / 5000, 9);
  expect(ageHours).toBe(14);
  expect(lotNow(shownLot({ mass: 9000, fat: 360 }), now).fill).toBe(1);
});

test('what stands where nobody named a vessel, or nothing was poured, is told all the same', () => {
  const loose = lotNow(shownLot({ vessel: null, events: [] }), now);
  expect(loose).toMatchObject({ celsius: 4, story: undefined });
  expect(loose.fill).toBeGreaterThan(0.5);
  expect(lotNow(shownLot({ mass: 0, fat: 0 }), now)).toMatchObject({ fatShare: 0, fill: 0 });
});

test('what was done within this minute is told at once, and what a clock ahead of this one says is waited for', () => {
  const read = (ahead: number) =>
    lotNow(
      shownLot({
        events: [...shownLot().events, { kind: 'reading', id: 'probe', atSeconds: now + ahead, celsius: 9 }],
      }),
      now,
    ).celsius;
  expect(read(40)).toBe(9);
  expect(read(600)).toBeLessThan(6);
});

test('it waits for what its story says', () => {
  expect(lotNow(shownLot(), now).waiting.word).toBe('ready to skim');
  expect(lotNow(shownLot({ blockedReason: 'Tansy: udder tubes' }), now).waiting).toEqual({
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
