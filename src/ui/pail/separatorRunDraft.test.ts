import { byScrew } from '@/core/separating/separatorRun';
import type { LotNow } from '../standing/lotNow';
import { freshRun, milkOf, readRun, runInput, usualMilk } from './separatorRunDraft';
import { skimUses } from './usual';
import type { RunDraft } from './separatorRunDraft';

const standing = (id: string, celsius: number, mass = 6000, fatShare = 0.04) =>
  ({
    celsius,
    lot: { id, mass, fat: mass * fatShare, blockedReason: null },
    judged: { mayNot: {} },
  }) as unknown as LotNow;
const milk = { mass: 12_000, fat: 0.04 };
const read = (said: Partial<RunDraft>, skimFat: number | undefined = 0.0015) =>
  readRun({ ...freshRun, ...said }, milk, skimFat, 'metric');

test('what is warm enough is run together; with none, the oldest is to be warmed', () => {
  const [warm, fresh, cold] = [standing('a', 34), standing('b', 36), standing('c', 5)];
  expect(usualMilk([cold, warm, fresh])).toEqual([warm, fresh]);
  expect(usualMilk([cold, standing('d', 4)])).toEqual([cold]);
  expect(usualMilk([])).toEqual([]);
  // What is to be thrown out is not run unasked, be it the warmest or the oldest.
  const old = (celsius: number) =>
    ({
      ...standing('e', celsius),
      judged: { mayNot: { pour: 'it is older than is safe' } },
    }) as unknown as LotNow;
  expect(usualMilk([old(35), cold])).toEqual([cold]);
  expect(usualMilk([old(4)])).toEqual([]);
});

test('milk run together has the fat of both', () => {
  expect(milkOf([standing('a', 36, 4000, 0.05), standing('b', 36, 8000, 0.035)])).toEqual({
    mass: 12_000,
    fat: expect.closeTo(0.04, 9) as number,
  });
  expect(milkOf([]).mass).toBe(0);
});

test('all the fat that the skim does not keep is in the cream', () => {
  const { creamMass, creamFat, share } = read({ creamTyped: '1200 g' });
  expect(creamMass).toBe(1200);
  expect(creamMass! * creamFat! + (12_000 - 1200) * 0.0015).toBeCloseTo(480, 6);
  expect(share).toBeCloseTo(0.1, 9);
});

test('skim that was tested is believed over what was foreseen', () => {
  expect(read({ creamTyped: '1200 g', skimFatTyped: '0.5 %' }).creamFat!).toBeCloseTo(
    (480 - 10_800 * 0.005) / 1200,
    9,
  );
  expect(read({ creamTyped: '1200 g' }, undefined).creamFat).toBe(read({ creamTyped: '1200 g' }).creamFat);
});

test('water that flushed the bowl is water, and takes its share of fat along', () => {
  const dry = read({ creamTyped: '1200 g' });
  const flushed = read({ creamTyped: '1200 g', flushTyped: '500 g' });
  expect(flushed.flushMass).toBe(500);
  expect(flushed.creamFat!).toBeLessThan(dry.creamFat!);
  expect(flushed.creamFat!).toBeGreaterThan(dry.creamFat! - 0.001);
});

test('what plainly does not add up is said, what a jug may err is not', () => {
  expect(read({ creamTyped: '1200 g', skimTyped: '10.7 kg' }).missing).toBeUndefined();
  expect(read({ creamTyped: '1200 g', skimTyped: '9.8 kg' }).missing).toBeCloseTo(1000, 6);
  expect(read({ creamTyped: '1200 g', skimTyped: '9.8 kg', spilledTyped: '1 kg' }).missing).toBeUndefined();
  expect(read({ creamTyped: '1200 g', skimTyped: '12 kg' }).missing).toBeCloseTo(-1200, 6);
  expect(read({ creamTyped: '1200 g' }).missing).toBeUndefined();
});

test('a volume is weighed as what it is, and rubbish is no amount', () => {
  const { creamMass } = read({ creamTyped: '1.2 L' });
  expect(creamMass).toBeGreaterThan(1150);
  expect(creamMass).toBeLessThan(1210);
  for (const creamTyped of ['a bucket', '0 L', '']) expect(read({ creamTyped }).creamMass).toBeUndefined();
  expect(read({ creamTyped: 'a bucket' }).cream).toHaveProperty('wrong');
});

test('the run is written down once the cream is measured, with what was said and no more', () => {
  const about = {
    chosen: [standing('milk-a', 36)],
    vesselId: null,
    skimTo: 'hens' as const,
    celsius: 36,
    elapsedSeconds: undefined,
    machine: undefined,
  };
  expect(runInput(freshRun, read({}), about, () => 'new')).toBeUndefined();
  const bare = runInput({ ...freshRun, discsIn: '24' }, read({ creamTyped: '1.2 kg' }), about, () => 'new')!;
  expect(bare.details).toEqual({ screw: 0, flow: 1, milkCelsius: 36 });
  expect(bare.skim).toEqual({ to: 'use', use: 'hens' });
  const full = runInput(
    { ...freshRun, screw: '-1', flow: 'slow', discsIn: '24', discsOut: '23' },
    read({ creamTyped: '1.2 kg', skimFatTyped: '0.2 %' }),
    { ...about, skimTo: 'keep', elapsedSeconds: 754 },
    () => 'new',
  )!;
  expect(full.details).toMatchObject({
    screw: -1,
    flow: 0.75,
    minutes: 12.6,
    skimFat: 0.002,
    discsIn: 24,
    discsOut: 23,
  });
  expect(full.skim).toMatchObject({ to: 'lot' });
});

test('each turn of the screw says what it gave', () => {
  const runs = byScrew([
    { way: 'separator', screw: 1, creamFat: 0.42, skimFat: 0.002 },
    { way: 'separator', screw: 1, creamFat: 0.38 },
    { way: 'separator', creamFat: 0.35 },
    { way: 'ladle', creamFat: 0.2 },
  ] as Parameters<typeof byScrew>[0]);
  expect(runs.get('1')).toEqual({ creamFat: expect.closeTo(0.4, 9) as number, skimFat: 0.002, times: 2 });
  expect(runs.get('0')).toMatchObject({ times: 1, skimFat: undefined });
  expect(runs.size).toBe(2);
});

test('skim of milk that is kept from people’s food is not offered to them', () => {
  expect(skimUses(true)).toEqual(['pigs', 'hens', 'calves', 'soap']);
  expect(skimUses(false)).toContain('drunk');
});
