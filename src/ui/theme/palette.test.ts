import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The palette as it is written, by theme; a value may carry its own opacity, which is left out of what is judged here. */
const css = readFileSync(join(__dirname, 'palette.css'), 'utf8');
const block = (head: string) =>
  Object.fromEntries(
    [
      ...css
        .slice(css.indexOf(head))
        .split('}')[0]!
        .matchAll(/--([\w-]+): (#[0-9a-f]{6})\b(?![0-9a-f])/g),
    ].map(([, name, value]) => [name!, value!]),
  );
const themes = { light: block(':root {'), dark: block("[data-scheme='dark'] {") };

/** Relative luminance and contrast (W3C, Web Content Accessibility Guidelines 2.2, 2023, definitions). */
const luminance = (hex: string) => {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const c = parseInt(hex.slice(at, at + 2), 16) / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
};
const contrast = (a: string, b: string) => {
  const [low, high] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (high! + 0.05) / (low! + 0.05);
};

const rooms = ['room', 'wall', 'enamel'];
const texts: [string, string][] = [
  ...['ink', 'quiet', 'rim', 'time', 'caution', 'danger'].flatMap((text) =>
    rooms.map((ground): [string, string] => [text, ground]),
  ),
  ['on-rim', 'rim'],
  ['on-danger', 'danger'],
  ['on-slate', 'slate'],
  ['on-slate', 'slate-rail'],
];
const tints = ['tint-12', 'tint-25', 'tint-45', 'tint-82'];
const lines: [string, string][] = [
  ...['pewter', 'fat-edge', 'serum-edge', 'heat', 'time'].flatMap((one) =>
    rooms.map((ground): [string, string] => [one, ground]),
  ),
  ['pewter', 'ware'],
  ['fat', 'slate-rail'],
  ...['tint-0', 'tint-4'].map((tint): [string, string] => ['serum-edge', tint]),
];

describe.each(['light', 'dark'] as const)('the palette in the %s', (scheme) => {
  const colours = themes[scheme];
  const of = (name: string) => {
    const value = colours[name];
    if (!value) throw new Error(`There is no --${name} in the ${scheme}.`);
    return value;
  };

  it.each(texts)('%s can be read on %s', (text, ground) => {
    expect(contrast(of(text), of(ground))).toBeGreaterThanOrEqual(4.5);
  });

  it.each(lines)('%s can be seen on %s', (line, ground) => {
    expect(contrast(of(line), of(ground))).toBeGreaterThanOrEqual(3);
  });

  it('the edge of cream is seen on every tint that has it, or the tint on the wall', () => {
    for (const tint of tints)
      expect(
        Math.max(contrast(of('fat-edge'), of(tint)), contrast(of(tint), of('wall'))),
        // A tint that is light on a light wall has a dark edge; one that glows in the dark needs none.
      ).toBeGreaterThanOrEqual(3);
  });

  it('names the same colours as the other theme', () => {
    expect(Object.keys(colours).sort()).toEqual(
      Object.keys(themes[scheme === 'light' ? 'dark' : 'light']).sort(),
    );
  });
});

it('a well-known pair comes out as published', () => {
  expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 6);
  expect(contrast('#777777', '#ffffff')).toBeCloseTo(4.48, 2);
});
