import { decimal } from '../quantities/formatQuantity';
import tQuantile from '@stdlib/stats-base-dists-t-quantile';
import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { mean, sampleStandardDeviation } from 'simple-statistics';
import * as v from 'valibot';
import { calculation, fraction, positive, temperature } from '../calculation';
import { ranked } from '../prediction';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import type { Estimate } from '../quantities/estimate';
import { inPoints } from '../quantities/points';

const effectBatch = v.strictObject({
  /** Days on any one count. */
  day: v.pipe(v.number(), v.finite('a day, counted from any one day.')),
  temperature: v.optional(temperature),
  fat: v.optional(fraction),
  fill: v.optional(fraction),
  /** Days the cream was old. */
  age: v.optional(
    v.pipe(v.number(), v.minValue(0, 'days, zero or more.'), v.maxValue(60, 'at most 60 days.')),
  ),
  ripened: v.optional(v.boolean()),
  breakMinutes: v.optional(positive),
  /** Share of the fat that did not reach the butter. */
  loss: v.optional(fraction),
  /** Butter per gram of fat in. */
  yield: v.optional(positive),
});
type EffectBatch = v.InferOutput<typeof effectBatch>;

/** What may matter, the step an effect is said for, and how big an effect was thought possible before (engineering estimates). */
const causes = {
  temperature: { step: 1, says: 'each degree warmer', of: (one: EffectBatch) => one.temperature },
  fat: { step: 0.01, says: 'each point more fat', of: (one: EffectBatch) => one.fat },
  fill: { step: 0.1, says: 'each tenth fuller', of: (one: EffectBatch) => one.fill },
  age: { step: 1, says: 'each day older', of: (one: EffectBatch) => one.age },
  ripened: {
    step: 1,
    says: 'ripened instead of sweet',
    of: (one: EffectBatch) => (one.ripened === undefined ? undefined : Number(one.ripened)),
  },
  season: {
    step: 1,
    says: 'midwinter instead of the yearly middle',
    // Day 0 is taken as 1 January, so that the cosine is highest in midwinter of the northern half.
    of: (one: EffectBatch) => Math.cos((2 * Math.PI * one.day) / 365.25),
  },
} as const;
type CauseKey = keyof typeof causes;
const causeKeys = Object.keys(causes) as [CauseKey, ...CauseKey[]];

const outcomes = {
  breakMinutes: { of: (one: EffectBatch) => one.breakMinutes && Math.log(one.breakMinutes), log: true },
  loss: { of: (one: EffectBatch) => one.loss, log: false },
  yield: { of: (one: EffectBatch) => one.yield, log: false },
} as const;
type OutcomeKey = keyof typeof outcomes;
const outcomeKeys = Object.keys(outcomes) as [OutcomeKey, ...OutcomeKey[]];

/** Batches needed beyond one for each cause before anything is said (engineering estimate). */
const spare = 6;
/** Shrinkage: a standardised effect of one is thought as likely as not, in units of the outcome's own scatter. */
const priorPrecision = 1;
/** A cause that hardly varied cannot be told: standard deviation against its step. */
const hardlyVaried = 0.25;

export interface Effect {
  cause: CauseKey;
  outcome: OutcomeKey;
  /** What one step does: a factor for break time, grams or shares added for the others. */
  effect: Estimate;
  /** The interval leaves no doubt about the direction. */
  clear: boolean;
}

export interface BatchEffects extends Predicted {
  effects: Effect[];
  /** What cannot be said, and why. */
  unsaid: {
    cause: CauseKey;
    outcome: OutcomeKey;
    why: 'not enough batches' | 'it hardly varied' | 'not recorded';
  }[];
}

/**
 * What temperature, fat, fill, age, ripening and season did to break time, loss and yield in a maker's own batches: ridge
 * regression on standardised causes, with 90 % intervals from Student's t (Hoerl & Kennard, Technometrics 12, 1970;
 * Gelman et al., Bayesian Data Analysis, 2013, §14.8). Break time is judged on its logarithm, so its effects multiply.
 */
