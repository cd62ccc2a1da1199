import { CalculationError } from '../calculationError';
import fc from 'fast-check';
import { goodKit, measuredChurning, scoreBooks, scoreSlip, slips, usualKit } from '@tests/validation/books';
import { plainBooks } from '@tests/validation/examples';
import { Noise } from '@tests/validation/noise';
import type { Network } from './network';
import { fitNetwork, reconcile, standardised } from './reconcile';
import { reconcilePower } from './reconcilePower';

const churning = plainBooks;
const without = (id: string, kind: 'mass' | 'fat'): Network => ({
  ...churning,
  streams: churning.streams.map((stream) => (stream.id === id ? { ...stream, [kind]: undefined } : stream)),
});

describe('the books', () => {
  it('balance afterwards, in mass and in fat, whatever was measured', () => {
    fc.assert(
      fc.property(fc.string(), fc.double({ min: -0.15, max: 0.15, noNaN: true }), (seed, misweighed) => {
        const network = measuredChurning(new Noise(seed), usualKit, misweighed);
        const { streams, chiSquare, pValue } = reconcile(network);
        const [cream, ...out] = streams;
        const sum = (of: (one: (typeof streams)[number]) => number) =>
          out.reduce((all, one) => all + of(one), 0);
        expect(sum((one) => one.mass) - cream!.mass).toBeCloseTo(0, 6);
        expect(sum((one) => one.fatMass) - cream!.fatMass).toBeCloseTo(0, 6);
        expect(chiSquare).toBeGreaterThanOrEqual(0);
        expect(pValue).toBeGreaterThanOrEqual(0);
        expect(pValue).toBeLessThanOrEqual(1);
      }),
      { numRuns: 60 },
    );
  });

  it('do not depend on the order in which streams and nodes are told', () => {
    const told = reconcile(churning);
    const turned = reconcile({
      streams: churning.streams.toReversed(),
      nodes: [{ in: ['cream'], out: ['loss', 'butter', 'buttermilk'] }],
    });
    for (const stream of told.streams) {
      const other = turned.streams.find(({ id }) => id === stream.id)!;
      expect(other.mass).toBeCloseTo(stream.mass, 6);
      expect(other.fatMassSd).toBeCloseTo(stream.fatMassSd, 6);
    }
    expect(turned.chiSquare).toBeCloseTo(told.chiSquare, 8);
  });

  it('trust the surer figure more, and are surer afterwards than any measurement', () => {
    const { streams } = reconcile(churning);
    const moved = (id: string, value: number, sd: number) =>
      Math.abs(streams.find((one) => one.id === id)!.mass - value) / sd;
    expect(moved('butter', 620, 3) * 3).toBeLessThan(moved('buttermilk', 760, 23) * 23);
    for (const { id, massSd } of streams)
      expect(massSd).toBeLessThanOrEqual(churning.streams.find((one) => one.id === id)!.mass!.sd);
  });

  it('say what a mass nobody weighed must have been', () => {
    const { streams, degreesOfFreedom } = reconcile(without('buttermilk', 'mass'));
    const buttermilk = streams.find(({ id }) => id === 'buttermilk')!;
    expect(buttermilk.mass).toBeGreaterThan(700);
    expect(buttermilk.mass).toBeLessThan(850);
    expect(degreesOfFreedom).toBe(1);
  });

  it('name the weight that was off by a hundred grams', () => {
    const wrong = structuredClone(churning);
    wrong.streams[1]!.mass!.value += 100;
    const { suspects, pValue } = reconcile(wrong);
    expect(pValue).toBeLessThan(0.001);
    expect(suspects[0]).toBe('butter.mass');
  });

  it.each([
    [
      'two streams of one name',
      { ...churning, streams: [...churning.streams, churning.streams[0]!] },
      /named twice/,
    ],
    ['a stream nobody knows', { ...churning, nodes: [{ in: ['cream'], out: ['curd'] }] }, /no stream “curd”/],
    ['a stream in and out of one node', { ...churning, nodes: [{ in: ['cream'], out: ['cream'] }] }, /twice/],
    [
      'a stream that enters two nodes',
      {
        ...churning,
        nodes: [...churning.nodes, { in: ['cream'], out: ['skim'] }],
        streams: [...churning.streams, { id: 'skim' }],
      },
      /enters two nodes/,
    ],
    [
      'fat nobody knows',
      { streams: churning.streams.map(({ id, mass }) => ({ id, mass })), nodes: churning.nodes },
      /fat of “\w+” is not determined/,
    ],
    [
      'two masses nobody weighed',
      {
        ...churning,
        streams: [churning.streams[0]!, { id: 'butter' }, { id: 'buttermilk' }, churning.streams[3]!],
      },
      /“(butter|buttermilk)” is not determined/,
    ],
  ])('%s is refused by name', (_what, network, words) => {
    expect(() => reconcile(network)).toThrow(words);
  });

  it('with a good kit notice 6 % in the butter’s weight and blame it; with the usual kit 10 %; and seldom cry wolf', () => {
    const good = scoreBooks(new Noise('test'), goodKit, 150);
    expect(good.noticed).toBeGreaterThanOrEqual(0.98);
    expect(good.amongFirstTwo).toBeGreaterThanOrEqual(0.8);
    const usual = scoreBooks(new Noise('test'), usualKit, 150);
    expect(usual.noticed).toBeGreaterThanOrEqual(0.85);
    expect(Math.max(good.falseAlarms, usual.falseAlarms)).toBeLessThan(0.1);
  });
});

