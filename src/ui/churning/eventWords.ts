import type { BatchEvent } from '@/core/churning/batchEvents';
import { stageSigns } from '@/core/churning/stages';
import { tools } from '@/core/churning/tools';
import { pauseWords } from './words';
import type { useSay } from '../frame/FarmContext';

/** What happened, in a few words and in a sentence's worth. */
export function eventWords(
  event: BatchEvent,
  say: ReturnType<typeof useSay>,
): { short: string; long: string } {
  switch (event.kind) {
    case 'started':
      return { short: 'start', long: 'Churn started' };
    case 'mark':
      return { short: stageSigns[event.stage].name.toLowerCase(), long: stageSigns[event.stage].name };
    case 'reading':
      return {
        short: say.temperature(event.temperature),
        long: `Temperature ${say.temperature(event.temperature)}`,
      };
    case 'water':
      return { short: 'water', long: `${say.volume(event.mass)} of water added` };
    case 'paused':
      return {
        short: 'pause',
        long: `Put by${event.place ? ` ${pauseWords[event.place]}` : ''}${event.celsius === undefined ? '' : ` of ${say.temperature(event.celsius)}`}`,
      };
    case 'takenOut':
      return {
        short: 'taking out',
        long: `${Math.round(event.share * 100)} % taken out, for a load of its own`,
      };
    case 'merged':
      return { short: 'pouring together', long: 'The next load poured in with this one' };
    case 'resumed':
      return { short: 'going on', long: 'Churned on' };
    case 'tool':
      return {
        short: 'other tool',
        long: `Moved to ${tools[event.tool].inSentence}, ${say.volume(event.capacity ?? tools[event.tool].usualVolume)}`,
      };
    case 'load':
      return { short: 'next load', long: 'Next load in' };
    case 'drained':
      return {
        short: 'draining',
        long:
          event.mass === undefined
            ? 'Buttermilk drained, not measured'
            : `Buttermilk drained: ${say.mass(event.mass)}`,
      };
    case 'washed':
      return {
        short: `wash, ${event.clarity}`,
        long: `Washed, water ${event.clarity}${event.waterMass ? ` (${say.volume(event.waterMass)})` : ''}`,
      };
    case 'portion':
      return {
        short: 'portion',
        long: `${event.name}: ${say.mass(event.mass)}, ${event.saltMass > 0 ? `${event.saltMass.toFixed(0)} g of it salt` : 'no salt'}`,
      };
    case 'joined':
      return { short: 'joining', long: 'Two portions joined' };
    case 'packed':
      return { short: 'packing', long: 'Packed' };
    case 'abandoned':
      return { short: 'giving up', long: `Given up${event.reason ? `: ${event.reason}` : ''}` };
    case 'undone':
      return { short: 'undo', long: 'Undone' };
    case 'retimed':
      return { short: 'time', long: 'Time put right' };
  }
}
