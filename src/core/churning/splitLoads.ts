import { CalculationError } from '../calculationError';
import { fillLimit } from './tools';

export interface Loads {
  loads: number;
  /** mL in each. */
  volumeEach: number;
  /** Share of the vessel each fills. */
  fillEach: number;
  /** Share of the vessel it would fill all at once. */
  fillAtOnce: number;
}

/**
 * Splits cream into equal loads that leave the churn at most half full, so that the cream can fall and fold
 * (handbook §5: over half full whips but will not break). Volumes in mL.
 * @param chosen loads the maker wants, in place of those that leave it half full
 * @throws {CalculationError} when either volume is not above zero
 */
export function splitLoads(volume: number, capacity: number, chosen?: number): Loads {
  if (!(volume > 0))
    throw new CalculationError(`volume: ${volume} mL was given; there must be some cream.`, 'volume');
  if (!(capacity > 0))
    throw new CalculationError(
      `capacity: ${capacity} mL was given; the churn must hold something.`,
      'capacity',
    );
  const loads = chosen ?? Math.max(1, Math.ceil(volume / (capacity * fillLimit) - 1e-9));
  const volumeEach = volume / loads;
  return { loads, volumeEach, fillEach: volumeEach / capacity, fillAtOnce: volume / capacity };
}
