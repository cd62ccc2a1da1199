import type { Page } from '@playwright/test';
import { expect } from '@playwright/test';

type System = 'metric' | 'us' | 'imperial';

/** What no screen ever says, whoever made the butter. */
const never: readonly [string, RegExp][] = [
  ['a figure that is none', /\b(?:NaN|undefined|null|Infinity)\b|\[object/],
  ['more digits than anyone can weigh', /\d\.\d{4,}/],
  [
    'one of many',
    /(?<![\d.,/½¼¾])\b1 (?:lots|washes|days|hours|loads|batches|pieces|times|things|jars|vessels|animals|milkings|min utes)\b/,
  ],
  ['less than nothing', /(?<![\d–-])[−-]\d+(?:\.\d+)? ?(?:g|kg|oz|lb|L|mL|qt|pints?|cups?|min|h|days?)\b/],
  ['a limit that is past', /\b0 s from now|-\d+ s from now/],
  ['in the counter', /\bin the counter\b/],
  ['a stop too many', /\.\.(?!\.)|,,| ,|;\.|\.;/],
  ['no space after a number', /\b0g\b/],
  ['nothing of something', /\b0 (?:tbsp|tsp|cups?|pints?|qt)\b/],
];
/** Units of another system; sheets of labels and densities are what they are. */
const foreign: Record<System, RegExp> = {
  metric: /\d ?°F|\d ?(?:oz|lb|qt|pt|pints?|quarts?|gal|gallons?|fl oz)\b/,
  us: /\d ?°C|\d ?(?:L|mL|ml|g|kg|mm|cm|litres?|grams?)\b/,
  imperial: /\d ?°F|\d ?(?:L|mL|ml|g|kg|litres?|grams?)\b/,
};
const anywhere = /A4|Letter,|g\/mL|× \d+ mm/;

/**
 * Reads every sentence of a screen as somebody would who knows butter and no program: no figure that is none, none of another
 * system, never more than all of anything.
 */
export async function readsWell(page: Page, system: System): Promise<void> {
  const text = await page.locator('body').innerText();
  const lines = text.split('\n').filter((line) => !anywhere.test(line));
  const said = lines.flatMap((line) => [
    ...never.filter(([, words]) => words.test(line)).map(([why]) => `${why}: ${line}`),
    ...(foreign[system].test(line) ? [`another system: ${line}`] : []),
    ...[...line.matchAll(/(\d+(?:\.\d+)?)\s?%/g)]
      .filter(([, share]) => Number(share) > 100)
      .map(() => `more than all of it: ${line}`),
  ]);
  expect(said, page.url()).toEqual([]);
}

/** The same of several screens, one after another. */
export async function allReadWell(page: Page, system: System, paths: readonly string[]): Promise<void> {
  for (const path of paths) {
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
    await readsWell(page, system);
  }
}
