import { cultureLesson, hoursToThick, learnCulture } from './ownCulture';
import { ripenForecast } from './ripenForecast';
import type { RipenInput } from './ripenPredict.calc';
import { mesophilic, ripenCream } from './ripenCream';

const souring = (readings: RipenInput['readings'], change: Partial<RipenInput> = {}): RipenInput => ({
  of: 'cream',
  route: 'mesophilic',
  dose: 0.02,
  treatment: 'pasteurised',
  generation: 0,
  temperatures: [{ hours: 400, celsius: 20 }],
  elapsedHours: 20,
  readings,
  readyPh: 5,
  ...change,
});
/** What a meter reads of cream that sours so much faster than the book's. */
const metered = (logSpeed: number, atHours: number): RipenInput['readings'] => {
  const moments = ripenCream([{ flora: mesophilic, start: 0.02 }], [{ hours: 400, celsius: 20 }], 400, Math.exp(logSpeed));
  const { ph } = moments.reduce((best, one) => (Math.abs(one.hours - atHours) < Math.abs(best.hours - atHours) ? one : best));
  return [{ kind: 'ph', atHours, ph }];
}; // prettier-ignore
const lessons = (logSpeed: number, times: number) =>
  Array.from({ length: times }, (_, i) => cultureLesson(souring(metered(logSpeed, 10 + (i % 4))))!);

test('nothing seen is the book: the same spread, and the same hours', () => {
  const own = learnCulture([]);
  expect(own).toEqual({ logMean: expect.closeTo(0, 9), logSd: expect.closeTo(0.15, 2), from: 0 });
  expect(hoursToThick('mesophilic', own)!.mid).toBeCloseTo(hoursToThick('mesophilic')!.mid, 0);
});

test.each([0.2, -0.25])('a culture %d off the book is found, surer with every souring', (truth) => {
  const [once, often] = [1, 12].map((times) => learnCulture(lessons(truth, times)));
  expect(Math.sign(once!.logMean)).toBe(Math.sign(truth));
  expect(Math.abs(often!.logMean - truth)).toBeLessThan(0.06);
  expect(often!.logSd).toBeLessThan(once!.logSd);
  // However often it was seen, the next one strays by itself.
  expect(often!.logSd).toBeGreaterThanOrEqual(0.09);
  const [book, own] = [hoursToThick('mesophilic')!, hoursToThick('mesophilic', often)!];
  expect(Math.sign(book.mid - own.mid)).toBe(Math.sign(truth));
  expect(own.high - own.low).toBeLessThan(book.high - book.low);
});

test('a look in the morning, long after it was thick, makes no culture fast, however often', () => {
  const late = Array.from({ length: 20 }, () => cultureLesson(souring([{ kind: 'thickAndTart', atHours: 40, seen: true }]))!); // prettier-ignore
  expect(Math.abs(learnCulture(late).logMean)).toBeLessThan(0.03);
});

test('nobody looked, or it soured by itself: nothing is taught', () => {
  expect(cultureLesson(souring([]))).toBeUndefined();
  expect(cultureLesson(souring([{ kind: 'ph', atHours: 9, ph: 5 }], { route: 'natural' }))).toBeUndefined();
});

test('a tired generation is no slow culture: what a line loses with the years is taken off first', () => {
  const moments = ripenCream([{ flora: mesophilic, start: 0.02 }], [{ hours: 400, celsius: 20 }], 400, 0.9);
  const at = moments.find(({ hours }) => hours >= 12)!;
  const lesson = cultureLesson(souring([{ kind: 'ph', atHours: at.hours, ph: at.ph }], { generation: 5 }))!;
  expect(learnCulture([lesson, lesson, lesson]).logMean).toBeCloseTo(0, 1);
});

test('what was learned shifts the forecast of the next, and readings of that shift it further', () => {
  const book = ripenForecast(souring([], { elapsedHours: 0 })).readyHours!;
  const fast = ripenForecast(souring([], { elapsedHours: 0, own: { logMean: 0.2, logSd: 0.1 } })).readyHours!;
  expect(fast.mid).toBeLessThan(book.mid - 1);
  expect(fast.high - fast.low).toBeLessThan(book.high - book.low);
});
