import type { LiveInput } from '@/core/churning/breakTime';
import { breakTime } from '@/core/churning/breakTime';
import { logBreakMinutes } from '@/core/churning/churnEffects';
import type { ChurnInput } from '@/core/churning/churnInput.calc';
import type { PaceLesson } from '@/core/churning/learnPace';
import { tools } from '@/core/churning/tools';
import { ownKinds } from './ownKinds';
import { plainLoad } from './examples';
import { Noise } from './noise';

/**
 * Makers whose truth is not the model: their break time runs straight over temperature and over the fat, each with slopes of
 * their own, over seasons and a drift of their own; it scatters more heavily than a normal curve, and one batch in
 * fifteen was mis-timed or was warmer than was written.
 */
export interface OtherScore {
  /** How many batches were known before. */
  after: number;
  celsius: number;
  covered: boolean;
  /** |ln(predicted/actual)|; infinite where nothing was foreseen. */
  error: number;
  /** ln(high/low) */
  width: number;
  /** The same for somebody who knows this maker wholly, and only not what is left to chance. */
  least: number;
  /** It was mis-timed, or warmer than was written. */
  odd: boolean;
}

/** After so many batches it is asked. */
export const askedAfter = [0, 3, 10, 30] as const;
const oddOnes = 1 / 15;

/** A maker's first thirty-one batches, a few days apart, between 8 and 22 °C. */
export function scoreOtherMaker(seed: string): OtherScore[] {
  const noise = new Noise(`other ${seed}`);
  const tool = noise.pick(ownKinds);
  const { usualVolume, referenceTemperature, medianBreakMinutes } = tools[tool];
  const pace = noise.normal(0, Math.log(1.6));
  const perDegree = -Math.abs(noise.normal(0.07, 0.035));
  const perFat = -Math.abs(noise.normal(1.7, 0.6));
  const swing = Math.abs(noise.normal(0, 0.08));
  const coldest = noise.between(0, 365);
  const drift = noise.normal(0, 0.08);
  const scatter = noise.between(0.08, 0.2);
  const usual = Math.min(18, Math.max(11, referenceTemperature + noise.normal(0, 2)));
  const heavy = () =>
    noise.normal(0, 1) /
    Math.sqrt(
      (noise.normal(0, 1) ** 2 +
        noise.normal(0, 1) ** 2 +
        noise.normal(0, 1) ** 2 +
        noise.normal(0, 1) ** 2) /
        4,
    );
  const lessons: PaceLesson[] = [];
  const scores: OtherScore[] = [];
  let day = noise.between(0, 365);
  const first = day;
  for (let i = 0; i <= askedAfter.at(-1)!; i += 1) {
    day += noise.between(3, 9);
    // Mostly near their own degree, now and then far from it.
    const celsius = Math.min(
      22,
      Math.max(8, noise.between(0, 1) < 0.3 ? noise.between(8, 22) : usual + noise.normal(0, 1.5)),
    );
    const creamFat = Math.min(0.45, Math.max(0.25, noise.normal(0.36, 0.04)));
    const odd = noise.between(0, 1) < oddOnes;
    const mistimed = odd && noise.between(0, 1) < 0.5;
    const truly = celsius + (odd && !mistimed ? noise.between(2, 5) : 0);
    const season =
      swing * Math.cos((2 * Math.PI * (day - coldest)) / 365.25) + drift * Math.tanh((day - first) / 90);
    const usually = (degrees: number, fat: number) =>
      Math.log(medianBreakMinutes) +
      pace +
      perDegree * (degrees - referenceTemperature) +
      perFat * Math.log(fat / 0.38) +
      season;
    const logMinutes =
      usually(truly, creamFat) +
      scatter * heavy() +
      (mistimed ? noise.pick([-1, 1]) * noise.between(0.4, 1) : 0);
    const breakMinutes = Math.exp(logMinutes);
    const told: ChurnInput = {
      ...plainLoad,
      creamMass: noise.between(0.3, 0.42) * usualVolume,
      creamFat: creamFat + noise.normal(0, 0.01),
      temperature: celsius + noise.normal(0, 0.5),
      tool,
      capacity: usualVolume,
    };
    if (askedAfter.some((count) => count === i))
      scores.push({
        after: i,
        celsius,
        odd,
        least: Math.abs(usually(told.temperature, told.creamFat) - logMinutes),
        ...asked(told, breakMinutes, { day, batches: lessons }),
      });
    const foreseen = Math.exp(logBreakMinutes(told));
    lessons.push({
      day,
      tool,
      ratio: breakMinutes / foreseen,
      temperature: told.temperature,
      creamFat: told.creamFat,
    });
  }
  return scores;
}

function asked(told: ChurnInput, actual: number, known: Pick<LiveInput, 'day' | 'batches'>) {
  const predicted = breakTime({ ...told, marks: [], elapsedMinutes: 0, ...known }).breakMinutes;
  if (!predicted) return { covered: false, error: Infinity, width: Infinity };
  return {
    covered: actual >= predicted.low && actual <= predicted.high,
    error: Math.abs(Math.log(predicted.mid / actual)),
    width: Math.log(predicted.high / predicted.low),
  };
}
