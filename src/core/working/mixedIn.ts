import type { Addition, MixIn } from '../churning/batchWords';
import { additions } from '../churning/batchWords';
import { byMeasure, parseQuantity } from '../quantities/parseQuantity';
import type { Quantity } from '../quantities/parseQuantity';
import type { UnitSystem } from '../quantities/units';

/** How well a spoon or a clove is known, as a share (engineering estimate). */
const spooned = 0.2;

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
