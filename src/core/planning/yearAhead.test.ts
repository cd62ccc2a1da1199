import { scoreYear } from '@tests/validation/years';
import type { YearInput } from './yearAhead';
import { weekOn, weeksAhead, yearAhead } from './yearAhead';
import type { YearAnimal } from './yearHerd';
import { herdYear } from './yearHerd';

const today = '2026-12-01';
const tansy: YearAnimal = {
  name: 'Tansy', breed: 'kerry', calvedOn: '2026-04-10', servedOn: '2026-07-01', dryOn: null, sharesWithCalf: false,
  withdrawnFrom: null, withdrawnUntil: null, milked: true, peak: 16_000,
}; // prettier-ignore
const year = (change: Partial<YearInput> = {}) =>
  yearAhead({ today, animals: [tansy], butterPerFat: 1, demand: 400, frozen: 0, fresh: 400, changes: [], seed: 'y', runs: 40, ...change }); // prettier-ignore
/** g in a stretch of weeks. */
const made = (of: ReturnType<typeof year>, from: number, to: number) =>
  of.weeks.slice(from, to).reduce((sum, { butter }) => sum + butter.mid, 0);

describe('the year of an animal', () => {
  it('goes from milk to dry to milk by her service, sixty days before she is due', () => {
    const { stretches, calves, dries, animal } = herdYear(tansy, today, 364);
    // Served on 1 July, 282 days: 9 April.
    expect(calves).toEqual({ inDays: 129, said: true });
    expect(dries).toEqual({ inDays: 69, said: false });
    expect(stretches).toEqual([
      { from: 0, to: 69, is: 'milk' },
      { from: 69, to: 129, is: 'dry' },
      { from: 129, to: 364, is: 'milk' },
    ]);
    expect(animal).toMatchObject({ calved: -235, nextCalving: 129, dryDays: 60 });
  });

  it('without a service she is taken to be served now, and that is not said of her', () => {
    const { calves } = herdYear({ ...tansy, servedOn: null }, today, 364);
    expect(calves).toEqual({ inDays: 282, said: false });
  });

  it('dried off when it was said, whatever the calendar would have', () => {
    const { stretches, dries } = herdYear({ ...tansy, dryOn: '2026-12-31' }, today, 364);
    expect(dries).toEqual({ inDays: 30, said: true });
    expect(stretches[0]).toEqual({ from: 0, to: 30, is: 'milk' });
  });

  it('a goat has her young once a year; an animal of whom nobody said a calving is dry', () => {
    expect(herdYear({ ...tansy, breed: 'goat', servedOn: null, calvedOn: '2026-03-01' }, today, 364).calves).toEqual({ inDays: 90, said: false });
    expect(herdYear({ ...tansy, calvedOn: null, servedOn: null }, today, 364)).toMatchObject({ stretches: [{ from: 0, to: 364, is: 'dry' }], calves: undefined });
  }); // prettier-ignore
});

