import { vesselShape } from '@/core/standing/places';
import type { Ware } from './profiles';
import { drawnLength, drawnSize, fillHeight, halfWidthAt, outline, profiles, roominess } from './profiles';
import { edgeOf, tint } from './tint';

const ware = Object.keys(profiles) as Ware[];

describe('how high a vessel is drawn full', () => {
  it.each(ware)('%s: empty at the bottom, full at the brim, and always higher with more in it', (kind) => {
    const at = [0, 0.1, 0.25, 0.5, 0.75, 0.9, 1].map((share) => fillHeight(profiles[kind], share));
    expect(at[0]).toBeCloseTo(0, 6);
    expect(at.at(-1)).toBeCloseTo(1, 6);
    for (const [i, height] of at.entries()) if (i > 0) expect(height).toBeGreaterThan(at[i - 1]!);
  });

  it('is half its volume, not half its height, where the wall is not straight', () => {
    expect(fillHeight(profiles.mould, 0.5)).toBeCloseTo(0.5, 1);
    expect(fillHeight(profiles.tub, 0.5)).toBeGreaterThan(0.56);
    // A can that narrows to its neck holds most of it below.
    expect(fillHeight(profiles.can, 0.75)).toBeLessThan(0.62);
    expect(fillHeight([[0, 1], [1, 1]], 0.3)).toBeCloseTo(0.3, 9); // prettier-ignore
    // A cone: ∛½ of its height is half of it.
    expect(fillHeight([[0, 0], [1, 1]], 0.5)).toBeCloseTo(Math.cbrt(0.5), 6); // prettier-ignore
    expect(roominess([[0, 0], [1, 1]])).toBeCloseTo(1 / 3, 9); // prettier-ignore
  });

  it('never over its brim or under its bottom', () => {
    expect(fillHeight(profiles.jar, 1.7)).toBe(1);
    expect(fillHeight(profiles.jar, -1)).toBeCloseTo(0, 6);
  });
});

describe('how large a vessel is drawn', () => {
  it('as its real size, within reason: a can of twelve litres over a jar of two, and both fit a board', () => {
    const jar = drawnSize(profiles.jar, vesselShape('jar', 2000));
    const can = drawnSize(profiles.can, vesselShape('can', 12_000));
    const tub = drawnSize(profiles.tub, vesselShape('tub', 1500));
    expect(can.height).toBeGreaterThan(1.25 * jar.height);
    expect(tub.height).toBeLessThan(jar.height);
    expect(can.height).toBeLessThan(240);
    // Its own proportions are kept: a pan is wide, a jar is tall.
    const pan = drawnSize(profiles.pan, vesselShape('pan', 6000));
    expect(pan.width).toBeGreaterThan(2 * pan.height);
    expect(jar.height).toBeGreaterThan(1.4 * jar.width);
    expect(drawnLength(210)).toBeCloseTo(150, 9);
  });

  it('draws the same wall on both sides', () => {
    expect(outline(profiles.jar, 100, 200)).toMatch(/^M.*Z$/);
    expect(outline(profiles.jar, 100, 200)).not.toMatch(/NaN/);
    expect(halfWidthAt(profiles.jar, 0.5, 100)).toBeCloseTo(50, 6);
    expect(halfWidthAt(profiles.jar, 1, 100)).toBeCloseTo(31, 6);
    expect(halfWidthAt(profiles.jar, 0, 100)).toBeCloseTo(43, 6);
  });
});

describe('what is in it, by its share of fat', () => {
  it('takes the palette’s tints, and mixes between two of them', () => {
    expect(tint(0)).toBe('var(--tint-0)');
    expect(tint(0.04)).toBe('var(--tint-4)');
    expect(tint(0.08)).toBe('color-mix(in srgb, var(--tint-12) 50%, var(--tint-4))');
    expect(tint(0.35)).toBe('color-mix(in srgb, var(--tint-45) 50%, var(--tint-25))');
    expect(tint(1.2)).toBe('var(--tint-100)');
    expect(tint(-0.1)).toBe('var(--tint-0)');
  });

  it('has serum’s edge below cream and fat’s from cream on', () => {
    expect(edgeOf(0.04)).toBe('var(--serum-edge)');
    expect(edgeOf(0.2)).toBe('var(--fat-edge)');
  });
});
