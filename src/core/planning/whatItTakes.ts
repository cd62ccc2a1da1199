import type { Breed } from '../dairy/breeds';
import { breedFat } from '../dairy/breeds';
import type { Change, DrawnYears, YearInput } from './yearAhead';
import { boughtWeeks, chanceToLast, weeksAhead } from './yearAhead';
import { usualTry } from './yearTried';

/** What a household can change, as far as it is searched over. */
export interface WhatItTakesInput extends Omit<YearInput, 'changes'> {
  /** Animals that could be had. */
  breeds: readonly Breed[];
  /** Days from today at which a further animal could have her young. */
  calvings: readonly number[];
  /** There is no separator yet: one could be had. */
  noSeparator: boolean;
  /** How often it is to last, 0 … 1. */
  often: number;
}

/** A way to last, and what it asks of the household. */
export interface WayToLast {
  changes: Change[];
  /** Share that is eaten less. */
  less: number;
  /** Of the years, so many have butter in every week. */
  chance: number;
  asks: {
    /** Animals more to keep, milk and calve. */
    animals: Breed[];
    /** g of butter’s worth of cream that is bought. */
    bought: number;
    /** g of butter in the year that are not eaten. */
    notEaten: number;
    calfOff: boolean;
    deeper: boolean;
    separator: boolean;
  };
  /** Roughly how much it asks, in g of butter: what ways are ordered by. */
  burden: number;
}

export interface WhatItTakes {
  /** As it is. */
  chance: number;
  /** The ways that last so often, by what they ask; those that ask for more of the same as another are left out. */
  ways: WayToLast[];
  /** Where nothing does: what comes nearest. */
  nearest: WayToLast | undefined;
  /** How many were tried. */
  tried: number;
}

/** What is eaten less, as shares; more than a third less is no longer the same kitchen (engineering estimate). */
const lessEaten = [0.1, 0.2, 0.3];
/**
 * What each asks in butter a year, g (engineering estimates): a cow or a goat to keep and milk, a calf reared on other milk, every skimming
 * a little more to ladle, a separator to buy and to wash after every milking. Cream that is bought costs its butter, and what is not eaten is missed by half.
 */
const asksFor = {
  cow: 45_000,
  goat: 14_000,
  calf: 6000,
  deeper: 1500,
  separator: 9000,
  notEaten: 0.5,
  bought: 1.1,
};
/** Tried together at most. */
const mostAtOnce = 3;

interface Try {
  key: string;
  /** One of a kind is enough: two breeds at once, or two shares less, are not tried. */
  kind: string;
  change?: Change;
  less?: number;
}

/**
 * What it would take to have butter of one’s own in every week, so many years in ten: every single change a household can make, then
 * two and three of them together, each lived through in possible years; what is enough by itself is not tried with more.
 * @param progress called now and then with the share done; may throw to stop
 */
