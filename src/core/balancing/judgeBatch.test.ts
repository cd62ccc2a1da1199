import fc from 'fast-check';
import type { BatchEvent, BatchFacts } from '../churning/batchEvents';
import { tellBatch } from '../churning/tellBatch';
import { churnedLines } from './churnedLines';
import { judgeWith } from './judgeBatch';

/** Judged with a buttermilk of so much fat. */
const judgeBatch = (given: BatchFacts, story: Parameters<typeof judgeWith>[1], buttermilkFat: number) =>
  judgeWith(given, story, { buttermilkFat, buttermilkLogSd: 0.3, from: 'marks' });

const facts: BatchFacts = {
  creamMass: 2000, creamMassSd: 20, creamVolume: 2010, amountTyped: '2 kg', creamFat: 0.38, creamFatSd: 0.01, fatMethod: 'label',
  temperature: 13, temperatureAssumed: false, ripened: false, treatment: 'pasteurised', homogenised: false, hardness: 0,
  tool: 'barrel', vesselId: null, capacity: 10000, loads: 1, usualSalt: { way: 'none' }, usualStorage: 'fridge',
}; // prettier-ignore

function batch(
  butter: number[],
  options: { buttermilk?: number; water?: number; measured?: 'scale' | 'volume'; salt?: number } = {},
) {
  const events = [
    { kind: 'started' },
    ...(options.water ? [{ kind: 'water', mass: options.water }] : []),
    { kind: 'mark', stage: 'break' },
    options.buttermilk === undefined ? { kind: 'drained', measured: 'skipped' } : { kind: 'drained', measured: 'mass', mass: options.buttermilk, massSd: 5 },
    ...butter.map((mass, i) => ({ kind: 'portion', portionId: `portion-${i}-abc`, name: '', mass, massSd: options.measured === 'volume' ? mass * 0.08 : 2, measured: options.measured ?? 'scale', saltMass: options.salt ?? 0, salting: { way: 'none' }, additions: [], storage: 'fridge' })),
    { kind: 'packed' },
  ].map((body, i) => ({ id: `event-${String(i).padStart(4, '0')}`, atSeconds: 1_800_000_000 + i * 60, ...body })) as BatchEvent[]; // prettier-ignore
  return tellBatch(facts, events);
}

