import { CalculationError } from '../calculationError';
import type { RipenInput } from './ripenPredict.calc';

/**
 * What cannot sour is refused before anything is foreseen or written down of it (handbook §6.4).
 * @throws {CalculationError} for natural souring of what has no flora left or with a dose, and for sweet buttermilk as a culture
 */
export function refuseSouring({
  route,
  treatment,
  culture,
  dose: given,
}: Pick<RipenInput, 'route' | 'treatment' | 'culture' | 'dose'>): void {
  if (route === 'natural' && treatment !== 'raw')
    throw new CalculationError(
      `treatment: ${treatment} was given; heat has killed what would sour it, so it would only spoil. Add a culture.`,
      'treatment',
    );
  if (route === 'natural' && given !== undefined)
    throw new CalculationError(
      'dose: natural souring takes no culture; leave the dose out, or choose a route with one.',
      'dose',
    );
  if (route !== 'natural' && culture === 'sweetButtermilk')
    throw new CalculationError(
      'culture: buttermilk of sweet cream is no culture; nothing lives in it that sours. Use cultured buttermilk, live yoghurt or a bought culture.',
      'culture',
    );
}
