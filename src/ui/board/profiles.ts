import { area, curveMonotoneY } from 'd3-shape';

/** Half the width of a vessel along its height, both as shares, from the bottom up. */
export type Profile = readonly (readonly [height: number, halfWidth: number])[];

/** What stands in a dairy, by the form of its wall (our own drawing: proportions of usual ware). */
export const profiles = {
  jar: [[0, 0.86], [0.03, 0.97], [0.08, 1], [0.66, 1], [0.76, 0.94], [0.86, 0.68], [0.9, 0.62], [1, 0.62]],
  bottle: [[0, 0.88], [0.04, 1], [0.56, 1], [0.74, 0.76], [0.84, 0.42], [1, 0.38]],
  can: [[0, 0.9], [0.05, 1], [0.55, 1], [0.7, 0.88], [0.82, 0.56], [0.88, 0.5], [1, 0.5]],
  tapCan: [[0, 0.94], [0.04, 1], [1, 1]],
  tub: [[0, 0.72], [0.06, 0.8], [1, 1]],
  pail: [[0, 0.74], [0.05, 0.8], [1, 1]],
  pan: [[0, 0.76], [0.12, 0.84], [1, 1]],
  crock: [[0, 0.68], [0.05, 0.78], [0.4, 1], [0.58, 1], [0.9, 0.8], [1, 0.78]],
  bowl: [[0, 0.4], [0.08, 0.55], [0.3, 0.78], [0.6, 0.94], [1, 1]],
  mould: [[0, 0.94], [1, 1]],
  separator: [[0, 0.7], [1, 1]],
} as const satisfies Record<string, Profile>; // prettier-ignore

export type Ware = keyof typeof profiles;

/** Volume between two heights of a wall that goes straight from one half width to the other, without π. */
const frustum = (rise: number, a: number, b: number) => (rise * (a * a + a * b + b * b)) / 3;

/** How much a vessel of this form holds against a cylinder as wide as its widest, 0 … 1. */
export const roominess = (profile: Profile): number =>
  profile.slice(1).reduce((sum, [height, half], i) => {
    const [below, halfBelow] = profile[i]!;
    return sum + frustum(height - below, halfBelow, half);
  }, 0);

/**
 * How high a vessel stands full when a share of its volume is in it: a tub that widens is half full above half its height.
 * @param share of the volume, 0 … 1
 * @returns share of the height, 0 … 1
 */
export function fillHeight(profile: Profile, share: number): number {
  let left = Math.min(1, Math.max(0, share)) * roominess(profile);
  for (let i = 1; i < profile.length; i += 1) {
    const [below, halfBelow] = profile[i - 1]!;
    const [height, half] = profile[i]!;
    const rise = height - below;
    const holds = frustum(rise, halfBelow, half);
    if (left > holds) {
      left -= holds;
      continue;
    }
    // Within one stretch the wall is straight: the height of what is left, by halving.
    let [low, high] = [0, rise];
    for (let step = 0; step < 40; step += 1) {
      const middle = (low + high) / 2;
      const wide = halfBelow + ((half - halfBelow) * middle) / rise;
      if (frustum(middle, halfBelow, wide) < left) low = middle;
      else high = middle;
    }
    return below + low;
  }
  return 1;
}

/** The wall as one closed path that stands on y = 0 about x = 0 and goes up, px. */
export const outline = (profile: Profile, width: number, height: number): string =>
  area<readonly [number, number]>()
    .x0(([, half]) => (-half * width) / 2)
    .x1(([, half]) => (half * width) / 2)
    .y(([at]) => -at * height)
    .curve(curveMonotoneY)([...profile]) ?? '';

/** Half the width at a share of the height, px of a vessel so wide. */
export function halfWidthAt(profile: Profile, at: number, width: number): number {
  const above = profile.findIndex(([height]) => height >= at);
  if (above <= 0) return (profile[Math.max(0, above)]![1] * width) / 2;
  const [below, halfBelow] = profile[above - 1]!;
  const [height, half] = profile[above]!;
  return ((halfBelow + ((half - halfBelow) * (at - below)) / (height - below)) * width) / 2;
}

/** A jar of two litres is drawn so high; larger and smaller ware follows less than in proportion, so that all fit a board. */
const usual = { mm: 210, px: 150 };
const drawnPower = 0.62;

/** Pixels to which something so long is drawn, beside everything else on the board. */
export const drawnLength = (mm: number): number => usual.px * (mm / usual.mm) ** drawnPower;

/** Width and height of a vessel on the board, px: its own proportions, on the board's scale. */
export function drawnSize(
  profile: Profile,
  { diameter, height }: { diameter: number; height: number },
): { width: number; height: number } {
  const widest = diameter / Math.sqrt(roominess(profile));
  const longest = Math.max(widest, height);
  const scale = drawnLength(longest) / longest;
  return { width: widest * scale, height: height * scale };
}
