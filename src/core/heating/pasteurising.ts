/**
 * Common code figures: time and temperature that pasteurise, held throughout. Milk 63 °C for 30 min or 72 °C for 15 s;
 * with 10 % fat and more 3 K above that; and what some butter codes ask of cream (docs/handbook.md, cautions). Local code decides.
 */
export const codes = {
  milk: { celsius: 63, minutes: 30 },
  cream: { celsius: 66, minutes: 30 },
  butterCream: { celsius: 74, minutes: 30 },
} as const;
export type Code = keyof typeof codes;

/** The slow and the quick figure of a code lie 9 K and a factor of 120 apart: so many K for ten times the time. */
export const tenfold = 9 / Math.log10(120);

/** Minutes a temperature has to be held for a code; undefined under its lowest. */
export function minutesAt(code: Code, celsius: number): number | undefined {
  const { celsius: from, minutes } = codes[code];
  return celsius < from ? undefined : minutes * 10 ** (-(celsius - from) / tenfold);
}

/** Whether a temperature held so long pasteurises by a code. */
export function pasteurises(
  { celsius, minutes }: { celsius: number; minutes: number },
  code: Code = 'cream',
): boolean {
  const needed = minutesAt(code, celsius);
  return needed !== undefined && minutes >= needed - 1e-9;
}
