import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import { spokenMinutes, spokenRange, text } from '@/core/quantities/formatQuantity';
import type { useSay } from '../frame/FarmContext';
import { actWords } from './words';

type Say = ReturnType<typeof useSay>;

/** What comes next, said with the clock in mind. */
export function nextWords(
  story: BatchStory,
  foreseen: Foreseen,
  elapsed: number,
  reading: number | undefined,
  say: Say,
): { next: string; more?: string } {
  const broke = story.marks.some((mark) => mark.stage === 'break' && mark.load === story.load);
  if (story.phase === 'churning' && !broke) return untilBreak(foreseen, elapsed, reading, say);
  switch (story.next) {
    case 'stopped':
      return {
        next: 'Stop at wheat-grain size',
        more: 'Going on gathers it in one mass and traps buttermilk.',
      };
    case 'drained':
      return {
        next: 'Drain the buttermilk',
        more: 'First drain kept apart from the wash water: it is buttermilk, the rest is not.',
      };
    case 'washed':
      return {
        next: story.washes.length === 0 ? 'Wash, or press without washing' : 'Wash again until it runs clear',
      };
    case 'portion':
    case 'packed':
      return { next: 'Salt, weigh and pack' };
    case 'resumed':
      if (story.drains.length > 0 && broke)
        return { next: 'Let the butter rest', more: 'Cold through, it works waxy instead of greasy.' };
      return {
        next: 'Go on when you are ready',
        more: 'The clock stands. Over a night, keep it in the fridge and let it come back to churning temperature.',
      };
    default:
      return { next: actWords[story.next].button };
  }
}

/** A reading this near to what its churn likes is not what holds it up, K. */
const asItShould = 2;
/** Fewest minutes still to go that are worth saying. */
const soon = 0.25;

function untilBreak(
  { breakMinutes, outcome, better }: Foreseen,
  elapsed: number,
  reading: number | undefined,
  say: Say,
): { next: string; more?: string } {
  if (!breakMinutes) {
    return {
      next: outcome === 'oils' ? 'Too warm to grain: chill it' : 'Too cold to break soon',
      more: `${outcome === 'oils' ? 'Chill' : 'Warm'} it to about ${say.temperature(better.temperature)}${better.breakMinutes ? `; it then takes about ${text(spokenMinutes(better.breakMinutes))}` : ''}.`,
    };
  }
  const minutes = elapsed / 60;
  if (minutes > breakMinutes.high) {
    if (reading !== undefined && Math.abs(reading - better.temperature) < asItShould)
      return {
        next: 'Later than nine in ten',
        more: `At ${say.temperature(reading)} it is as warm as it should be: usually it is too full, or the cream is thin. A churn at most half full.`,
      };
    return {
      next: 'Later than nine in ten',
      more: `Usual reasons: too cold, too full, or thin cream.${reading === undefined ? ' Take its temperature.' : ` It was ${say.temperature(reading)}.`} Aim for ${say.temperature(better.temperature)} and a churn at most half full.`,
    };
  }
  if (minutes >= breakMinutes.low)
    return {
      next: `Break any moment, within ${text(spokenMinutes(Math.max(soon, breakMinutes.high - minutes)))}`,
    };
  return {
    next: `Break in ${text(spokenRange(breakMinutes.low - minutes, breakMinutes.high - minutes, spokenMinutes))}`,
  };
}
