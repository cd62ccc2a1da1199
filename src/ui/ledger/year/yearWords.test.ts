import type { WayToLast } from '@/core/planning/whatItTakes';
import type { YearAhead } from '@/core/planning/yearAhead';
import { yearAhead } from '@/core/planning/yearAhead';
import { sayIn } from '../../frame/sayIn';
import { feastsSaid, putBySays, waySays, yearSays } from './yearWords';

const today = '2026-12-01';
const say = sayIn('metric', 'Europe/Dublin');
const year = (change: Partial<YearAhead> = {}): YearAhead => ({
  ...yearAhead({ today, animals: [], butterPerFat: 1, demand: 400, frozen: 0, fresh: 0, changes: [], seed: 'y', runs: 20 }),
  ...change,
}); // prettier-ignore
const cows = { animals: 2, frozen: 0, fresh: 400 };

test('the year is one sentence: whole, until a day, from a day on, or nothing yet', () => {
  expect(yearSays(year({ chance: 0.93 }), cows, today, say)).toBe('Your own butter lasts the whole year.');
  expect(yearSays(year({ chance: 0.4, runsOut: 14, enough: { from: 0, to: 13 } }), cows, today, say)).toBe(
    'Your own butter lasts until 9 Mar 2027.',
  );
  expect(yearSays(year({ chance: 0, runsOut: 0, enough: { from: 5, to: 51 } }), cows, today, say)).toBe(
    'Butter of your own from Tue 5 Jan on.'.replace('Tue 5 Jan', '5 Jan 2027'),
  );
  expect(yearSays(year(), { animals: 0, frozen: 0, fresh: 0 }, today, say)).toMatch(
    /^No animal and no butter yet/,
  );
});

test('what to put by comes with the day, the cow that dries off, the chance, and what is wanting', () => {
  const herd = [{ animal: { name: 'Tansy' }, dries: { inDays: 65, said: false }, stretches: [] }] as unknown as YearAhead['herd']; // prettier-ignore
  const one = year({ herd, chance: 0.84, without: 1, most: { week: 9, bank: 4500 }, sustainable: 380 });
  expect(putBySays(one, { frozen: 0, demand: 400 }, today, say)).toBe(
    'Put 4.5 kg more into the freezer by 2 Feb 2027, before Tansy dries off on 4 Feb 2027. You are at 84 %: so many of the years that were tried have butter in every week. 1 week of the middle one has too little. All year there would be enough for 380 g a week.',
  );
  expect(putBySays({ ...one, noRoom: 1200 }, { frozen: 4400, demand: 400 }, today, say)).toMatch(
    /^You are at 84 %.*There is no room for 1\.2 kg of it/,
  );
});

test('with no animal it says what is to be bought', () => {
  expect(putBySays(year(), { frozen: 0, demand: 400 }, today, say)).toBe(
    'Bought, it takes about 949 mL of heavy cream a week.',
  );
});

test('a separator and bought cream are said with what they ask, the cream in money where its price is known', () => {
  const way: WayToLast = {
    changes: [{ kind: 'separator' }, { kind: 'buyCream', weeks: 9 }],
    less: 0,
    chance: 0.93,
    asks: { animals: [], bought: 4000, notEaten: 0, calfOff: false, deeper: false, separator: true },
    burden: 1,
  };
  expect(waySays(way, today, say)).toEqual({
    says: 'A separator and buy cream in the two leanest months',
    asks: expect.stringMatching(/^It asks 9\.\d+ L of bought cream and a separator to buy, to turn .* each time\.$/),
  });
  expect(waySays(way, today, say, { creamLitre: 6, money: '€' }).asks).toMatch(/bought cream, some € 5\d\.\d\d and/);
}); // prettier-ignore

test('feasts are said with their week, many of them together', () => {
  const weeks = (...of: [number, number][]) => Array.from({ length: 52 }, (_, i) => of.find(([week]) => week === i)?.[1] ?? 0);
  expect(feastsSaid(weeks(), today, say)).toBe('');
  expect(feastsSaid(weeks([3, 1200]), today, say)).toBe(', and with guests 1.2 kg more in the week of Tue 22 Dec');
  expect(feastsSaid(weeks([3, 1200], [9, 300], [20, 300], [40, 200]), today, say)).toBe(', and 2 kg more in the year with guests');
}); // prettier-ignore
