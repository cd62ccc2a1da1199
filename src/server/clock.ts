import { readFileSync } from 'node:fs';

/**
 * The server's clock. `IMMULGO_CLOCK` (an ISO time) fixes it, so that pictures and the demo farm come out the same
 * every time; the demo's generator sets its own as it lives through its months. `IMMULGO_CLOCK_AHEAD` names a file with the
 * seconds it runs ahead: browser tests live through a night in a moment.
 */
let fixed: Date | undefined;

export function now(): Date {
  if (fixed) return fixed;
  if (process.env.IMMULGO_CLOCK) return new Date(process.env.IMMULGO_CLOCK);
  return new Date(Date.now() + ahead(process.env.IMMULGO_CLOCK_AHEAD));
}

/** ms that a clock runs ahead; it runs right where no file says otherwise. */
function ahead(path: string | undefined): number {
  if (!path) return 0;
  try {
    return 1000 * Number(readFileSync(path, 'utf8')) || 0;
  } catch {
    return 0;
  }
}

/** Fixes the clock for code that lives through other days; undefined lets it run again. */
export function setClock(at: Date | undefined): void {
  fixed = at;
}

/** Headers of an answer with the house's time in them, ms since 1970: devices place what they mark by it. */
export const clocked = (headers: Record<string, string> = {}): Record<string, string> => ({
  ...headers,
  'x-immulgo-now': String(now().getTime()),
});
