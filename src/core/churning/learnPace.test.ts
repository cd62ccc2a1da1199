import fc from 'fast-check';
import { priorPace } from './churnPace';
import type { PaceLesson, PaceTarget } from './learnPace';
import { learnPace, paceOf } from './learnPace';
import { alongSlopes, paceAt, slopes, slopeSd } from './ownSlopes';

const lesson = (day: number, ratio: number, more: Partial<PaceLesson> = {}): PaceLesson => ({
  day,
  tool: 'barrel',
  ratio,
  ...more,
});
const pace = (lessons: readonly PaceLesson[], day = 100) =>
  paceOf(learnPace(lessons, day), { tool: 'barrel', day });
const shown = ({ logMean }: { logMean: number }) => Math.exp(logMean);

describe('the pace of a maker’s own churn', () => {
  it('starts at the prior', () => {
    const fresh = pace([]);
    expect(fresh.logMean).toBe(0);
    expect(fresh.logSd).toBeCloseTo(priorPace.logSd, 1);
    expect(fresh.batches).toBe(0);
  });

  it('comes close to the batches and gets surer with each', () => {
    const ratios = [0.7, 0.75, 0.68, 0.72, 0.71];
    const learned = pace(ratios.map((ratio, i) => lesson(i * 7, ratio)));
    expect(shown(learned)).toBeCloseTo(0.72, 1);
    expect(learned.logSd).toBeLessThan(priorPace.logSd / 3);
    expect(learned.batches).toBe(5);
  });

  it('is the same in whatever order the batches are told', () => {
    const day = fc.integer({ min: 0, max: 900 });
    const lessons = fc.array(
      fc.record({
        day,
        tool: fc.constantFrom('barrel', 'jar', 'standMixer'),
        churn: fc.constantFrom('old', 'new'),
        ratio: fc.double({ min: 0.2, max: 5, noNaN: true }),
      }) as fc.Arbitrary<PaceLesson>,
      { minLength: 1, maxLength: 25 },
    );
    fc.assert(
      fc.property(lessons, fc.infiniteStream(fc.nat()), (told, order) => {
        const keys = told.map(() => order.next().value as number);
        const shuffled = told.map((one, i) => ({ one, key: keys[i]! })).sort((a, b) => a.key - b.key);
        const target = { tool: 'barrel' as const, churn: 'old', day: 901 };
        const [a, b] = [told, shuffled.map(({ one }) => one)].map((all) =>
          paceOf(learnPace(all, 901), target),
        );
        expect(b!.logMean).toBeCloseTo(a!.logMean, 8);
        expect(b!.logSd).toBeCloseTo(a!.logSd, 8);
      }),
      { numRuns: 40 },
    );
  });

  it('is hardly moved by one absurd batch, first or last', () => {
    const sound = [1, 1.05, 0.95, 1, 1.02, 0.98].map((ratio, i) => lesson(i * 7 + 7, ratio));
    expect(shown(pace([...sound, lesson(60, 60)]))).toBeLessThan(1.1);
    expect(shown(pace([lesson(0, 1 / 60), ...sound]))).toBeGreaterThan(0.9);
  });

  it('passes on to another churn of the kind, less to another kind, and keeps this churn’s own', () => {
    const lessons = Array.from({ length: 8 }, (_, i) => lesson(i * 7, 0.6, { churn: 'old' }));
    const knowledge = learnPace(lessons, 60);
    const of = (target: Partial<Parameters<typeof paceOf>[1]>) =>
      shown(paceOf(knowledge, { tool: 'barrel', churn: 'old', day: 60, ...target }));
    expect(of({})).toBeLessThan(of({ churn: 'new' }));
    expect(of({ churn: 'new' })).toBeLessThan(of({ tool: 'jar' }));
    expect(of({ tool: 'jar' })).toBeLessThan(0.99);
  });

  it('follows fat that turns hard with the season, and forgets a drift in time', () => {
    const drifted = Array.from({ length: 20 }, (_, i) =>
      lesson(i * 7, i < 14 ? 1 : 1.3, { perDegreeHarder: 0.2 }),
    );
    const knowledge = learnPace(drifted, 140);
    const at = (day: number) => shown(paceOf(knowledge, { tool: 'barrel', day, perDegreeHarder: 0.2 }));
    expect(at(140)).toBeGreaterThan(1.15);
    expect(at(140 + 365)).toBeLessThan(at(140));
  });

  it('knows the season again a year later, and neither sooner nor the other way round', () => {
    const hardInJanuary = (day: number) => Math.exp(0.3 * Math.cos((2 * Math.PI * day) / 365.25));
    const years = Array.from({ length: 100 }, (_, i) =>
      lesson(i * 7, hardInJanuary(i * 7), { perDegreeHarder: 0.2 }),
    );
    const knowledge = learnPace(years, 731);
    const at = (day: number) => paceOf(knowledge, { tool: 'barrel', day, perDegreeHarder: 0.2 }).logMean;
    const [january, april, july, october] = [1096, 1187, 1278, 1370].map(at);
    expect(january! - july!).toBeGreaterThan(0.5);
    expect(january! - july!).toBeLessThan(0.61);
    expect(Math.abs(april! - october!)).toBeLessThan(0.03);
    expect(at(1096 + 365.25)).toBeCloseTo(january!, 3);
    // A softer fat swings less.
    const soft = (day: number) => paceOf(knowledge, { tool: 'barrel', day, perDegreeHarder: 0.1 }).logMean;
    expect((soft(1096) - soft(1278)) / (january! - july!)).toBeCloseTo(0.5, 2);
  });

  it('before any batch is as wide as the factor of the handbook and the year’s fat together', () => {
    const textbook = Math.log(1.6) ** 2;
    const wide = (target: Partial<PaceTarget>) =>
      paceOf(learnPace([], 100), { tool: 'barrel', day: 100, ...target }).logSd ** 2;
    expect(wide({ perDegreeHarder: 0 })).toBeCloseTo(textbook, 12);
    expect(wide({ perDegreeHarder: 0.1 })).toBeCloseTo(textbook + 0.01 * (1.2 ** 2 + 1), 12);
    expect(wide({})).toBeCloseTo(textbook + 0.06 ** 2 * (1.2 ** 2 + 1), 12);
    // Forty-five days from now this month’s feed has a third of its weight, before and after alike.
    for (const day of [55, 145])
      expect(wide({ day, perDegreeHarder: 0.1 })).toBeCloseTo(
        textbook + 0.01 * (1.2 ** 2 + Math.exp(-2)),
        12,
      );
    // What was never seen is as wide as ever: another churn of the kind, another kind.
    const seen = learnPace(
      Array.from({ length: 300 }, () => lesson(100, 1, { churn: 'old', perDegreeHarder: 0 })),
      100,
    );
    const left = (target: Partial<PaceTarget>) =>
      paceOf(seen, { tool: 'barrel', churn: 'old', day: 100, perDegreeHarder: 0, ...target }).logSd ** 2;
    expect(left({})).toBeLessThan(0.001);
    expect(left({ churn: 'new' })).toBeGreaterThan(0.35 * textbook);
    expect(left({ tool: 'jar' })).toBeGreaterThan(0.8 * textbook);
    expect(left({ tool: 'jar' })).toBeLessThan(textbook);
  });

  it('is where the posterior is highest, and as wide as its curvature there', () => {
    const lessons = [0.8, 0.7, 1.4, 0.75, 6, 0.9, 0.72].map((ratio, i) =>
      lesson(i * 40, ratio, {
        tool: i % 3 === 2 ? 'jar' : 'barrel',
        churn: i % 2 ? 'old' : 'new',
        perDegreeHarder: 0.05 + 0.02 * i,
        temperature: 9 + 2 * i,
        creamFat: 0.3 + 0.02 * i,
      }),
    );
    const today = 300;
    const { columns, mean, covariance, scatter } = learnPace(lessons, today);
    const variance = (name: string) => {
      const share = { maker: 0.2, tool: 0.45, churn: 0.35 }[name.split(':')[0]!];
      if (name in slopeSd) return slopeSd[name as keyof typeof slopeSd] ** 2;
      return share ? share * Math.log(1.6) ** 2 : name === 'drift' ? 1 : 1.2 ** 2;
    };
    const row = ({ day, tool, churn, perDegreeHarder, temperature, creamFat }: PaceLesson) =>
      [...columns.keys()].map((name) => {
        const slope = (slopes as string[]).indexOf(name);
        if (slope >= 0)
          return alongSlopes({ tool, temperature: temperature!, creamFat: creamFat! })[slope + 1]!;
        const angle = (2 * Math.PI * day) / 365.25;
        if (name === 'maker' || name === `tool:${tool}` || name === `churn:${tool}:${churn}`) return 1;
        if (name === 'cosine') return perDegreeHarder! * Math.cos(angle);
        if (name === 'sine') return perDegreeHarder! * Math.sin(angle);
        return name === 'drift' ? perDegreeHarder! * Math.exp(-(today - day) / 45) : 0;
      });
    const rows = lessons.map(row);
    const off = rows.map((x, i) => Math.log(lessons[i]!.ratio) - x.reduce((s, v, a) => s + v * mean[a]!, 0));
    // Student's t of four degrees of freedom around the mean, Gaussian priors: the slope of their logarithm is nothing.
    const weights = off.map((r) => 5 / (4 + (r / scatter) ** 2));
    for (const [a, name] of [...columns.keys()].entries()) {
      const pull = rows.reduce((s, x, i) => s + (weights[i]! * off[i]! * x[a]!) / scatter ** 2, 0);
      expect(pull - mean[a]! / variance(name)).toBeCloseTo(0, 6);
    }
    expect(scatter ** 2).toBeCloseTo(
      (8 * Math.log(1.2) ** 2 + off.reduce((s, r, i) => s + weights[i]! * r ** 2, 0)) / (8 + lessons.length),
      9,
    );
    // Curvature times covariance is one.
    [...columns.keys()].forEach((name, a) =>
      [...columns.keys()].forEach((_, b) => {
        const product = [...columns.keys()].reduce(
          (sum, _, c) =>
            sum +
            (rows.reduce((s, x, i) => s + (weights[i]! * x[a]! * x[c]!) / scatter ** 2, 0) +
              (a === c ? 1 / variance(name) : 0)) *
              covariance[c]![b]!,
          0,
        );
        expect(product).toBeCloseTo(a === b ? 1 : 0, 6);
      }),
    );
  });

  it('learns what warmth and fat do to this maker’s churn, beside the model, and is surer where they churned', () => {
    // Straight over the temperature, 7 % a degree; the model bends.
    const lessons = Array.from({ length: 24 }, (_, i) => {
      const temperature = 9 + (i % 8);
      return lesson(i * 7, Math.exp(0.08 * (temperature - 13)), { temperature, creamFat: 0.38 });
    });
    const learned = pace(lessons, 170);
    const at = (temperature: number, creamFat = 0.38) => paceAt(learned, { tool: 'barrel', temperature, creamFat });
    expect(at(10).logMean).toBeCloseTo(-0.24, 1);
    expect(at(16).logMean).toBeCloseTo(0.24, 1);
    // At the tool’s own degree it is the pace itself.
    expect(at(13).logMean).toBeCloseTo(learned.logMean, 9);
    expect(at(13).logSd).toBeCloseTo(learned.logSd, 9);
    expect(at(21).logSd).toBeGreaterThan(2 * at(14).logSd);
    expect(at(14, 0.22).logSd).toBeGreaterThan(2 * at(14).logSd);
    // Beyond where cream is churned the model’s own end of it counts: nothing is stretched further.
    expect(at(2).logMean).toBe(at(8).logMean);
    expect(at(35).logSd).toBe(at(22).logSd);
    // What nobody measured teaches the pace, and no slope.
    const assumed = pace(lessons.map(({ day, ratio }) => lesson(day, ratio)), 170);
    expect(paceAt(assumed, { tool: 'barrel', temperature: 10, creamFat: 0.38 }).logMean).toBeCloseTo(assumed.logMean, 1);
  }); // prettier-ignore

  it('before any batch is as unsure far from the usual degree as makers differ there', () => {
    const at = (temperature: number) =>
      paceAt(priorPace, { tool: 'barrel', temperature, creamFat: 0.38 }).logSd;
    expect(at(13)).toBeCloseTo(priorPace.logSd, 9);
    expect(at(9) / at(13)).toBeGreaterThan(1.1);
    expect(at(21) / at(13)).toBeGreaterThan(1.2);
    expect(
      paceOf(learnPace([], 0), { tool: 'barrel', day: 0 }).own!.covariance.map((line, a) => line[a]),
    ).toEqual([
      expect.closeTo(priorPace.logSd ** 2, 1),
      ...slopes.map((slope) => expect.closeTo(slopeSd[slope] ** 2, 9)),
    ]);
  });
});
