import { creamRise } from '@/core/separating/creamRise.calc';
import { restUnder } from '@/core/separating/cutBetween';
import type { PailView, ShownLot } from '@/server/pail/views';
import type { LotNow } from '../standing/lotNow';
import { underLine } from '@/core/separating/cutBetween';
import { planSkim, skimInput } from './skimPlan';
import type { SkimSaid } from './skimPlan';

const now = 1_800_000_000;
const depthOf = (mass: number) => (mass / 1.03 / ((Math.PI / 4) * 13 ** 2)) * 10;
const rise = creamRise({
  milkMass: 2500,
  milkFat: 0.04,
  temperature: 5,
  species: 'cow',
  heated: false,
  vessel: { bottomDiameter: 130, height: 260 },
  hours: 16,
  ladleDepths: Array.from({ length: 80 }, (_, i) => (depthOf(2500) * (i + 1)) / 80),
  happenings: [],
  stops: [],
});
const jar = { id: 'blue', name: 'Blue jar', kind: 'jar', capacity: 3000 };
const lot = (change: Partial<ShownLot> = {}) =>
  ({
    id: 'milk-0001',
    kind: 'milk',
    mass: 2500,
    fat: 100,
    treatment: 'raw',
    blockedReason: null,
    details: {},
    events: [],
    oldestSeconds: now - 16 * 3600,
    vessel: jar,
    ...change,
  }) as unknown as ShownLot;
const view = { lots: [], vessels: [], nowSeconds: now, separations: [] } as unknown as PailView;
const one = (change: Partial<ShownLot> = {}) =>
  ({ lot: lot(change), volume: 2430, celsius: 5, ageHours: 16.04 }) as LotNow;
const litres = (millilitres: number) => `${(millilitres / 1000).toFixed(2)} L`;
const plan = (
  said: Partial<SkimSaid> = {},
  change: Partial<ShownLot> = {},
  risen: typeof rise | null = rise,
) => planSkim(view, one(change), risen ?? undefined, { measured: '', ...said }, 'metric', litres);
const written = (
  planned: ReturnType<typeof plan>,
  said: Partial<Parameters<typeof skimInput>[2]> = {},
  change: Partial<ShownLot> = {},
) => {
  let made = 0;
  return skimInput(
    one(change),
    planned,
    { ladle: undefined, into: 'tub', topInto: null, skimTo: 'pigs', rose: true, ...said },
    () => `new-${(made += 1)}`,
  );
};

test('left alone, the ladle goes a little under the line', () => {
  const { at, line, creamMass, creamFat } = plan();
  expect(at).toBeCloseTo(line! + underLine, 9);
  expect(creamMass! * creamFat!).toBeLessThan(100);
  expect(creamFat!).toBeGreaterThan(0.12);
});

test('a ladle below the bottom stops at it', () => {
  expect(plan({ ladle: 9999 }).at).toBe(rise.depth);
});

test('deeper leaves less butter behind in a week', () => {
  expect(plan({ ladle: 40 }).leftAWeek).toBeLessThan(plan({ ladle: 8 }).leftAWeek);
  expect(plan({ ladle: 8 }).leftAWeek).toBeGreaterThan(0);
});

test('a measured amount keeps the fat the ladle took, and is never richer than ladled cream can be', () => {
  const asLadled = plan({ ladle: 30 });
  const more = plan({ ladle: 30, measured: '800 g' });
  expect(more.creamMass).toBe(800);
  expect(more.creamMass! * more.creamFat!).toBeCloseTo(asLadled.creamMass! * asLadled.creamFat!, 6);
  expect(plan({ ladle: 30, measured: '30 g' }).creamFat).toBe(0.5);
});

test('more cream than there was milk is refused in the maker’s words', () => {
  expect(plan({ measured: '3 L' }).amount).toEqual({
    wrong: 'There were 2.43 L of milk: that much cream cannot come from it.',
  });
  expect(plan({ measured: '0 L' }).amount).toHaveProperty('wrong');
});

test('heavy top and rest together are what the ladle took, in mass and in fat', () => {
  const planned = plan({ ladle: 30, top: 10 });
  const input = written(planned)!;
  expect(input.cuts).toHaveLength(2);
  const [top, rest] = [input.cuts[0]!, input.cuts[1]!];
  expect(top.mass + rest.mass).toBeCloseTo(planned.creamMass!, 6);
  expect(top.mass * top.fat + rest.mass * rest.fat).toBeCloseTo(planned.creamMass! * planned.creamFat!, 6);
  expect(top.fat).toBeGreaterThan(rest.fat);
});

test('the heavy top ends above the line, and is not parted from cream that was measured', () => {
  expect(plan({ ladle: 20, top: 400 }).topAt).toBe(18);
  expect(written(plan({ ladle: 30, top: 10, measured: '500 g' }))!.cuts).toHaveLength(1);
});

test('nothing is left under a top that is everything', () => {
  const all = { creamMass: 300, creamFat: 0.2 };
  expect(restUnder(all, all)).toEqual({ mass: 0, fat: 0 });
  expect(restUnder({ creamMass: 400, creamFat: 0.3 }, all).mass).toBe(0);
});

test('boiled milk gives what boiled milk gives, without a line', () => {
  const planned = plan({}, { treatment: 'boiled' }, null);
  expect(planned.creamMass! * planned.creamFat!).toBeCloseTo(52, 6);
  expect(written(planned, { rose: false }, { treatment: 'boiled' })).toMatchObject({ way: 'boiled' });
});

test('before it is known how far it rose there is nothing to write down', () => {
  expect(written(plan({}, {}, null))).toBeUndefined();
});

test('where the blue showed is kept for the next line only when the maker said so', () => {
  expect(written(plan())!.details).not.toHaveProperty('stopped');
  expect(written(plan({ ladle: 22 }), { ladle: 22 })!.details).toMatchObject({
    stopped: 22,
    foreseen: rise.lineDepth!.mid,
    standHours: 16,
  });
});

test('the vessel says how it was taken off, and kept skim stays where it stands', () => {
  const tapCan = { vessel: { ...jar, kind: 'tapCan' } } as unknown as Partial<ShownLot>;
  expect(written(plan({}, tapCan), {}, tapCan)).toMatchObject({ way: 'tap' });
  expect(written(plan(), { skimTo: 'keep' })!.skim).toMatchObject({ to: 'lot', vesselId: 'blue' });
});
