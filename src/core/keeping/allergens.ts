import { additions } from '../churning/batchWords';
import type { Addition } from '../churning/batchWords';
import type { Mixed } from '../working/mix';
import { mixName } from '../working/mix';
import { list } from '../quantities/list';

/** Allergens that a name gives away (the fourteen that labels commonly have to name, as far as anyone mixes them into butter). */
const named: readonly [string, RegExp][] = [
  [
    'nuts',
    /(?:\b|wal|hazel|brazil|macadamia |chest)nuts?\b|\b(?:almonds?|pecans?|pistachios?|cashews?|praline|marzipan)\b/,
  ],
  ['peanuts', /\bpeanuts?\b/],
  ['sesame', /\b(?:sesame|tahini)\b/],
  ['mustard', /\bmustard\b/],
  ['celery', /\bceler(?:y|iac)\b/],
  ['fish', /\b(?:anchov(?:y|ies)|fish|bottarga)\b/],
  ['crustaceans', /\b(?:crab|lobster|shrimps?|prawns?)\b/],
  ['soya', /\b(?:soya?|miso)\b/],
  ['gluten', /\b(?:wheat|malt|barley|rye|biscuits?|flour)\b/],
  ['eggs', /\beggs?\b|\byolks?\b/],
];
/** What the sort of it may bring along while its name does not say. */
const mayHold: Partial<Record<Addition, string>> = {
  spice: 'Spice mixes can hold mustard, celery or sesame: read the packet.',
  herbs: 'Celery leaf among the herbs is an allergen too.',
  seeds: 'Nuts, sesame and mustard seed are allergens: name them.',
};

/** What a label says of what is in it: milk always; what it is mixed with, by name; what that may bring along; honey for infants (handbook §7). */
export function allergensOf({ additions: keys, mixedIn }: Mixed, ghee = false): string {
  const said = [ghee ? 'Contains milk: ghee keeps traces of it.' : 'Contains milk.'];
  const things = mixedIn ?? [];
  const own = things.filter(({ name }) => name !== undefined);
  if (things.length > 0) said.push(`With ${list(things.map(mixName))}.`);
  const contains = named.filter(([, words]) => own.some(({ name }) => words.test(name!.toLowerCase())));
  if (contains.length > 0) said.push(`Contains ${list(contains.map(([allergen]) => allergen))}.`);
  for (const key of Object.keys(additions) as Addition[]) {
    // Of what carries its own name, its name was looked at.
    const ofKey = things.filter(({ of }) => of === key);
    const nameless = ofKey.length === 0 || ofKey.some(({ name }) => name === undefined);
    if (keys.includes(key) && nameless && mayHold[key]) said.push(mayHold[key]);
  }
  if (keys.includes('honey')) said.push('Honey: not for infants under one year.');
  return said.join(' ');
}