describe('a year of butter ahead', () => {
  it('is thin while she is dry and thick when she has calved, within its bands', () => {
    const one = year();
    expect(one.weeks).toHaveLength(weeksAhead);
    expect(made(one, 11, 17)).toBeLessThan(0.1 * made(one, 22, 28));
    for (const { butter } of one.weeks) {
      expect(butter.low).toBeLessThanOrEqual(butter.mid);
      expect(butter.mid).toBeLessThanOrEqual(butter.high);
    }
  });

  it('closes where little is eaten, runs out in the dry weeks where much is, and the same seed gives the same year', () => {
    expect(year({ demand: 150 }).chance).toBeGreaterThan(0.95);
    const much = year({ demand: 4000 });
    expect(much.chance).toBeLessThan(0.1);
    expect(much.runsOut).toBeLessThan(20);
    expect(year()).toEqual(year());
  });

  it('what is tried does what it says: a calf off, another cow, deeper, less eaten, cream bought', () => {
    const sharing = { animals: [{ ...tansy, sharesWithCalf: true }] };
    const off = (inDays: number) => year({ ...sharing, changes: [{ kind: 'calfOff', inDays }] });
    expect(made(off(0), 0, 9)).toBeGreaterThan(1.6 * made(year(sharing), 0, 9));
    // Three weeks later: until then as it is; of the next birth there is another calf.
    expect(made(off(21), 0, 3)).toBeCloseTo(made(year(sharing), 0, 3), 6);
    expect(made(off(21), 3, 9)).toBeCloseTo(made(off(0), 3, 9), 6);
    expect(made(off(0), 22, 40)).toBeCloseTo(made(year(sharing), 22, 40), 6);
    // Her own milkings showed what the calf left: with it she gives that, and without it the calf’s part as well.
    const alone = year({ animals: [tansy] });
    expect(year(sharing).makes / alone.makes).toBeGreaterThan(0.75);
    expect(made(off(0), 0, 9) / made(alone, 0, 9)).toBeCloseTo(1 / 0.6, 1);
    const another = year({ changes: [{ kind: 'another', breed: 'kerry', calvesInDays: 14 }] });
    expect(made(another, 3, 10)).toBeGreaterThan(1.5 * made(year(), 3, 10));
    expect(another.herd).toHaveLength(2);
    // Another like the one that is here gives as she does, not as the book has it.
    expect(another.herd[1]!.animal.peak).toBe(16_000);
    const both = year({
      changes: [
        { kind: 'another', breed: 'kerry', calvesInDays: 14 },
        { kind: 'another', breed: 'goat', calvesInDays: 90 },
      ],
    });
    expect(both.herd.map(({ animal, calves }) => [animal.name, calves?.inDays])).toEqual([
      ['Tansy', 129],
      ['Another Kerry', 14],
      ['Another goat', 90],
    ]);
    expect(both.makes).toBeGreaterThan(another.makes);
    const deeper = (millimetres: number) =>
      year({ changes: [{ kind: 'deeper', millimetres }] }).makes / year().makes;
    expect(deeper(2)).toBeGreaterThan(1.02);
    expect(deeper(6)).toBeGreaterThan(deeper(2));
    // Under the cream line there is hardly any more of it.
    expect(deeper(20) - deeper(6)).toBeLessThan(0.02);
    expect(year({ changes: [{ kind: 'separator' }] }).makes).toBeGreaterThan(1.08 * year().makes);
    // Where nearly all of the fat comes into the butter neither brings more than all of it.
    expect(year({ butterPerFat: 1.15, changes: [{ kind: 'separator' }] }).makes).toBeLessThan(
      1.03 * year({ butterPerFat: 1.15 }).makes,
    );
    const hungry = { demand: 1500 };
    expect(year({ ...hungry, changes: [{ kind: 'buyCream', weeks: 9 }] }).chance).toBeGreaterThanOrEqual(
      year(hungry).chance,
    );
  });

  it('what the churn takes in a week is all that is made; more loads make more', () => {
    const free = year();
    const rich = Math.max(...free.weeks.map(({ butter }) => butter.mid));
    const small = (loads: number) => year({ churning: { perLoad: rich / 4, loads } });
    expect(free).toMatchObject({ capacity: undefined, unchurned: 0, tooMuch: undefined });
    const one = small(2);
    expect(one.capacity).toBeCloseTo(rich / 2, 6);
    expect(one.makes + one.unchurned).toBeCloseTo(free.makes, 6);
    expect(one.unchurned).toBeGreaterThan(0.1 * free.makes);
    expect(one.tooMuch!.to).toBeGreaterThan(25);
    expect(small(5)).toMatchObject({ unchurned: 0, tooMuch: undefined });
    const more = year({ churning: { perLoad: rich / 4, loads: 2 }, changes: [{ kind: 'loads', loads: 3 }] });
    expect(more).toEqual(small(3));
    const hungry = { demand: 0.7 * rich, churning: { perLoad: rich / 4, loads: 2 } };
    expect(year(hungry).chance).toBe(0);
  });

  it('how her own curve falls, and what her tests say of her fat, are hers', () => {
    const late = (tilt: number) => year({ animals: [{ ...tansy, curve: { tilt, tiltSd: 0.03, at: 150 } }] });
    expect(made(late(0.3), 0, 9) / made(late(0), 0, 9)).toBeGreaterThan(1.15);
    expect(made(late(-0.3), 0, 9) / made(late(0), 0, 9)).toBeLessThan(0.87);
    const rich = year({ animals: [{ ...tansy, fat: { times: 1.2, sd: 0.03, tests: 6 } }] });
    expect(rich.makes / year().makes).toBeCloseTo(1.2, 1);
    expect(rich.herd[0]!.animal.meanFat).toBeGreaterThan(1.19 * year().herd[0]!.animal.meanFat);
  });

  it('with no animal nothing is made; what lies in the freezer is eaten, and then it is over', () => {
    const none = year({ animals: [], frozen: 4000 });
    expect(none.makes).toBe(0);
    expect(none.chance).toBe(0);
    expect(none.runsOut).toBe(11);
    expect(year({ animals: [], frozen: 4000, room: 1000 }).noRoom).toBeGreaterThan(2000);
  });

  it('an animal whose milk was never weighed by herself is known worse', () => {
    const wide = ({ weeks }: ReturnType<typeof year>) =>
      Math.log(weeks[25]!.butter.high / weeks[25]!.butter.low);
    expect(wide(year({ animals: [{ ...tansy, peak: undefined }] }))).toBeGreaterThan(1.4 * wide(year()));
    expect(weekOn(today, 2)).toBe('2026-12-15');
  });

  it('tells how far it is, and stops where it is stopped', () => {
    const told: number[] = [];
    yearAhead({ today, animals: [tansy], butterPerFat: 1, demand: 400, frozen: 0, fresh: 0, changes: [], seed: 'y', runs: 50 }, (share) => told.push(share)); // prettier-ignore
    expect(told.at(0)).toBe(0);
    expect(told.at(-1)!).toBeGreaterThan(0.9);
    expect(told.toSorted((a, b) => a - b)).toEqual(told);
  });
});

it('its bands hold on herds whose curves are another, and what it says can be eaten lasts (./immulgo validate has many)', () => {
  const scores = Array.from({ length: 8 }, (_, i) => scoreYear(`a few ${i}`));
  const inside =
    scores.reduce((sum, one) => sum + one.inside, 0) / scores.reduce((sum, one) => sum + one.weeks, 0);
  expect(inside).toBeGreaterThan(0.7);
  expect(scores.filter(({ lasted }) => lasted).length).toBeGreaterThanOrEqual(6);
});
