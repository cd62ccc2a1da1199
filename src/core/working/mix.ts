import type { MixedIn } from '../churning/batchEvents';
import type { Addition } from '../churning/batchWords';
import { additions } from '../churning/batchWords';

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