describe('who is named when the books do not balance', () => {
  it('is the culprit nearly always, with those that the balance cannot tell from it, and nobody when they do', () => {
    expect(reconcile(churning).named).toEqual([]);
    for (const slip of slips) {
      const usual = scoreSlip(new Noise('named'), usualKit, slip, 300);
      expect(usual.found).toBeGreaterThanOrEqual(0.88);
      expect(usual.named).toBeLessThan(4.2);
      const good = scoreSlip(new Noise('named'), goodKit, slip, 60);
      expect(good.found).toBeGreaterThanOrEqual(0.93);
      expect(good.named).toBeLessThan(2.2);
    }
  });

  it('is the likeliest first, by how large an error such an instrument makes', () => {
    const wrong = structuredClone(churning);
    wrong.streams[1]!.mass!.value += 100;
    expect(reconcile(wrong).named[0]).toBe('butter.mass');
  });
});

describe('what the books could notice', () => {
  it('is an error of that size standing out nine times in ten, in every measurement', () => {
    const { measurements, goal, chance } = reconcilePower(churning);
    expect(goal).toBe('butter.mass');
    const clean = reconcile(churning).streams;
    const noise = new Noise('power');
    const tries = 500;
    for (const { id, noticeable } of measurements) {
      // A spread wider than the fat there is cannot be tried: fat is no less than nothing.
      if (noticeable === undefined || /(buttermilk|loss)\.fat/.test(id)) continue;
      let seen = 0;
      for (let i = 0; i < tries; i += 1) {
        const streams = churning.streams.map((stream, j) => {
          const read = (kind: 'mass' | 'fat') => ({
            value: clean[j]![kind] + noise.normal(0, stream[kind]!.sd) + (id === `${stream.id}.${kind}` ? noticeable : 0),
            sd: stream[kind]!.sd,
          });
          return { ...stream, mass: read('mass'), fat: read('fat') };
        });
        const one = fitNetwork({ ...churning, streams }).residuals.find((residual) => residual.id === id)!;
        if (standardised(one) > 1.96) seen += 1;
      }
      expect(Math.abs(seen / tries - chance)).toBeLessThan(0.05);
    }
  }); // prettier-ignore

  it('says which better measurement would help most, and that weighing what was not weighed helps', () => {
    const { better } = reconcilePower(without('buttermilk', 'mass'));
    expect(better[0]!.gain).toBeGreaterThan(0.1);
    expect(better.find(({ id }) => id === 'buttermilk.mass')).toMatchObject({ new: true });
    expect(() => reconcilePower({ ...churning, goal: 'moon.mass' })).toThrow(/moon\.mass/);
  });
});

describe('one figure far surer than the others, beside one that nobody measured', () => {
  const books = (sd: number) => ({
    streams: [
      { id: 'cream', mass: { value: 1400, sd }, fat: { value: 0.38, sd: 1e-4 } },
      { id: 'butter', fat: { value: 0.82, sd: 1e-4 } },
      { id: 'buttermilk', fat: { value: 0.006, sd: 1e-4 } },
    ],
    nodes: [{ in: ['cream'], out: ['butter', 'buttermilk'] }],
  });

  it('is taken as it is', () => {
    const { streams } = reconcile(books(0.01));
    const of = (id: string) => streams.find((one) => one.id === id)!;
    expect(of('cream').mass).toBeCloseTo(1400, 3);
    // Both balances leave one way: 1400·0.38 = b·0.82 + (1400 − b)·0.006.
    expect(of('butter').mass).toBeCloseTo((1400 * (0.38 - 0.006)) / (0.82 - 0.006), 2);
  });

  it('is taken as it is, however much surer', () => {
    const exact = (1400 * (0.38 - 0.006)) / (0.82 - 0.006);
    for (const sd of [1e-3, 1e-5, 1e-7, 1e-9]) {
      const { streams } = reconcile(books(sd));
      expect(streams[0]!.mass).toBeCloseTo(1400, 6);
      expect(streams[0]!.massSd / sd).toBeCloseTo(1, 3);
      expect(streams[1]!.mass).toBeCloseTo(exact, 3);
    }
  });
});

