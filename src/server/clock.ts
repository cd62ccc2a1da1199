/**
 * The server's clock. `IMMULGO_CLOCK` (an ISO time) fixes it, so that pictures and the demo farm come out the same
 * every time; the demo's generator sets its own as it lives through its months.
 */
let fixed: Date | undefined;

export function now(): Date {
  if (fixed) return fixed;
  return process.env.IMMULGO_CLOCK ? new Date(process.env.IMMULGO_CLOCK) : new Date();
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
