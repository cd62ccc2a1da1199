import type { Estimate } from '../quantities/estimate';
import { cultureLikelihood, ripenForecast } from './ripenForecast';
import type { RipenInput } from './ripenPredict.calc';

/** How lively a culture is against the book's: the logarithm of its speed, for the next souring, and from how many it was learned. */
export interface OwnCulture {
  logMean: number;
  logSd: number;
  from: number;
}

/**
 * One culture against another, and one souring of it against the next: standard deviations of the logarithm of its speed, together the
 * 0.15 of the book's spread (engineering estimates).
 */
const between = 0.12;
const within = 0.09;
/** Speeds tried, and how far they reach. */
export const speeds: readonly number[] = Array.from({ length: 25 }, (_, i) => 0.05 * (i - 12));

/** What a souring showed of its culture: how likely what was seen is at each of {@link speeds}, from readings alone. */
export type CultureLesson = readonly number[];

/** Undefined where nobody looked, or nothing but chance soured it. */
export function cultureLesson(input: RipenInput): CultureLesson | undefined {
  if (input.route === 'natural' || input.readings.length === 0) return undefined;
  return cultureLikelihood(input, speeds);
}

/**
 * What several sourings teach of one culture, by Bayes on a grid of its own speed: each souring strays from that by itself, so that one
 * teaches less than it shows. A look that came late says only that it was not slower, and moves it no further.
 */
export function learnCulture(lessons: readonly CultureLesson[]): OwnCulture {
  const logs = speeds.map((own) => {
    let log = -0.5 * (own / between) ** 2;
    for (const lesson of lessons) {
      const strays = speeds.map((speed) => Math.exp(-0.5 * ((speed - own) / within) ** 2));
      const all = strays.reduce((sum, one) => sum + one, 0);
      log += Math.log(lesson.reduce((sum, likely, i) => sum + likely * strays[i]!, 0) / all + 1e-12);
    }
    return log;
  });
  const most = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - most));
  const total = weights.reduce((sum, one) => sum + one, 0);
  const logMean = speeds.reduce((sum, speed, i) => sum + speed * weights[i]!, 0) / total;
  const variance = speeds.reduce((sum, speed, i) => sum + (speed - logMean) ** 2 * weights[i]!, 0) / total;
  return { logMean, logSd: Math.hypot(Math.sqrt(variance), within), from: lessons.length };
}

/** Hours until cream is thick and tart at 20 °C with the usual dose: by the book, or by one's own culture. */
export function hoursToThick(route: RipenInput['route'], own?: OwnCulture): Estimate | undefined {
  const celsius = route === 'yoghurt' ? 42 : 20;
  return ripenForecast({
    of: 'cream',
    route,
    treatment: 'pasteurised',
    generation: 0,
    temperatures: [{ hours: 400, celsius }],
    elapsedHours: 0,
    readings: [],
    readyPh: 5,
    ...(own ? { own: { logMean: own.logMean, logSd: own.logSd } } : {}),
  }).readyHours;
}
