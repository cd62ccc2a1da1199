import fc from 'fast-check';
import { priorPace } from './churnPace';
import type { PaceLesson } from './learnPace';
import { learnPace, paceOf } from './learnPace';

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
});
