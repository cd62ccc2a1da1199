import fc from 'fast-check';
import type { Compared } from './whyLess';
import { whyLess } from './whyLess';

const batch = (
  change: Partial<Compared['facts']> = {},
  judged: Partial<Compared['judged']> = {},
  milk?: number,
): Compared => ({
  facts: { creamMass: 2000, creamMassSd: 20, creamFat: 0.38, creamFatSd: 0.01, creamVolume: 2000, ...change },
  judged: {
    butterMass: 900,
    saltMass: 14,
    additionMass: 0,
    buttermilkMass: 1050,
    buttermilkFat: 0.006,
    lossFat: 8,
    ...judged,
  },
  ...(milk === undefined ? {} : { upstream: { milk, bought: 0, culture: 0 } }),
});
const sum = (parts: { grams: number }[]) => parts.reduce((all, { grams }) => all + grams, 0);
const partOf = (why: ReturnType<typeof whyLess>, cause: string) =>
  why.parts.find((one) => one.cause === cause)?.grams;

describe('why one batch gave less than another', () => {
  it('two alike have nothing between them', () => {
    const why = whyLess(batch(), batch(), true);
    expect(why.difference).toBeCloseTo(0, 9);
    for (const { grams } of why.parts) expect(grams).toBeCloseTo(0, 9);
  });

  it('twice as much of the same is twice the butter by its cream, and none a litre', () => {
    const twice = batch({ creamMass: 4000, creamVolume: 4000, creamMassSd: 40 }, { butterMass: 1800, saltMass: 28, buttermilkMass: 2100, lossFat: 16 });
    const whole = whyLess(batch(), twice, false);
    expect(whole.difference).toBeCloseTo(900, 9);
    expect(whole.parts[0]).toMatchObject({ cause: 'cream', grams: expect.closeTo(886, 6) });
    expect(whyLess(batch(), twice, true).difference).toBeCloseTo(0, 9);
  });

  it('names the skimming where the milk gave the same and less of it was skimmed', () => {
    const lean = batch({ creamFat: 0.34 }, { butterMass: 802, buttermilkMass: 1150 });
    const why = whyLess({ ...batch(), upstream: { milk: 800, bought: 0, culture: 0 } }, { ...lean, upstream: { milk: 800, bought: 0, culture: 0 } }, false);
    expect(why.parts[0]!.cause).toBe('skimming');
    expect(partOf(why, 'milk')).toBeCloseTo(0, 6);
    expect(partOf(why, 'skimming')).toBeLessThan(-80);
    expect(partOf(why, 'cream')).toBeUndefined();
  });

  it('names the buttermilk where more fat went with it, and what was mixed in with the salt', () => {
    const greasy = whyLess(batch(), batch({}, { buttermilkFat: 0.04, butterMass: 860 }), false);
    expect(greasy.parts[0]!.cause).toBe('churning');
    const herbs = whyLess(batch(), batch({}, { butterMass: 930, additionMass: 30 }), false);
    expect(herbs.parts[0]).toMatchObject({ cause: 'salt', grams: expect.closeTo(30, 6) });
  });

  it('always adds up, to the milligram', () => {
    const near = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true });
    const any = fc
      .record({ creamMass: near(500, 5000), creamFat: near(0.2, 0.5), yields: near(0.8, 1.1), salt: near(0, 30), added: near(0, 60), bm: near(0.3, 0.6), bmFat: near(0.001, 0.03), milk: fc.option(near(1.01, 1.6), { nil: undefined }) })
      .map(({ creamMass, creamFat, yields, salt, added, bm, bmFat, milk }) =>
        batch(
          { creamMass, creamFat, creamVolume: creamMass },
          { butterMass: (creamMass * creamFat * yields) / 0.82 + salt + added, saltMass: salt, additionMass: added, buttermilkMass: creamMass * bm, buttermilkFat: bmFat, lossFat: 0.01 * creamMass * creamFat },
          milk === undefined ? undefined : creamMass * creamFat * milk,
        ),
      );
    fc.assert(
      fc.property(any, any, fc.boolean(), (first, second, perLitre) => {
        const { difference, parts } = whyLess(first, second, perLitre);
        const butter = ({ judged, facts }: Compared) => judged.butterMass * (perLitre ? 1000 / facts.creamVolume : 1);
        expect(difference).toBeCloseTo(butter(second) - butter(first), 6);
        expect(sum(parts)).toBeCloseTo(difference, 6);
        for (const one of parts) expect(Number.isFinite(one.grams)).toBe(true);
      }),
    );
  });
}); // prettier-ignore
