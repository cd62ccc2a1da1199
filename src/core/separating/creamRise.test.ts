import fc from 'fast-check';
import { calculate } from '../calculations';
import { creamDensity } from '../dairy/creamDensity';
import { creamRise, learnLine } from './creamRise.calc';
import type { CreamRise, RiseInput } from './creamRise.calc';
import type { Species, StandingMilk } from './creamRise';
import { cutAt, riseCream, serumViscosity } from './creamRise';
import { heatedShare, howHeated } from './heatedShare';

const standing = (depth: number, change: Partial<StandingMilk> = {}): StandingMilk => ({
  vessel: { bottomDiameter: 120, topDiameter: 120, height: 1000 },
  mass: (Math.PI / 4) * 120 * 120 * (depth / 1000) * creamDensity(0.042, 4),
  fat: 0.042,
  temperature: 4,
  species: 'cow',
  heated: false,
  ...change,
});
const after = (hours: number, depth = 200, change: Partial<StandingMilk> = {}) => {
  const [column] = riseCream(standing(depth, change), [hours]);
  return { column: column!, ...cutAt(column!, column!.lineDepth ?? 0) };
};
const fatOf = ({ slices }: { slices: { fatMass: number; mass: number }[] }) => ({
  fat: slices.reduce((sum, slice) => sum + slice.fatMass, 0),
  mass: slices.reduce((sum, slice) => sum + slice.mass, 0),
});

describe('cream on cold cow’s milk', () => {
  it.each([
    [12, 200, 0.86, 0.21],
    [48, 200, 0.93, 0.27],
    [12, 100, 0.92, 0.21],
    [12, 400, 0.66, 0.2],
  ])('after %d h in %d mm has gathered its share, as tabled', (hours, depth, recovery, fat) => {
    const cut = after(hours, depth);
    expect(Math.abs(cut.recovery - recovery)).toBeLessThan(0.04);
    expect(Math.abs(cut.creamFat - fat)).toBeLessThan(0.012);
  });

  it('shows a line within two hours, is richest on top, and dries slowly', () => {
    const { column } = after(2);
    expect(column.lineDepth).toBeGreaterThan(3);
    const [day, two] = [after(24), after(48)];
    expect(day.column.slices.at(-1)!.fat).toBeGreaterThan(day.creamFat);
    expect(two.creamFat).toBeGreaterThan(day.creamFat);
    expect(two.column.lineDepth!).toBeLessThan(day.column.lineDepth!);
  });

  it('goat’s, heated and warm milk hardly creams', () => {
    expect(after(24, 200, { species: 'goat' }).recovery).toBeLessThan(0.3);
    expect(cutAt(after(24, 200, { heated: true }).column, 35).recovery).toBeLessThan(0.35);
    expect(cutAt(after(12, 200, { temperature: 20 }).column, 35).recovery).toBeLessThan(
      cutAt(after(12).column, 35).recovery,
    );
  });
});