const answerOf = <T>(answer: () => T): T | Error => {
  try {
    return answer();
  } catch (error) {
    return error as Error;
  }
};

describe('figures sure to 1e-9 beside some good to 1e12', () => {
  it('a loss of nearly nothing, give or take a hundred grams, beside seventeen kilograms, is determined', () => {
    const { streams } = reconcile({
      streams: [
        { id: 'cream', mass: { value: 17_700, sd: 20 }, fat: { value: 0.38, sd: 0.01 } },
        { id: 'butter', mass: { value: 8100, sd: 10 }, fat: { value: 0.82, sd: 0.012 } },
        { id: 'buttermilk', mass: { value: 9500, sd: 100 }, fat: { value: 0.006, sd: 0.002 } },
        { id: 'loss', mass: { value: 0.0001, sd: 124 }, fat: { value: 0.3, sd: 0.1 } },
      ],
      nodes: [{ in: ['cream'], out: ['butter', 'buttermilk', 'loss'] }],
    });
    const loss = streams.at(-1)!;
    expect(loss.mass).toBeGreaterThan(0);
    expect(loss.mass).toBeLessThan(150);
    expect(loss.massSd).toBeLessThan(124);
  });

  it('balance all the same, and what cannot be answered is refused in words', () => {
    const sd = fc.integer({ min: -9, max: 12 }).map((power) => 10 ** power);
    const measured = (most: number) =>
      fc.option(fc.record({ value: fc.double({ min: 0, max: most, noNaN: true }), sd }), { nil: undefined });
    const stream = fc.record({ mass: measured(20_000), fat: measured(1) });
    let answered = 0;
    fc.assert(
      fc.property(fc.array(stream, { minLength: 4, maxLength: 7 }), (given) => {
        const streams = given.map((one, i) => ({ id: `s${i}`, ...one }));
        const [first, second, ...others] = streams.map(({ id }) => id);
        const network = { streams, nodes: [{ in: [first!], out: [second!, others[0]!] }, { in: [second!], out: others.slice(1) }] };
        const fit = answerOf(() => reconcile(network));
        if (fit instanceof Error) return expect(fit).toBeInstanceOf(CalculationError);
        answered += 1;
        const of = (id: string) => fit.streams.find((one) => one.id === id)!;
        for (const kind of ['mass', 'fatMass'] as const)
          for (const node of network.nodes) {
            const flows = (ids: string[]) => ids.reduce((sum, id) => sum + of(id)[kind], 0);
            const size = Math.max(1, ...fit.streams.map((one) => Math.abs(one[kind])));
            expect(Math.abs(flows(node.in) - flows(node.out)) / size).toBeLessThan(1e-9);
          }
        for (const one of fit.streams) expect(Number.isFinite(one.massSd + one.fatMassSd)).toBe(true);
        expect(reconcilePower(network).chance).toBe(0.9);
      }),
      { numRuns: 400, seed: 7 },
    );
    expect(answered).toBeGreaterThan(60);
  }); // prettier-ignore

  it('a network as large as is allowed is answered, or refused in words', () => {
    const noise = new Noise('large');
    const streams = Array.from({ length: 200 }, (_, i) => ({
      id: `s${i}`,
      mass: { value: noise.between(10, 1000), sd: noise.between(1, 20) },
      fat: { value: noise.between(0.01, 0.8), sd: 0.01 },
    }));
    const nodes = Array.from({ length: 20 }, (_, n) => ({
      in: [`s${10 * n}`],
      out: Array.from({ length: 9 }, (_, i) => `s${10 * n + i + 1}`),
    }));
    const large = answerOf(() => reconcile({ streams, nodes }));
    if (large instanceof Error) expect(large).toBeInstanceOf(CalculationError);
    else expect(large.streams).toHaveLength(200);
  });
});

describe('a better measurement', () => {
  it('is worth what doing the books anew with it would show', () => {
    const { better } = reconcilePower(churning);
    const clean = fitNetwork(churning).streams;
    for (const { id, sd, noticeable } of better) {
      const [stream, kind] = id.split('.') as [string, 'mass' | 'fat'];
      const settledBooks: Network = {
        ...churning,
        streams: churning.streams.map((one, i) => ({
          ...one,
          mass: { value: clean[i]!.mass, sd: stream === one.id && kind === 'mass' ? sd : one.mass!.sd },
          fat: { value: clean[i]!.fat, sd: stream === one.id && kind === 'fat' ? sd : one.fat!.sd },
        })),
      };
      const goal = fitNetwork(settledBooks).residuals.find((one) => one.id === 'butter.mass')!;
      expect(noticeable! / ((goal.sd * (1.96 + 1.2816)) / Math.sqrt(goal.checked))).toBeCloseTo(1, 3);
    }
  });
});
