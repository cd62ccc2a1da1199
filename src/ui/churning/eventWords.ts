import type { BatchEvent } from '@/core/churning/batchEvents';
import { stageSigns } from '@/core/churning/stages';
import { tools } from '@/core/churning/tools';
import { feedWords, grainWords, pauseWords, reweighWords, washWords, workWords } from './words';
import type { useSay } from '../frame/FarmContext';

const washWater = (
  { waterMass, celsius }: Extract<BatchEvent, { kind: 'washed' }>,
  say: ReturnType<typeof useSay>,
): string => {
  const said = [
    waterMass ? say.volume(waterMass) : '',
    celsius === undefined ? '' : say.temperature(celsius),
  ].filter(Boolean);
  return said.length > 0 ? ` (${said.join(' at ')})` : '';
};

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
      return {
        short: 'next load',
        long: event.beside
          ? `Next load begun beside it, in ${tools[event.tool ?? 'jar'].inSentence}`
          : 'Next load in',
      };
    case 'drained':
      return {
        short: 'draining',
        long:
          event.mass === undefined
            ? 'Buttermilk drained, not measured'
            : `Buttermilk drained: ${say.mass(event.mass)}${event.washIn ? `, ${say.volume(event.washIn)} of it wash water` : ''}`,
      };
    case 'washed':
      return {
        short: `wash, ${event.clarity}`,
        long: `Washed${event.where ? ` ${washWords[event.where].inSentence}` : ''}, water ${event.clarity}${washWater(event, say)}`,
      };
    case 'portion':
      return {
        short: 'portion',
        long: `${event.name}: ${say.mass(event.mass)}, ${event.saltMass > 0 ? `${say.mass(event.saltMass)} of it salt` : 'no salt'}${event.ghee ? `, made into ${say.mass(event.ghee.mass)} of ghee` : ''}`,
      };
    case 'gathered':
      return { short: 'grain', long: `Stopped at ${grainWords[event.size].name.toLowerCase()}` };
    case 'felt':
      return {
        short:
          event.celsius === undefined
            ? `butter ${event.feel ?? 'felt'}`
            : `butter ${say.temperature(event.celsius)}`,
        long: `The butter ${event.celsius === undefined ? `is ${event.feel ?? 'felt'}` : `is at ${say.temperature(event.celsius)}`}`,
      };
    case 'worked':
      return {
        short: workWords[event.way].toLowerCase(),
        long: `${workWords[event.way]}${event.waterMass ? `, ${say.volume(event.waterMass)} of water out` : ''}`,
      };
    case 'reweighed':
      return {
        short: 'weighing again',
        long: `Weighed again, ${reweighWords[event.why]}: ${say.mass(event.mass)}, ${event.saltMass > 0 ? `${say.mass(event.saltMass)} of it salt` : 'no salt'}`,
      };
    case 'moisture':
      return {
        short: 'moisture test',
        long: `Moisture test: ${((100 * (event.before - event.after)) / Math.max(1e-9, event.before - event.tare)).toFixed(1)} % water`,
      };
    case 'tasted':
      return {
        short: 'tasting',
        long: `Tasted${[
          event.colour === undefined ? '' : `colour ${event.colour} of 6`,
          event.feed ? `on ${feedWords[event.feed].toLowerCase()}` : '',
          ...(event.tastes ?? []),
          event.note ?? '',
        ]
          .filter(Boolean)
          .map((word, i) => `${i === 0 ? ': ' : ', '}${word}`)
          .join('')}`,
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
