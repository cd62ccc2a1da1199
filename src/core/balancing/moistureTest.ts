import { CalculationError } from '../calculationError';

/**
 * On-farm moisture test: butter heated in a weighed pan until the crackling stops (handbook §6.8). Weights in g;
 * `before` and `after` are of pan and sample. Returns the sample's mass and its moisture as a mass fraction.
 * @throws {CalculationError} when there is no sample, the pan gained weight, or lost more than the sample
 */
export function moistureTest({ tare, before, after }: { tare: number; before: number; after: number }) {
  const sample = before - tare;
  if (sample <= 0)
    throw new CalculationError(
      `before: ${before} g was given; pan and sample must weigh more than the empty pan, ${tare} g.`,
      'before',
    );
  if (after > before)
    throw new CalculationError(
      `after: ${after} g was given; the pan cannot gain weight (it was ${before} g).`,
      'after',
    );
  if (after < tare)
    throw new CalculationError(
      `after: ${after} g was given; that is less than the empty pan, ${tare} g.`,
      'after',
    );
  return { sample, moisture: (before - after) / sample };
}
