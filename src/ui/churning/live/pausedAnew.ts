import type { EventOf } from '@/core/churning/batchEvents';
import type { Told } from '../makeDayEvents';

/**
 * A pause with what is now known of it, from the same moment: the pause as it was is taken back and said anew, both at
 * once, so that neither happens without the other.
 * @param pause as the story tells it; one that came from the house carries who wrote it down, which is not said again
 */
export function pausedAnew(
  { id, atSeconds, load, minutes, place, celsius }: EventOf<'paused'>,
  to: Pick<EventOf<'paused'>, 'place' | 'celsius'>,
): Told[] {
  return [
    { kind: 'undone', eventId: id },
    {
      kind: 'paused',
      atSeconds,
      ...(load === undefined ? {} : { load }),
      ...(minutes === undefined ? {} : { minutes }),
      ...(place === undefined ? {} : { place }),
      ...(celsius === undefined ? {} : { celsius }),
      ...to,
    },
  ];
}