describe('the verdict', () => {
  it.each([
    [900, 'plausible'],
    [1000, 'wet'],
    [820, 'suspect'],
  ] as const)('on %d g of butter from 760 g of fat is %s', (mass, verdict) => {
    expect(judgeBatch(facts, batch([mass], { buttermilk: 1050 }), 0.008)!.verdict).toBe(verdict);
  });

  it('takes the water added to the churn off the buttermilk, and off nothing else', () => {
    const dry = judgeBatch(facts, batch([900], { buttermilk: 1050 }), 0.008)!;
    const watered = judgeBatch(facts, batch([900], { buttermilk: 1150, water: 100 }), 0.008)!;
    const net = (judged: typeof dry) =>
      judged.figures.find((figure) => figure.key === 'netButtermilk')!.value;
    expect(net(watered)).toBeCloseTo(net(dry), 9);
  });

  it('is worked out without a buttermilk measurement, and is then less sure', () => {
    const measured = judgeBatch(facts, batch([900], { buttermilk: 1090 }), 0.008)!;
    const skipped = judgeBatch(facts, batch([900]), 0.008)!;
    expect(skipped.verdict).toBe('plausible');
    expect(skipped.impliedSd).toBeGreaterThan(measured.impliedSd);
  });

  it('without a scale says what a scale would settle', () => {
    const judged = judgeBatch(facts, batch([930], { measured: 'volume' }), 0.008)!;
    expect(judged.withAScale).toMatch(/from 7\d to 9\d %.*scale would settle/);
    expect(judgeBatch(facts, batch([930]), 0.008)!.withAScale).toBeUndefined();
  });

  it('says so when the cream’s fat is known too badly for the weight to tell much', () => {
    const guessed = { ...facts, creamFatSd: 0.035 };
    expect(judgeBatch(guessed, batch([900]), 0.008)!.unsure).toMatch(/from 7\d to 9\d %.*± 3\.5 points/);
    const poured = { ...facts, creamMassSd: 160 };
    expect(judgeBatch(poured, batch([900]), 0.008)!.unsure).toMatch(/measured only to ± 8 %.*Weighing/);
    expect(judgeBatch(facts, batch([900]), 0.008)!.unsure).toBeUndefined();
  });

  it('is not given when nothing was weighed, and never takes more fat for the buttermilk than there was', () => {
    expect(judgeBatch(facts, batch([]), 0.008)).toBeUndefined();
    const rich = judgeBatch(facts, batch([900], { buttermilk: 1050 }), 0.9)!;
    expect(rich.buttermilkMass * rich.buttermilkFat).toBeLessThan(rich.fatIn);
  });

  it('where the figures cannot all be right says that, in words, with the likeliest wrong number, and no percentage over 100', () => {
    // 612 g of butter from 760 g of fat: a digit was lost.
    const light = judgeBatch(facts, batch([612], { buttermilk: 1060 }), 0.008)!;
    expect(light.verdict).toBe('contradicts');
    expect(light.meaning).toMatch(
      /More fat went in .* Likeliest wrong: the butter’s weight \(about 9\d\d g would fit\)/,
    );
    expect(light.unsure).toBeUndefined();
    const heavy = judgeBatch(facts, batch([1950], { buttermilk: 1060 }), 0.008)!;
    expect(heavy.verdict).toBe('contradicts');
    expect(heavy.meaning).toMatch(/more butter here than the fat .* the butter’s weight/);
    for (const judged of [light, heavy])
      for (const { value, unit } of judged.figures.filter(({ key }) => key !== 'overrun'))
        if (unit === 'fraction') expect(value).toBeLessThanOrEqual(1);
  });

  it('accounts for mass as it does for fat: cream that is nowhere is said', () => {
    const whole = judgeBatch(facts, batch([900], { buttermilk: 1080 }), 0.008)!;
    expect(whole.findings).toEqual([]);
    const poured = judgeBatch(facts, batch([900], { buttermilk: 490 }), 0.008)!;
    expect(poured.findings).toMatchObject([{ about: 'mass' }]);
    expect(poured.findings[0]!.says).toMatch(/About 60\d g of what went in is neither/);
    expect(poured.findings[0]!.says).toMatch(/how much buttermilk it was/);
    const watered = judgeBatch(facts, batch([900], { buttermilk: 1500 }), 0.008)!;
    expect(watered.findings[0]!.says).toMatch(/more came out than went in/);
  });

  it('shows shares of the butter that add up to one', () => {
    for (const mass of [700, 850, 900, 1000, 1200]) {
      const { composition } = judgeBatch(facts, batch([mass], { salt: 15 }), 0.008)!;
      const { fat, water, salt, rest } = composition;
      expect(fat + water + salt + rest).toBeCloseTo(1, 9);
      expect(Math.min(fat, water, salt, rest)).toBeGreaterThanOrEqual(0);
    }
  });

  it('opens every figure: each has a formula, inputs and a source', () => {
    for (const figure of judgeBatch(facts, batch([900]), 0.008)!.figures) {
      expect(figure.formula).not.toBe('');
      expect(figure.inputs.length).toBeGreaterThan(0);
      expect(figure.source).toMatch(/(19|20)\d\d|density/i);
    }
  });
});

describe('what the batch moved', () => {
  it('adds up to the milligram in mass and in fat, and no butter holds more fat than it weighs', () => {
    const grams = fc.double({ min: 50, max: 1200, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(grams, { minLength: 1, maxLength: 4 }),
        fc.option(grams, { nil: undefined }),
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.double({ min: 0, max: 40, noNaN: true }),
        (butter, buttermilk, water, salt) => {
          const story = batch(butter, { buttermilk, water, salt });
          const judged = judgeBatch(facts, story, 0.008);
          if (!judged) return;
          const lines = churnedLines(facts, story, judged, 'cream-lot', 'milk-lot');
          const sum = (key: 'mass' | 'fat') =>
            lines.reduce((total, line) => total + Math.round(line[key] * 1000), 0);
          expect([sum('mass'), sum('fat')]).toEqual([0, 0]);
          for (const line of lines)
            if (line.account !== 'unaccounted')
              expect(Math.abs(line.fat)).toBeLessThanOrEqual(Math.abs(line.mass));
        },
      ),
    );
  });
});

