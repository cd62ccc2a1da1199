/** How milk was heated: as its thermometer and clock had it, or so that it gathers no more at all. */
export type Heated = boolean | { celsius: number; minutes: number };

/**
 * Share of what gathers globules in the cold that heating took away: a quarter at 63 °C for 30 min, four fifths at 72 °C for 15 s,
 * all of it from 85 °C, boiled or homogenised (engineering estimate, wide; cold agglutination: Walstra et al., Dairy
 * Science and Technology, 2006, §3.2). It hangs on the heat far more than on the time.
 */
export function heatedShare(heated: Heated): number {
  if (typeof heated === 'boolean') return heated ? 1 : 0;
  const odds = -20.15 + 0.3 * heated.celsius + 0.1 * Math.log10(Math.max(0.01, heated.minutes));
  return 1 / (1 + Math.exp(-odds));
}

/** Bought as pasteurised it most likely was this. */
const asBought: Heated = { celsius: 72, minutes: 0.25 };

/** How a lot of milk was heated, by what is known of it. */
export function howHeated(
  treatment: 'raw' | 'pasteurised' | 'boiled',
  homogenised: boolean,
  events: readonly { kind: string; celsius?: number | undefined; minutes?: number | undefined }[],
): Heated {
  if (homogenised || treatment === 'boiled') return true;
  if (treatment === 'raw') return false;
  const last = events.findLast(({ kind }) => kind === 'heated');
  return last?.celsius !== undefined && last.minutes !== undefined
    ? { celsius: last.celsius, minutes: last.minutes }
    : asBought;
}
