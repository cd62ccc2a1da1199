/** Shares of fat at which the palette has a tint of its own (`--tint-…` in palette.css). */
const stops = [0, 4, 12, 25, 45, 82, 100] as const;

/**
 * The colour of milk, cream, skim or butter by its share of fat, on the one scale that every vessel uses: between two of the
 * palette's tints it is mixed of both, so that it follows the theme.
 * @param fat mass fraction, 0 … 1
 * @returns a CSS colour
 */
export function tint(fat: number): string {
  const percent = Math.min(100, Math.max(0, 100 * fat));
  const above = stops.findIndex((stop) => stop >= percent);
  const to = stops[above]!;
  if (above === 0 || to === percent) return `var(--tint-${to})`;
  const from = stops[above - 1]!;
  const share = Math.round((100 * (percent - from)) / (to - from));
  return `color-mix(in srgb, var(--tint-${to}) ${share}%, var(--tint-${from}))`;
}

/** From this share of fat on a layer's edge is drawn as fat's; below it, as serum's. */
const creamy = 0.1;
export const edgeOf = (fat: number): string => (fat >= creamy ? 'var(--fat-edge)' : 'var(--serum-edge)');