describe('the column', () => {
  it('loses and makes nothing, whatever is poured in and drawn off', () => {
    const anything = fc.record({
      species: fc.constantFrom<Species>('cow', 'goat', 'sheep', 'buffalo'),
      temperature: fc.double({ min: 1, max: 25, noNaN: true }),
      depth: fc.integer({ min: 60, max: 300 }),
      top: fc.integer({ min: 90, max: 200 }),
      added: fc.double({ min: 50, max: 900, noNaN: true }),
      drawn: fc.double({ min: 10, max: 300, noNaN: true }),
    });
    fc.assert(
      fc.property(anything, ({ depth, top, added, drawn, ...rest }) => {
        const milk = standing(depth, {
          ...rest,
          vessel: { bottomDiameter: 120, topDiameter: top, height: 1000 },
        });
        const [plain, before, poured, let1] = riseCream({ ...milk, happenings: [{ kind: 'topUp', atHours: 3, mass: added, fat: 0.038 }, { kind: 'draw', atHours: 5, mass: drawn }] }, [1, 2.9, 4, 6]); // prettier-ignore
        for (const column of [plain!, before!]) {
          expect(Math.abs(fatOf(column).mass / milk.mass - 1)).toBeLessThan(1e-9);
          expect(Math.abs(fatOf(column).fat / (milk.mass * milk.fat) - 1)).toBeLessThan(1e-9);
        }
        expect(Math.abs(fatOf(poured!).fat / (milk.mass * milk.fat + added * 0.038) - 1)).toBeLessThan(1e-9);
        expect(Math.abs(fatOf(let1!).mass / (milk.mass + added - drawn) - 1)).toBeLessThan(1e-9);
        for (const { fat } of let1!.slices) expect(fat).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: 3 },
    );
  });

  it('of one size of thin milk clears behind a front that rises at Stokes’ speed', () => {
    const milk = standing(100, {
      fat: 0.001,
      heated: true,
      globules: [{ diameter: 6.5e-6, floc: false, part: 1 }],
    });
    const speed = (9.81 * 80 * 6.5e-6 ** 2) / (18 * serumViscosity(4));
    const hours = 24;
    const [column] = riseCream(milk, [hours], 80);
    const front = speed * 1000 * hours * 3600;
    // First-order upwind smears the front over a few cells; its middle stands where it should.
    const half = column!.slices.find(({ fat }) => fat > 0.0005)!;
    expect(Math.abs((half.from + half.to) / 2 - front)).toBeLessThan(2.5);
  });

  it('a ladle set deeper takes more cream, leaner, and leaves less behind', () => {
    const { column } = after(12);
    for (let depth = 10; depth < 150; depth += 20) {
      const [less, more] = [cutAt(column, depth), cutAt(column, depth + 20)];
      expect(more.creamMass).toBeGreaterThan(less.creamMass);
      expect(more.recovery).toBeGreaterThanOrEqual(less.recovery);
      expect(more.creamFat).toBeLessThan(less.creamFat + 1e-12);
    }
  });
});

describe('what a maker is told', () => {
  const input: RiseInput = {
    milkMass: 2340, milkFat: 0.042, temperature: 4, species: 'cow', heated: false,
    vessel: { bottomDiameter: 120, height: 250 }, hours: 12, ladleDepths: [25], happenings: [], stops: [],
  }; // prettier-ignore

  it('learns from where the ladle really stopped, any number of times and in any order', () => {
    const shallow = creamRise({
      ...input,
      stops: [
        { foreseen: 34, stopped: 26 },
        { foreseen: 30, stopped: 24 },
      ],
    });
    expect(shallow.lineDepth!.mid).toBeLessThan(0.9 * creamRise(input).lineDepth!.mid);
    const stops = [
      { foreseen: 30, stopped: 20 },
      { foreseen: 30, stopped: 31 },
      { foreseen: 30, stopped: 2 },
    ];
    expect(learnLine(stops).mean).toBeCloseTo(learnLine(stops.toReversed()).mean, 12);
    expect(learnLine(stops).sd).toBeLessThan(learnLine([]).sd);
  });

  it('says what waiting gains, less the longer it has stood', () => {
    expect(creamRise({ ...input, hours: 30 }).waitingGains).toBeLessThan(
      creamRise({ ...input, hours: 6 }).waitingGains,
    );
  });

  it('minds the cold chain, and milk that does not fit', () => {
    expect(creamRise({ ...input, temperature: 15 }).cautions[0]).toMatchObject({
      key: 'cold-chain',
      level: 'danger',
    });
    expect(() => calculate('cream.rise', { ...input, milkMass: 9000 })).toThrow(/would stand \d+ mm high/);
    expect(() => calculate('cream.rise', { ...input, milkMass: 10 })).toThrow(/mm deep/);
  });

  it('can be watched and stopped', () => {
    const seen: number[] = [];
    creamRise({ ...input, hours: 48 }, (share) => void seen.push(share));
    expect(seen.length).toBeGreaterThan(3);
    expect(seen).toEqual(seen.toSorted((a, b) => a - b));
    expect(() =>
      creamRise({ ...input, hours: 48 }, () => {
        throw new Error('stopped');
      }),
    ).toThrow('stopped');
  });
});

describe('milk that was heated', () => {
  it('gathers by how hot it was held: a quarter lost at 63 °C for 30 min, four fifths at 72 °C for 15 s, all from 85 °C', () => {
    expect(heatedShare({ celsius: 63, minutes: 30 })).toBeCloseTo(0.25, 1);
    expect(heatedShare({ celsius: 72, minutes: 0.25 })).toBeCloseTo(0.8, 1);
    expect(heatedShare({ celsius: 85, minutes: 0.25 })).toBeGreaterThan(0.98);
    expect([heatedShare(true), heatedShare(false)]).toEqual([1, 0]);
    const recovery = (heated: StandingMilk['heated']) => after(12, 200, { heated }).recovery;
    const [raw, slow, quick, boiled] = [false, { celsius: 63, minutes: 30 }, { celsius: 72, minutes: 0.25 }, true].map((how) => recovery(how as boolean));
    expect(raw).toBeGreaterThan(slow!);
    expect(slow).toBeGreaterThan(quick! + 0.1);
    expect(quick).toBeGreaterThan(boiled!);
  }); // prettier-ignore

  it('is foreseen less surely than raw milk, and says why', () => {
    const rise = (heated: RiseInput['heated']) =>
      calculate('cream.rise', { milkMass: 2300, milkFat: 0.042, temperature: 4, hours: 12, heated, ladleDepths: [40], vessel: { bottomDiameter: 120, height: 250 } }) as CreamRise;
    const width = ({ cuts: [cut] }: CreamRise) => cut!.recovery.high - cut!.recovery.low;
    const slow = rise({ celsius: 63, minutes: 30 });
    expect(width(slow)).toBeGreaterThan(1.3 * width(rise(false)));
    expect(slow.reasons[0]!.says).toMatch(/lost about \d+ % of what gathers its fat/);
  }); // prettier-ignore

  it('is known by its last heating; bought, as milk in shops most likely was; boiled gathers no more', () => {
    const heating = (celsius: number) => ({ kind: 'heated', celsius, minutes: 30 });
    expect(howHeated('pasteurised', false, [heating(63), heating(66)])).toEqual({ celsius: 66, minutes: 30 });
    expect(howHeated('pasteurised', false, [])).toEqual({ celsius: 72, minutes: 0.25 });
    expect(howHeated('raw', false, [])).toBe(false);
    expect(howHeated('raw', true, [])).toBe(true);
    expect(howHeated('boiled', false, [heating(98)])).toBe(true);
  });
});
