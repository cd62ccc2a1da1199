import type { ButterShown } from '@/server/larder/views';
import type { useSay } from '../frame/FarmContext';
import { butterStanding, butterWaits, mixedIn, piecesOf } from './butterStanding';
import { isOut, toEat } from './toEat';

const today = '2026-11-23';
const pat = (change: Partial<ButterShown> = {}): ButterShown => ({
  lotId: 'lot-1',
  kind: 'butter',
  pieces: null,
  code: 'B1',
  batchId: 'batch-1',
  name: 'Salted',
  mass: 600,
  fat: 490,
  additions: [],
  storage: 'fridge',
  salted: true,
  madeOn: '2026-11-10',
  keepUntil: '2026-12-13',
  keepReasons: ['washed and salted, at 4 °C or colder'],
  raw: false,
  blockedReason: null,
  ...change,
});
const say = {
  mass: (grams: number) => `${grams} g`,
  day: (iso: string) => iso,
} as unknown as ReturnType<typeof useSay>;
const word = (change: Partial<ButterShown>) => butterWaits(pat(change), today)?.word;

describe('what butter waits for', () => {
  it('nothing while it keeps; first from three days before its day; today on it', () => {
    expect(word({})).toBeUndefined();
    expect(word({ keepUntil: '2026-11-27' })).toBeUndefined();
    expect(butterWaits(pat({ keepUntil: '2026-11-26' }), today)).toEqual({ word: 'eat first', tone: 'soon' });
    expect(butterWaits(pat({ keepUntil: '2026-11-24' }), today)).toEqual({ word: 'eat first', tone: 'now' });
    expect(butterWaits(pat({ keepUntil: today }), today)).toEqual({ word: 'eat today', tone: 'now' });
  });

  it('what lies in the freezer is not hurried', () => {
    expect(word({ keepUntil: '2026-11-25', storage: 'freezer' })).toBeUndefined();
  });

  it('past its day it is thrown out where it could hurt, and looked at where it could not', () => {
    expect(word({ keepUntil: '2026-11-22', additions: ['garlic'] })).toBe('throw it out');
    expect(word({ keepUntil: '2026-11-22' })).toBe('past its day');
  });

  it('what is kept from people, or was made knowingly of what was unsafe, is for nobody whatever its day', () => {
    expect(word({ blockedReason: 'Tansy: udder tubes' })).toBe('not for people');
    expect(word({ despite: 'it stood warm' })).toBe('not for people');
    expect(isOut(pat({ despite: 'it stood warm' }), today)).toBe(true);
    expect(isOut(pat({ keepUntil: today }), today)).toBe(false);
    expect(isOut(pat({ keepUntil: '2026-11-22' }), today)).toBe(true);
  });
});

describe('butter on a board', () => {
  it('stands in the order to eat it: what must go first, then by its day, then by its code', () => {
    const order = toEat(
      [
        pat({ code: 'B4', keepUntil: '2026-12-01' }),
        pat({ code: 'B3', keepUntil: '2026-11-25' }),
        pat({ code: 'B2', keepUntil: '2026-12-20', blockedReason: 'medicine' }),
        pat({ code: 'B1', keepUntil: '2026-12-01' }),
      ],
      today,
    );
    expect(order.map(({ code }) => code)).toEqual(['B2', 'B3', 'B1', 'B4']);
  });

  it('says pieces as pieces, with what is left of them', () => {
    expect(piecesOf(pat({ mass: 380, pieces: { form: 'pat', each: 95 } }), say)).toBe('4 pats of 95 g');
    expect(piecesOf(pat({ mass: 120, pieces: { form: 'block', each: 125 } }), say)).toBe('1 block of 125 g');
    expect(piecesOf(pat({ mass: 172, kind: 'ghee' }), say)).toBe('172 g of ghee');
  });

  it('shows two to eat first, and all the others as one thing that counts them', () => {
    const four = ['1', '2', '3'].map((n) => pat({ lotId: n, code: `B${n}`, keepUntil: `2026-12-0${n}` }));
    const shown = butterStanding([...four, pat({ lotId: '4', code: 'B4', storage: 'freezer' })], today, say);
    expect(shown.map(({ name }) => name)).toEqual(['B1, salted', 'B2, salted', 'The larder']);
    expect(shown[2]!.lines[0]).toBe('2 more, 1200 g');
    expect(shown.reduce((sum, { fat }) => sum + fat!, 0)).toBe(4 * 490);
    const one = butterStanding([pat({ storage: 'freezer' })], today, say);
    expect(one).toMatchObject([{ name: 'Freezer', lines: ['1 lot, 600 g', 'frozen'] }]);
    expect(butterStanding([], today, say)).toEqual([]);
  });

  it('is named by what is in it', () => {
    expect(mixedIn(pat({ additions: ['garlic'] }))).toBe('garlic');
  });
});
