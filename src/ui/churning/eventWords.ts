import type { BatchEvent } from '@/core/churning/batchEvents';
import type { Speed } from '@/core/churning/batchWords';
import type { BatchStory, NextAct } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import { stageSigns } from '@/core/churning/stages';
import { tools } from '@/core/churning/tools';
import { hardlyKnown } from '@/core/quantities/estimate';
import { spokenMinutes, spokenRange, text, percent } from '@/core/quantities/formatQuantity';
import type { useSay } from '../frame/FarmContext';

import { correctedWords } from './correctedWords';
import { feedWords, grainWords, pauseWords, reweighWords, washWords, workWords } from './words';

type Say = ReturnType<typeof useSay>;

/** What a button says, what is ahead, and the single key that does the same. */
export const actWords: Record<NextAct, { button: string; ahead: string; key: string }> = {
  thickening: { button: 'It thickens', ahead: 'it thickens, then whips', key: 't' },
  whipped: { button: 'It is whipped', ahead: 'whipped and quiet', key: 'w' },
  grainy: { button: 'It is grainy', ahead: 'it turns grainy', key: 'g' },
  break: { button: 'It broke', ahead: 'the break', key: 'b' },
  stopped: { button: 'I stopped', ahead: 'stop at wheat-grain size', key: 's' },
  load: { button: 'Next load', ahead: 'the next load', key: 'n' },
  drained: { button: 'Drained', ahead: 'drain the buttermilk', key: 'd' },
  washed: { button: 'Washed', ahead: 'wash until it runs clear', key: 'c' },
  portion: { button: 'Pack', ahead: 'salt, weigh and pack', key: 'k' },
  packed: { button: 'Pack', ahead: 'pack what is weighed', key: 'k' },
  resumed: { button: 'Go on', ahead: 'go on churning', key: 'p' },
  none: { button: 'Done', ahead: 'nothing more', key: '' },
};

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
    // What holds it up is the advice’s to say, by its cream, its fill and its marks: not the headline’s by rule of thumb.
    return {
      next: 'Later than nine in ten',
      ...(reading === undefined
        ? { more: 'Take its temperature: it tells most of what holds it up.' }
        : Math.abs(reading - better.temperature) < asItShould
          ? { more: `At ${say.temperature(reading)} it is as warm as it should be.` }
          : {}),
    };
  }
  if (minutes >= breakMinutes.low)
    return {
      next: `Break any moment, within ${text(spokenMinutes(Math.max(soon, breakMinutes.high - minutes)))}`,
    };
  if (hardlyKnown(breakMinutes))
    return {
      next: `Break not before ${text(spokenMinutes(breakMinutes.low - minutes))}`,
      more: `When is hardly known yet: about ${text(spokenMinutes(breakMinutes.mid - minutes))} more, perhaps far longer. Marks and a temperature tell more.`,
    };
  return {
    next: `Break in ${text(spokenRange(breakMinutes.low - minutes, breakMinutes.high - minutes, spokenMinutes))}`,
  };
}

const washWater = ({ waterMass, celsius }: Extract<BatchEvent, { kind: 'washed' }>, say: Say): string => {
  const said = [
    waterMass ? say.volume(waterMass) : '',
    celsius === undefined ? '' : say.temperature(celsius),
  ].filter(Boolean);
  return said.length > 0 ? ` (${said.join(' at ')})` : '';
};

/** How fast a mixer turns. */
export const speedWords: Record<Speed, string> = {
  slow: 'Slow',
  usual: 'At the usual speed',
  fast: 'Fast',
};

/** What happened, in a few words and in a sentence's worth. */
export function eventWords(event: BatchEvent, say: Say): { short: string; long: string } {
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
    case 'salted':
      return {
        short: 'salt',
        long: `${say.mass(event.mass)} of salt put into the cream: most of it leaves with the buttermilk`,
      };
    case 'paused':
      return {
        short: 'pause',
        long: `Put by${event.place ? ` ${pauseWords[event.place]}` : ''}${event.celsius === undefined ? '' : ` of ${say.temperature(event.celsius)}`}`,
      };
    case 'speed':
      return { short: `${event.to} speed`, long: speedWords[event.to] };
    case 'takenOut':
      return {
        short: 'taking out',
        long: `${percent(event.share, 0)} taken out, for a load of its own`,
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
        long: `${workWords[event.way]}${event.minutes ? `, ${text(spokenMinutes(event.minutes))}` : ''}${event.waterMass ? `, ${say.volume(event.waterMass)} of water out` : ''}`,
      };
    case 'reweighed':
      return {
        short: 'weighing again',
        long: `Weighed again, ${reweighWords[event.why]}: ${say.mass(event.mass)}, ${event.saltMass > 0 ? `${say.mass(event.saltMass)} of it salt` : 'no salt'}`,
      };
    case 'moisture':
      return {
        short: 'moisture test',
        long: `Moisture test: ${percent((event.before - event.after) / Math.max(1e-9, event.before - event.tare))} water`,
      };
    case 'noted':
      return { short: 'the note', long: `Note: ${event.note}` };
    case 'corrected':
      return { short: 'what was put right', long: `Put right: ${correctedWords(event.to, event.was, say)}` };
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