export function whatItTakes(input: WhatItTakesInput, progress?: (share: number) => void): WhatItTakes {
  const { breeds, calvings, noSeparator, often, ...year } = input;
  const shares = input.animals.some(({ sharesWithCalf, milked }) => sharesWithCalf && milked);
  const tries: Try[] = [
    ...(input.animals.length > 0 && noSeparator ? [{ key: 'deeper', kind: 'deeper', change: { kind: 'deeper' as const, millimetres: usualTry.deeper } }] : []),
    ...(input.animals.length > 0 && noSeparator ? [{ key: 'separator', kind: 'deeper', change: { kind: 'separator' as const } }] : []),
    ...(shares ? [{ key: 'calf', kind: 'calf', change: { kind: 'calfOff' as const, inDays: 0 } }] : []),
    ...lessEaten.map((less) => ({ key: `less ${less}`, kind: 'less', less })),
    { key: 'buy', kind: 'buy', change: { kind: 'buyCream' as const, weeks: boughtWeeks } },
    ...breeds.flatMap((breed) =>
      calvings.map((calvesInDays) => ({
        key: `${breed} ${calvesInDays}`,
        kind: 'another',
        change: { kind: 'another' as const, breed, calvesInDays },
      })),
    ),
  ];
  const drawn: DrawnYears = new Map();
  const chanceOf = (set: readonly Try[]): number =>
    chanceToLast(
      { ...year, demand: year.demand * (1 - lessOf(set)), changes: set.flatMap(({ change }) => change ?? []) },
      drawn,
    );
  const chance = chanceOf([]);
  const sets = combinations(tries);
  const enough: { keys: string[]; way: WayToLast }[] = [];
  let nearest: WayToLast | undefined;
  let tried = 0;
  for (const [i, set] of sets.entries()) {
    progress?.(i / sets.length);
    // What was enough already is enough with more: that is not tried.
    if (enough.some(({ keys }) => keys.every((key) => set.some((one) => one.key === key)))) continue;
    const burden = burdenOf(set, year.demand);
    if (enough.length >= mostWays && burden > Math.max(...enough.map(({ way }) => way.burden))) continue;
    tried += 1;
    const way = { ...asked(set, year.demand), chance: chanceOf(set), burden };
    if (way.chance >= often) enough.push({ keys: set.map(({ key }) => key), way });
    if (!nearest || way.chance > nearest.chance) nearest = way;
  }
  const ways = enough.map(({ way }) => way).toSorted((a, b) => a.burden - b.burden);
  return {
    chance,
    ways: ofEachKind(ways).slice(0, mostWays),
    nearest: ways.length > 0 ? undefined : nearest,
    tried,
  };
} // prettier-ignore

/** More ways than these help nobody to choose. */
const mostWays = 5;

/** Of ways that differ only in the month, or in the breed of the same species, the one that asks least. */
function ofEachKind(ways: readonly WayToLast[]): WayToLast[] {
  const seen = new Set<string>();
  return ways.filter(({ asks, less }) => {
    const key = JSON.stringify([asks.animals.map((one) => breedFat[one].species), asks.bought > 0, asks.calfOff, asks.deeper, asks.separator, less > 0]); // prettier-ignore
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

/** Every set of one, two and three changes of different kinds, the ones that ask least first. */
function combinations(tries: readonly Try[]): Try[][] {
  const sets: Try[][] = [];
  const add = (set: Try[], from: number) => {
    if (set.length > 0) sets.push(set);
    if (set.length === mostAtOnce) return;
    for (let i = from; i < tries.length; i += 1)
      if (!set.some(({ kind }) => kind === tries[i]!.kind)) add([...set, tries[i]!], i + 1);
  };
  add([], 0);
  return sets.toSorted((a, b) => a.length - b.length || burdenOf(a, 1000) - burdenOf(b, 1000));
}

const lessOf = (set: readonly Try[]): number => set.reduce((sum, { less = 0 }) => sum + less, 0);

function asked(set: readonly Try[], demand: number): Omit<WayToLast, 'chance' | 'burden'> {
  const changes = set.flatMap(({ change }) => change ?? []);
  const less = lessOf(set);
  const has = (kind: Change['kind']) => changes.some((one) => one.kind === kind);
  return {
    changes,
    less,
    asks: {
      animals: changes.flatMap((one) => (one.kind === 'another' ? [one.breed] : [])),
      bought: has('buyCream') ? boughtWeeks * demand * (1 - less) : 0,
      notEaten: weeksAhead * demand * less,
      calfOff: has('calfOff'),
      deeper: has('deeper'),
      separator: has('separator'),
    },
  };
}

function burdenOf(set: readonly Try[], demand: number): number {
  const { asks } = asked(set, demand);
  return (
    asks.animals.reduce((sum, breed) => sum + (breedFat[breed].species === 'goat' ? asksFor.goat : asksFor.cow), 0) +
    asksFor.bought * asks.bought +
    asksFor.notEaten * asks.notEaten +
    (asks.calfOff ? asksFor.calf : 0) +
    (asks.deeper ? asksFor.deeper : 0) +
    (asks.separator ? asksFor.separator : 0)
  );
} // prettier-ignore
