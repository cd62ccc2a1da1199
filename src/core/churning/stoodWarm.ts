import type { BatchFacts, BatchEvent } from './batchEvents';
import { pauseCelsius } from './batchWords';
import { discardAfterHours } from '../standing/discardAfter';

/** Colder than this a place chills what stands in it (handbook §7), °C; warm for longer than this is worth a word, h. */
const chillsBelow = 7;
const wordAfter = 2;

/** Sweet cream that was put by where it is warm. */
export interface StoodWarm {
  hours: number;
  /** Somebody said where it stood; otherwise it is taken to have stood in the room. */
  said: boolean;
  /** Longer than heated, unsoured cream may, or than is safe for raw: `danger`. */
  level: 'caution' | 'danger';
}

/**
 * How long the cream of a batch was put by in the warm before it broke, by what was said of its pauses, where it is sweet: soured
 * cream may stand. Undefined while that is two hours or less (handbook §7).
 */
export function stoodWarm(
  { ripened }: Pick<BatchFacts, 'ripened'>,
  { events }: { events: readonly BatchEvent[] },
  nowSeconds: number,
): StoodWarm | undefined {
  if (ripened) return undefined;
  const hours = { all: 0, said: 0 };
  let open: { since: number; celsius: number; said: boolean } | undefined;
  const close = (at: number) => {
    if (!open) return;
    const stood = Math.max(0, at - open.since) / 3600;
    if (open.celsius > chillsBelow) {
      hours.all += stood;
      if (open.said) hours.said += stood;
    }
    open = undefined;
  };
  for (const event of events.toSorted((a, b) => a.atSeconds - b.atSeconds)) {
    if (event.atSeconds > nowSeconds || (event.kind === 'mark' && event.stage === 'break')) {
      close(Math.min(event.atSeconds, nowSeconds));
      return told(hours);
    }
    if (
      event.kind === 'resumed' ||
      event.kind === 'mark' ||
      event.kind === 'abandoned' ||
      event.kind === 'paused'
    )
      close(event.atSeconds);
    if (event.kind === 'paused') {
      const place = event.place ?? 'room';
      open = {
        since: event.atSeconds,
        celsius: event.celsius ?? pauseCelsius[place],
        said: event.place !== undefined || event.celsius !== undefined,
      };
    }
  }
  close(nowSeconds);
  return told(hours);
}

const told = ({ all, said }: { all: number; said: number }): StoodWarm | undefined =>
  all <= wordAfter
    ? undefined
    : { hours: all, said: all - said < 0.01, level: all > discardAfterHours ? 'danger' : 'caution' };