export function batchEffects({ batches }: { batches: readonly EffectBatch[] }): BatchEffects {
  const effects: Effect[] = [];
  const unsaid: BatchEffects['unsaid'] = [];
  for (const outcome of outcomeKeys) {
    const known = batches.filter((one) => outcomes[outcome].of(one) !== undefined);
    const usable: CauseKey[] = [];
    for (const cause of causeKeys) {
      const values = known.map(causes[cause].of).filter((value) => value !== undefined);
      // A cause that is missing in more than a third of the batches is left out rather than guessed.
      if (values.length < (2 / 3) * Math.max(1, known.length))
        unsaid.push({ cause, outcome, why: 'not recorded' });
      else if (values.length < 2 || sampleStandardDeviation(values) < hardlyVaried * causes[cause].step)
        unsaid.push({ cause, outcome, why: 'it hardly varied' });
      else usable.push(cause);
    }
    const whole = known.filter((one) => usable.every((cause) => causes[cause].of(one) !== undefined));
    if (whole.length < usable.length + spare) {
      for (const cause of usable) unsaid.push({ cause, outcome, why: 'not enough batches' });
      continue;
    }
    effects.push(...fitted(outcome, usable, whole));
  }
  const clear = effects.filter((one) => one.clear);
  return {
    effects,
    unsaid,
    reasons: ranked(
      clear.length > 0
        ? clear.map((one) => ({ says: effectWords(one), weight: strength(one) }))
        : [
            {
              says:
                effects.length > 0
                  ? 'Nothing stands out of the scatter yet.'
                  : `Not enough batches to say: ${batches.length} so far.`,
              weight: 1,
            },
          ],
    ),
    cautions: [],
  };
}

function fitted(outcome: OutcomeKey, usable: readonly CauseKey[], whole: readonly EffectBatch[]): Effect[] {
  if (usable.length === 0) return [];
  const y = whole.map((one) => outcomes[outcome].of(one) as number);
  const middle = mean(y);
  const columns = usable.map((cause) => whole.map((one) => causes[cause].of(one) as number));
  const means = columns.map((column) => mean(column));
  const sds = columns.map((column) => sampleStandardDeviation(column));
  const x = new Matrix(whole.map((_, i) => columns.map((column, j) => (column[i]! - means[j]!) / sds[j]!)));
  const centred = Matrix.columnVector(y.map((value) => value - middle));
  const crossed = x.transpose().mmul(x);
  const normal = Matrix.add(crossed, Matrix.eye(usable.length, usable.length, priorPrecision));
  const solved = new CholeskyDecomposition(normal);
  const slopes = solved.solve(x.transpose().mmul(centred));
  const inverse = solved.solve(Matrix.eye(usable.length));
  const residual = Matrix.sub(centred, x.mmul(slopes)).to1DArray();
  const freedom = Math.max(1, whole.length - 1 - inverse.mmul(crossed).trace());
  const scatter = Math.sqrt(residual.reduce((sum, off) => sum + off * off, 0) / freedom);
  const t = tQuantile(0.95, freedom);
  return usable.map((cause, j) => {
    const step = causes[cause].step / sds[j]!;
    const mid = slopes.get(j, 0) * step;
    const half = t * scatter * Math.sqrt(inverse.get(j, j)) * step;
    const said = (value: number) => (outcomes[outcome].log ? Math.exp(value) : value);
    return {
      cause,
      outcome,
      effect: { low: said(mid - half), mid: said(mid), high: said(mid + half) },
      clear: Math.abs(mid) > half,
    };
  });
}

const strength = ({ effect, outcome }: Effect): number =>
  outcome === 'breakMinutes' ? Math.abs(Math.log(effect.mid)) : Math.abs(effect.mid) * 10;

function effectWords({ cause, outcome, effect }: Effect): string {
  const points = (share: number) => inPoints(Math.abs(share));
  const what = {
    breakMinutes: `${effect.mid >= 1 ? 'lengthens' : 'shortens'} the churning to ${decimal(effect.mid, 2)} times`,
    loss: `${effect.mid >= 0 ? 'loses' : 'saves'} ${points(effect.mid)} of the fat`,
    yield: `makes ${decimal(Math.abs(effect.mid), 2)} g ${effect.mid >= 0 ? 'more' : 'less'} butter per gram of fat`,
  }[outcome];
  return `In your batches ${causes[cause].says} ${what}.`;
}

const effectSchema = {
  cause: v.picklist(causeKeys),
  outcome: v.picklist(outcomeKeys),
};

export const batchEffectsCalculation = calculation({
  name: 'batch.effects',
  says: 'What temperature, fat, fill, age, ripening and season did in a maker’s own batches.',
  input: v.strictObject({
    batches: v.pipe(v.array(effectBatch), v.maxLength(5000, 'at most 5000 batches.')),
  }),
  output: v.object({
    effects: v.array(v.object({ ...effectSchema, effect: estimateSchema, clear: v.boolean() })),
    unsaid: v.array(
      v.object({
        ...effectSchema,
        why: v.picklist(['not enough batches', 'it hardly varied', 'not recorded']),
      }),
    ),
    ...predictedEntries,
  }),
  run: batchEffects,
});
