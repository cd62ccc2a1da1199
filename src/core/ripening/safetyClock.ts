import type { Route } from '../standing/lotWords';
import type { Culture, Spell } from './ripenCream';
import { hoursToPh, mesophilic, ripenCream, yoghurt } from './ripenCream';

/**
 * The safety clock of souring, apart from the forecast: a slow sour lets staphylococci leave a toxin that heating does not
 * destroy and tasting cannot show. It runs on the standard case of the route (usual dose, fresh lively culture), never on
 * this batch's own slow forecast, so that a weak culture, a tiny dose or a wrong temperature cannot lengthen it.
 */

/** pH at which the acid itself keeps cream (handbook §7). */
export const safePh = 5;
/** Whatever was meant, cultured cream is thick and tart by then; natural souring of raw cream a day later, h (handbook §7). */
const longest = 48;
const longestNatural = 72;
/** At these temperatures a day is allowed where twice the standard time is less, h and °C (handbook §7). */
const leastAtRoom = 24;
const roomFrom = 20;
const roomTo = 24;
/** Temperatures of the standard case, °C: outside of them its nearer end is taken. */
const standard = { coldest: 18, mesophilic: 32, yoghurt: 42 } as const;
/** Wild flora: from here on each ten degrees multiply the speed of what is not wanted by so much (engineering estimate). */
const naturalWarm = 24;
const naturalPerTen = 2.5;
/** Colder than this hardly anything grows: the time that raw cream keeps in the cold counts, h (handbook §6.12, §7). */
const cold = 7;
const longestCold = 108;

const known = new Map<string, number>();

/**
 * Hours a souring has left of its limit, by how warm it will be where it stands.
 * @param used share of its time that is used up
 * @param ahead how warm it will be until it is as warm as its place; where that is not known it counts as the warmer of both from now on
 */
export function souringLeft(
  route: Route,
  used: number,
  celsius: number,
  around: number,
  ahead: readonly Spell[] = [],
): number {
  let left = 1 - Math.min(1, used);
  let hours = 0;
  for (const spell of ahead) {
    const share = spell.hours / safetyHours(route, spell.celsius);
    if (share >= left) return hours + left * safetyHours(route, spell.celsius);
    left -= share;
    hours += spell.hours;
  }
  return hours + left * safetyHours(route, ahead.length > 0 ? around : Math.max(celsius, around));
}

/** Hours a souring of this route may take at one temperature before it is discarded, °C. */
export function safetyHours(route: Route, celsius: number): number {
  if (celsius < cold) return longestCold;
  if (route === 'natural') return longestNatural / naturalPerTen ** (Math.max(0, celsius - naturalWarm) / 10);
  const warmest = route === 'mesophilic' ? standard.mesophilic : standard.yoghurt;
  // To the quarter of a degree: a thousandth of the limit, and each is worked out once.
  const at = Math.round(4 * Math.min(warmest, Math.max(standard.coldest, celsius))) / 4;
  // Stryker disable next-line ConditionalExpression,EqualityOperator: colder than a room twice the standard time is more than a day anyway
  const atRoom = celsius >= roomFrom && celsius <= roomTo ? leastAtRoom : 0;
  return Math.min(longest, Math.max(atRoom, 2 * standardHours(route, at)));
}

function standardHours(route: Exclude<Route, 'natural'>, celsius: number): number {
  const key = `${route} ${celsius}`;
  const before = known.get(key);
  // Stryker disable next-line ConditionalExpression: worked out again it is the same
  if (before !== undefined) return before;
  const hours =
    hoursToPh(ripenCream(standardCultures[route], [{ hours: longest, celsius }], longest), safePh) ?? longest;
  known.set(key, hours);
  return hours;
}

/** Usual doses: 2 % mesophilic, 3 % yoghurt, half of each for both (docs/models.md, Souring). */
const standardCultures: Record<Exclude<Route, 'natural'>, readonly Culture[]> = {
  mesophilic: [{ flora: mesophilic, start: 0.02 }],
  yoghurt: [{ flora: yoghurt, start: 0.03 }],
  both: [
    { flora: mesophilic, start: 0.015 },
    { flora: yoghurt, start: 0.015 },
  ],
};

/** Hours after the start at which the limit is reached, with the temperatures it had; the last of them goes on. */
export function safetyLimit(route: Route, spells: readonly Spell[]): number {
  let used = 0;
  let hours = 0;
  for (const [i, spell] of spells.entries()) {
    const allowed = safetyHours(route, spell.celsius);
    const left = (1 - used) * allowed;
    // Stryker disable next-line EqualityOperator: with nothing left the next spell ends where it begins
    if (i === spells.length - 1 || spell.hours >= left) return hours + left;
    used += spell.hours / allowed;
    hours += spell.hours;
  }
  return hours;
}

/** From these temperatures on a culture fails, and from this one it dies, °C (docs/models.md, Souring). */
const failsFrom = { mesophilic: 34, yoghurt: 48, both: 48, natural: Infinity } as const;
const diesFrom = 55;

/** What a temperature does to a culture, where it does it harm. */
export function cultureHarm(route: Route, celsius: number): 'failing' | 'killed' | undefined {
  if (celsius >= diesFrom) return 'killed';
  return celsius > failsFrom[route] ? 'failing' : undefined;
}
