/**
 * The house's time on this device. A device's clock may be wrong by days; every answer of the house carries its own time,
 * and what is marked here is placed by that. The difference is remembered, so that a make day without a signal is
 * placed right as well.
 */

/** What an answer of the house carries its time in, ms since 1970. */
export const clockHeader = 'x-immulgo-now';
const storageKey = 'immulgo-clock';
/** Differences under this are the way there and back, ms. */
const jitter = 1500;
/** An answer that took longer than this says little of the time, ms. */
const slowest = 10_000;

type Listener = () => void;

export class HouseClock {
  /** How far the house is ahead of this device, ms. */
  private offset = remembered();
  private listeners = new Set<Listener>();
  /** What was last said to be the time, ms. */
  private latest = 0;
  /** An answer of the house has said its time since this page was opened. */
  known = false;

  /** @param deviceNow this device's own clock, ms since 1970 */
  constructor(readonly deviceNow: () => number = () => Date.now()) {}

  get offsetMs(): number {
    return this.offset;
  }

  /** ms since 1970, as the house has it. */
  now = (): number => {
    const at = this.deviceNow() + this.offset;
    // A difference found to be a little smaller never puts what is marked next before what was marked last.
    if (at <= this.latest && this.latest - at < slowest) return (this.latest += 1);
    return (this.latest = at);
  };

  /** Learns the house's time from its answer to a request that was sent at `sentAt` and answered now, ms on this device. */
  learn(answer: { headers: Headers }, sentAt: number): void {
    const said = Number(answer.headers.get(clockHeader));
    const gone = this.deviceNow() - sentAt;
    if (!(said > 0) || gone < 0 || gone > slowest) return;
    // The house said it at some moment between asking and answering: within that, what is known already stays.
    const [least, most] = [said - sentAt - gone, said - sentAt];
    const agrees = this.known && this.offset >= least - jitter && this.offset <= most + jitter;
    this.known = true;
    if (agrees) return;
    const offset = (least + most) / 2;
    // Small differences are not worth a jump of every clock on the page.
    const now = Math.abs(offset) < jitter ? 0 : Math.round(offset);
    if (Math.abs(now - this.offset) < jitter && (now !== 0 || this.offset === 0)) return;
    this.offset = now;
    remember(now);
    for (const listener of this.listeners) listener();
  }

  /** Calls `listener` when the difference turns out to be another. Returns how to stop. */
  subscribe = (listener: Listener): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
}

function remembered(): number {
  try {
    const kept = Number(localStorage.getItem(storageKey));
    return Number.isFinite(kept) ? kept : 0;
  } catch {
    return 0;
  }
}

function remember(offset: number): void {
  try {
    localStorage.setItem(storageKey, String(offset));
  } catch {
    // A device that keeps nothing learns it anew each time.
  }
}

export const houseClock = new HouseClock();

const timeKeys = new Set(['atSeconds', 'startedAtSeconds', 'toSeconds', 'readyAtSeconds']);

/** What was said with a clock that turned out to be wrong, with every time in it moved by so many seconds. */
export function shiftTimes<T>(said: T, seconds: number): T {
  if (Array.isArray(said)) return said.map((one) => shiftTimes(one as unknown, seconds)) as T;
  if (said === null || typeof said !== 'object') return said;
  return Object.fromEntries(
    Object.entries(said).map(([key, value]) => [
      key,
      timeKeys.has(key) && typeof value === 'number'
        ? value + seconds
        : shiftTimes(value as unknown, seconds),
    ]),
  ) as T;
}
