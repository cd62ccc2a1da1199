import type { MixedIn } from '../churning/batchEvents';
import type { Addition, MixIn } from '../churning/batchWords';
import { additions } from '../churning/batchWords';
import { byMeasure, parseQuantity } from '../quantities/parseQuantity';
import type { Quantity } from '../quantities/parseQuantity';
import type { UnitSystem } from '../quantities/units';

/** How well a spoon or a clove is known, as a share (engineering estimate). */
const spooned = 0.2;

/** What is mixed into butter, as far as it is known: which rules it falls under, and its own names and weights. */
export interface Mixed {
  additions: readonly string[];
  mixedIn?: readonly MixedIn[] | null | undefined;
}

/** Fresh: it brings its own short date, and never stands warm. */
export const isPerishable = (key: string): boolean =>
  Object.hasOwn(additions, key) && additions[key as Addition].perishable;

/** How the list calls it within a sentence. */
export const mixWord = (of: Addition): string => {
  const { name } = additions[of];
  return `${name[0]!.toLowerCase()}${name.slice(1)}`;
};

/** How one thing is called within a sentence: as this house calls it, or by the list. */
export const mixName = ({ of, name }: Pick<MixedIn, 'of' | 'name'>): string => name ?? mixWord(of);

/** What is mixed in by name, in the order it was said; what was told before it had names, by the list. */
export function mixedNames({ additions: keys, mixedIn }: Mixed): string[] {
  const named = mixedIn ?? [];
  const rest = keys.filter((key) => Object.hasOwn(additions, key) && !named.some(({ of }) => of === key));
  return [...named.map(mixName), ...rest.map((key) => mixWord(key as Addition))];
}

/** What a portion carries of what is mixed into it. */
export function mixedFacts(mixedIn: readonly MixedIn[]): {
  additions: Addition[];
  mixedIn?: MixedIn[];
  additionMass?: number;
} {
  if (mixedIn.length === 0) return { additions: [] };
  const mass = mixedMass(mixedIn);
  return {
    additions: [...new Set(mixedIn.map(({ of }) => of))],
    mixedIn: [...mixedIn],
    ...(mass === undefined ? {} : { additionMass: mass }),
  };
}

/** What butter is called by what it is mixed with: “Wild garlic, honey”. */
export function calledByMix(mixedIn: readonly Pick<MixedIn, 'of' | 'name'>[]): string {
  const words = mixedIn.map(mixName).join(', ');
  return `${words.slice(0, 1).toUpperCase()}${words.slice(1)}`.slice(0, 60);
}

/** The same in a part of the butter. */
export const shareOfMix = (mixedIn: readonly MixedIn[], share: number): MixedIn[] =>
  mixedIn.map((one) => ({ ...one, ...(one.mass === undefined ? {} : { mass: one.mass * share }) }));

/** The same of two portions that are worked into one. */
export function joinedMix(
  first: readonly MixedIn[] | undefined,
  second: readonly MixedIn[] | undefined,
): MixedIn[] | undefined {
  if (!first && !second) return undefined;
  const all = [...(first ?? [])];
  for (const one of second ?? []) {
    const at = all.findIndex(({ of, name }) => of === one.of && name === one.name);
    if (at < 0) all.push(one);
    else {
      const { of, name } = one;
      const mass = mixedMass([all[at]!, one]);
      all[at] = { of, ...(name === undefined ? {} : { name }), ...(mass === undefined ? {} : { mass }) };
    }
  }
  return all;
}

/** g of water that what is mixed in brings along, as far as its weight is known. */
export const mixedWater = (mixedIn: readonly MixedIn[] = []): number =>
  mixedIn.reduce((sum, { of, mass = 0 }) => sum + mass * additions[of].water, 0);

/** g of what is mixed in, as far as it is known; undefined where nothing of it is. */
export function mixedMass(mixedIn: readonly MixedIn[] = []): number | undefined {
  const known = mixedIn.flatMap(({ mass }) => (mass === undefined ? [] : [mass]));
  return known.length === 0 ? undefined : known.reduce((sum, mass) => sum + mass, 0);
}

/** An amount of it in g: weighed, by the spoon as it lies in it, by the clove or the capsule. */
export const mixedGrams = (of: Addition, { kind, value }: Pick<Quantity, 'kind' | 'value'>): number =>
  kind === 'volume' ? value * additions[of].density : value;

/**
 * Reads cloves and capsules; undefined where none are spoken of.
 * @throws {CalculationError} for a number that is none
 */
export function piecesOfMix(of: Addition, typed: string, system: UnitSystem): Quantity | undefined {
  const { piece, density }: MixIn = additions[of];
  if (!piece) return undefined;
  const named = new RegExp(`\\s*\\b${piece.name}s?\\b(?: of\\b.*)?\\s*$`, 'i');
  if (!named.test(typed)) return undefined;
  const many = typed.replace(named, '').trim();
  return byMeasure(
    parseQuantity(`${many === '' ? '1' : many} ml`, system, 'volume'),
    piece.mass / density,
    spooned,
  );
}

/** Words that say of themselves which of the list a thing is. */
const natures: readonly [Addition, RegExp][] = [
  ['garlic', /\b(?:garlic|ramsons?|shallots?|onions?|ginger)\b/],
  [
    'herbs',
    /\b(?:herbs?|chives?|parsley|thyme|dill|basil|sage|rosemary|mint|tarragon|oregano|marjoram|coriander|cilantro|chervil|lovage|sorrel|nettles?|flowers?|petals?|cress)\b/,
  ],
  [
    'fruit',
    /\b(?:fruits?|berr(?:y|ies)|\w+berr(?:y|ies)|zest|lemon|lime|orange|apples?|cherr(?:y|ies)|figs?|dates?|tomato(?:es)?)\b/,
  ],
  ['seeds', /\b(?:seeds?|nuts?|\w+nuts?|almonds?|pecans?|pistachios?|sesame|poppy|tahini)\b/],
  ['honey', /\bhoney\b/],
  ['maple', /\b(?:maple|syrup|treacle|molasses|sugar|caramel)\b/],
  ['vitaminE', /\bvitamin e\b|\btocopherols?\b/],
  ['colour', /\b(?:colou?r|annatto|turmeric|carrot|saffron|beetroot|marigold)\b/],
  [
    'spice',
    /\b(?:spices?|pepper(?:corns?)?|paprika|cumin|cinnamon|caraway|cardamom|nutmeg|mustard|chill?i(?:es|s)?|curry|cloves|vanilla|smoke|seaweed|dulse)\b/,
  ],
];

/** Which of the list something is by its name; undefined where the name says nothing of it. */
export function natureOf(name: string): Addition | undefined {
  const nature = natures.find(([, words]) => words.test(name.toLowerCase()))?.[0];
  // Dried, they are as dry as spice; fruit and garlic still bring their water or their risk.
  return nature === 'herbs' && /\b(?:dried|dry)\b/i.test(name) ? 'driedHerbs' : nature;
}