describe('water in the butter', () => {
  const judge = (...more: object[]) => {
    const before = batch([900], { buttermilk: 1050 }).events;
    const events = [
      ...before,
      ...more.map((body, i) => ({ id: `later-${i}-abcd`, atSeconds: 1_800_010_000 + i, ...body })),
    ] as BatchEvent[];
    return judgeBatch(facts, tellBatch(facts, events), 0.008)!;
  };
  const water = (judged: ReturnType<typeof judge>) => judged.figures.find(({ key }) => key === 'moisture')!;

  it('is said from the balance and the working, and a test settles it', () => {
    const untested = judge();
    expect(water(untested).inputs.map(({ name }) => name)).toEqual([
      'By how it was worked',
      'By the fat balance',
    ]);
    const tested = judge({ kind: 'moisture', tare: 80, before: 90, after: 88.5 });
    expect(water(tested).inputs.map(({ name }) => name)).toContain('By the moisture test');
    expect(water(tested).sd!).toBeLessThan(water(untested).sd!);
    expect(Math.abs(water(tested).value - 0.15)).toBeLessThan(Math.abs(water(untested).value - 0.15) + 1e-9);
  });

  it('is more in butter that was only pressed, or stopped as one mass', () => {
    const worked = water(judge({ kind: 'worked', way: 'worked' })).value;
    expect(water(judge({ kind: 'worked', way: 'pressed' })).value).toBeGreaterThan(worked);
    expect(
      water(judge({ kind: 'worked', way: 'worked' }, { kind: 'gathered', size: 'mass' })).value,
    ).toBeGreaterThan(worked);
  });

  it('says when the figures contradict each other', () => {
    expect(judge().water.disagree).toBe(false);
    expect(judge({ kind: 'moisture', tare: 80, before: 90, after: 87 }).water.disagree).toBe(true);
  });
});

describe('wash water that went into the buttermilk', () => {
  it('is taken off again, in mass and in the fat it would have been thought to carry', () => {
    const drained = (washIn?: number) => {
      const events = batch([900], { buttermilk: 1050 + (washIn ?? 0) }).events.map((event) =>
        event.kind === 'drained' && washIn ? { ...event, washIn } : event,
      );
      return judgeBatch(facts, tellBatch(facts, events), 0.008)!;
    };
    const net = ({ figures }: ReturnType<typeof drained>) =>
      figures.find(({ key }) => key === 'netButtermilk')!.value;
    expect(net(drained(800))).toBeCloseTo(net(drained()), 6);
    expect(drained(800).fatToButter).toBeCloseTo(drained().fatToButter, 6);
  });
});

describe('butter made into ghee', () => {
  it('adds up to the milligram whatever was weighed, and no lot holds more fat than it weighs', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 40, max: 500, noNaN: true }),
        fc.double({ min: 0.3, max: 0.99, noNaN: true }),
        fc.double({ min: 100, max: 800, noNaN: true }),
        (butter, share, plain) => {
          const told = batch([butter, plain], { buttermilk: 1050 });
          const portions = told.portions.map((portion, i) =>
            i === 0 ? { ...portion, ghee: { mass: butter * share, weighed: true } } : portion,
          );
          const story = { ...told, portions };
          const judged = judgeBatch(facts, story, 0.008);
          if (!judged) return;
          const lines = churnedLines(facts, story, judged, 'cream', 'buttermilk');
          const milligrams = (of: (line: (typeof lines)[number]) => number) =>
            lines.reduce((sum, line) => sum + Math.round(1000 * of(line)), 0);
          expect(milligrams(({ mass }) => mass)).toBe(0);
          expect(milligrams(({ fat }) => fat)).toBe(0);
          for (const { account, mass, fat } of lines)
            if (account !== 'unaccounted') {
              expect(Math.abs(fat)).toBeLessThanOrEqual(Math.abs(mass) + 1e-9);
              expect(fat * mass).toBeGreaterThanOrEqual(0);
            }
          expect(lines.find(({ account }) => account === 'boiledOff')!.mass).toBeGreaterThanOrEqual(0);
        },
      ),
      { numRuns: 200 },
    );
  });
});
