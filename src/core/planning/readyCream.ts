import type { Estimate } from '../quantities/estimate';
import { butterOfCream } from '../dairy/butterOfMilk';
import type { WishCream } from './readyPieces';

/** Cream that stands, as choosing for a wish needs it. */
export interface StandingCream extends Pick<
  WishCream,
  'treatment' | 'homogenised' | 'diameter' | 'vesselFactors' | 'celsius'
> {
  id: string;
  name: string;
  /** g; fat as a mass fraction. */
  mass: number;
  fat: number;
  ageHours: number;
  soured: boolean;
  /** Minutes from now until which it is at its best; undefined where nothing says. */
  keeps?: number | undefined;
  /** Minutes until it is thick and tart, where it sours. */
  souring?: Estimate | undefined;
}

/** Milk that stands, or will be milked by then. */
export interface MilkToSkim {
  id: string;
  name: string;
  /** Minutes from now from which it can be skimmed. */
  from: number;
  /** g of its fat that get into cream, on the middle of what is known. */
  fat: number;
  creamFat: number;
  /** Minutes from now until which its cream is at its best. */
  keeps?: number | undefined;
  /** Nobody has milked it yet. */
  toCome: boolean;
  /** °C of its cream: cold off cold milk, warm from a separator. */
  celsius: number;
}

/** What of a lot goes into it. */
export interface UsedCream {
  id: string;
  name: string;
  kind: 'cream' | 'milk' | 'toCome' | 'bought';
  /** g of cream, and whether that is all of it. */
  mass: number;
  whole: boolean;
}

export interface ChosenCream {
  cream: WishCream;
  used: UsedCream[];
  /** g of unsalted butter in the middle, and its standard deviation as a share. */
  butter: number;
  share: number;
  /** When the last of it can be skimmed, minutes from now; undefined where no milk is needed. */
  skimFrom: number | undefined;
}

/** How well that is known beforehand, and milk that nobody has milked yet, as shares (engineering estimates). */
const known = 0.042;
const toCome = 0.15;
/** How sure butter of so much fat is, of which so much is still to come: a standard deviation, as a share. */
const shareOf = (unsure: number, fat: number): number =>
  Math.hypot(known, fat > 0 ? (toCome * unsure) / fat : 0);
/** So many standard deviations more is taken than is needed in the middle: enough in forty-nine weeks of fifty. */
const surely = 2;

/**
 * Which cream butter is made of: what is oldest first, of one ripeness, only as much as it takes; then milk that stands, then milk that
 * is still to come by the time it has to be skimmed.
 * @param butter g of unsalted butter wanted
 * @param soured of ripened cream
 * @param buys what is lacking then is bought
 * @param skimBy minutes from now by which it must be skimmed; milk that can be skimmed later is none of it
 */
export function chooseCream(
  creams: readonly StandingCream[],
  milk: readonly MilkToSkim[],
  butter: number,
  soured: boolean,
  skimBy: number,
  buys = false,
): ChosenCream | undefined {
  const needed = butter / butterOfCream;
  const wanted = needed / (1 - surely * known);
  const ripe = creams.filter((one) => one.soured || one.souring);
  const sweet = creams.filter((one) => !one.soured && !one.souring);
  // Ripened and fresh do not go together (handbook §2): one or the other, whichever is enough.
  const ripeFat = fatOf(ripe);
  const skimmed = milk.filter(({ from }) => from <= skimBy).toSorted((a, b) => a.from - b.from);
  const sweetFat = fatOf(sweet) + skimmed.reduce((sum, { fat }) => sum + fat, 0);
  const isRipe = soured && ripe.length > 0 && (ripeFat >= wanted || ripeFat >= sweetFat);
  const pool = (isRipe ? ripe : sweet).toSorted((a, b) => b.ageHours - a.ageHours);
  const used: UsedCream[] = [];
  const taken: { mass: number; fat: number; from?: StandingCream }[] = [];
  let fat = 0;
  for (const one of pool) {
    if (fat >= wanted) break;
    const mass = Math.min(one.mass, (wanted - fat) / one.fat);
    // A spoonful left in the jar is no cream to keep: all of it.
    const whole = mass > 0.9 * one.mass;
    used.push({ id: one.id, name: one.name, kind: 'cream', mass: whole ? one.mass : mass, whole });
    taken.push({ mass: whole ? one.mass : mass, fat: one.fat, from: one });
    fat += (whole ? one.mass : mass) * one.fat;
  }
  let skimFrom: number | undefined;
  let skim = 0;
  let unsure = 0;
  let warmest = -1;
  if (!isRipe)
    for (const one of skimmed) {
      // Milk that nobody has milked yet is less sure: more of it is taken.
      if (fat * (1 - surely * shareOf(unsure, fat)) >= needed) break;
      used.push({ id: one.id, name: one.name, kind: one.toCome ? 'toCome' : 'milk', mass: one.fat / one.creamFat, whole: true });
      taken.push({ mass: one.fat / one.creamFat, fat: one.creamFat });
      fat += one.fat;
      skim += 1;
      warmest = Math.max(warmest, one.celsius);
      if (one.toCome) unsure += one.fat;
      skimFrom = Math.max(skimFrom ?? 0, one.from);
    }
  const lacking = wanted - fat;
  const buy = buys && lacking > 0;
  if (buy) {
    used.push({ id: 'bought', name: '', kind: 'bought', mass: lacking / bought, whole: true });
    taken.push({ mass: lacking / bought, fat: bought });
    fat = wanted;
  }
  if (taken.length === 0) return undefined;
  const mass = taken.reduce((sum, one) => sum + one.mass, 0);
  const standing = taken.flatMap((one) => one.from ?? []);
  const souring = standing.flatMap((one) => (one.soured ? [] : (one.souring ?? [])));
  const biggest = standing.toSorted((a, b) => b.mass - a.mass)[0];
  return {
    cream: {
      mass,
      fat: fat / mass,
      celsius: Math.max(...standing.map(({ celsius }) => celsius), warmest, buy ? usuallyCold : -1),
      is: !isRipe ? 'sweet' : souring.length > 0 ? 'souring' : 'soured',
      ...(souring.length > 0 ? { left: souring.toSorted((a, b) => b.mid - a.mid)[0]! } : {}),
      treatment: standing.some(({ treatment }) => treatment === 'raw') || skim > 0 ? 'raw' : 'pasteurised',
      homogenised: standing.some(({ homogenised }) => homogenised),
      diameter: biggest?.diameter ?? jarWide,
      vesselFactors: biggest?.vesselFactors ?? [],
      skim,
      ...(buy ? { buy } : {}),
    },
    used,
    butter: fat * butterOfCream,
    share: shareOf(unsure, fat),
    skimFrom,
  };
} // prettier-ignore

/** Fat of cream from a shop (handbook §3), as a mass fraction. */
const bought = 0.36;
/** From a shop, °C; a jar nobody named, mm across (engineering estimates). */
const usuallyCold = 4;
const jarWide = 120;

const fatOf = (creams: readonly StandingCream[]): number =>
  creams.reduce((sum, { mass, fat }) => sum + mass * fat, 0);
