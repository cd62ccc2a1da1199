import type { Use } from '@/core/byProducts/uses';
import { creamDensity } from '@/core/dairy/creamDensity';
import { richestCream } from '@/core/dairy/creamFat';
import type { UnitSystem } from '@/core/quantities/units';
import type { CreamRise } from '@/core/separating/creamRise.calc';
import { whipsFrom } from '@/core/separating/toFat';
import { cutBetween, deepestAt, restUnder, underLine } from '@/core/separating/cutBetween';
import { boiledCream } from '@/core/separating/boiledCream';
import type { PailView } from '@/server/pail/views';
import type { Understood } from '../quantity/understand';
import { understand } from '../quantity/understand';
import type { LotNow } from '../standing/lotNow';
import { creamGoesTo } from './usual';

/** Fat of butter, for saying fat left behind as butter (handbook §6.8). */
const butterFat = 0.82;
/** Nobody ladles off more than this, mass fraction of fat (engineering estimate). */
const ladledMost = 0.5;
/** Shallowest ladle, and what must lie between heavy top and line, mm. */
const least = 2;
/** As many depths are charted. */
const depthsShown = 60;
/** A kilogram of milk or thin cream is nearly a litre, g/mL (engineering estimate). */
const thin = 1.01;
/** How well the fat of ladled cream is known, one standard deviation (handbook §6.3, estimate). */
const creamFatSd = 0.03;

/** What the maker said of a skimming: everything may be left unsaid. */
export interface SkimSaid {
  /** Where the ladle or the tap stopped, mm below the surface. */
  ladle?: number | undefined;
  /** The heavy top kept apart: so deep, mm. */
  top?: number | undefined;
  /** Cream that was measured, as it was typed. */
  measured: string;
}

/**
 * What a skimming takes and leaves: by the ladle, or by what was measured. A measured amount keeps the fat the ladle
 * would have taken, up to what cream can hold. Masses in g, depths in mm.
 * @param rise how far it has creamed; undefined while that is worked out, and for boiled milk
 */
export function planSkim(
  view: Pick<PailView, 'lots' | 'vessels' | 'nowSeconds' | 'separations'>,
  { lot, volume }: Pick<LotNow, 'lot' | 'volume'>,
  rise: CreamRise | undefined,
  { ladle, top, measured }: SkimSaid,
  system: UnitSystem,
  sayVolume: (millilitres: number) => string,
) {
  const isBoiled = lot.treatment === 'boiled';
  const depth = rise?.depth ?? 0;
  const line = rise?.lineDepth?.mid;
  const best = line === undefined ? undefined : Math.min(depth, line + underLine);
  const at = Math.min(depth, ladle ?? best ?? 0);
  const cut = rise && at > 0 ? cutBetween(rise, at) : undefined;
  const topAt = top === undefined ? undefined : Math.min(top, at - least);
  const topCut = rise && topAt !== undefined && topAt > 0 ? cutBetween(rise, topAt) : undefined;
  const whipsAt = rise && cut ? deepestAt(rise, whipsFrom, at) : undefined;
  const amount: Understood = understand(measured, {
    system,
    kinds: ['volume', 'mass'],
    bareUnit: { metric: 'L', us: 'qt', imperial: 'pt' }[system],
    check: ({ kind, value }) =>
      (kind === 'mass' ? value : value * thin) > lot.mass
        ? `There were ${sayVolume(volume)} of milk: that much cream cannot come from it.`
        : value <= 0
          ? 'An amount above zero is needed.'
          : undefined,
  });
  const quantity = amount && 'quantity' in amount ? amount.quantity : undefined;
  const guess = isBoiled ? boiledCream(lot.fat) : cut && { creamMass: cut.creamMass, creamFat: cut.creamFat };
  const measuredMass =
    quantity &&
    (quantity.kind === 'mass' ? quantity.value : quantity.value * creamDensity(guess?.creamFat ?? 0.22, 5));
  const creamMass = measuredMass ?? guess?.creamMass;
  const creamFat =
    guess && creamMass !== undefined
      ? Math.min(
          richestCream,
          ladledMost,
          measuredMass === undefined ? guess.creamFat : (guess.creamFat * guess.creamMass) / creamMass,
        )
      : undefined;
  const aWeek = Math.max(
    1,
    view.separations.filter(({ atSeconds }) => atSeconds > view.nowSeconds - 7 * 86_400).length || 7,
  );
  /** Fat left behind, as butter in a week, g. */
  const left = (taken: { creamMass: number; creamFat: number }) =>
    (aWeek * Math.max(0, lot.fat - taken.creamMass * taken.creamFat)) / butterFat;
  return {
    isBoiled,
    depth,
    line,
    best,
    at,
    cut,
    topAt,
    /** The heavy top goes by the ladle: what was measured is all of it. */
    topCut: measuredMass === undefined ? topCut : undefined,
    topShown: topCut,
    /** The part of the cream that whips: how deep it goes, mm, and what it is; undefined where none is as rich as that. */
    whips: whipsAt === undefined || !rise ? undefined : { at: whipsAt, ...cutBetween(rise, whipsAt) },
    amount,
    guess,
    creamMass,
    creamFat,
    /** Where it would go if nobody says otherwise. */
    usual: creamGoesTo(view, (creamMass ?? 0) / thin, lot.blockedReason !== null),
    /** Fat this depth leaves behind, as butter in a week, g. */
    leftAWeek: cut ? left(cut) : 0,
    /** The same for every other depth, mm and g. */
    leftByDepth: rise
      ? Array.from({ length: depthsShown + 1 }, (_, i) => {
          const at = (i / depthsShown) * depth;
          return { depth: at, left: left(cutBetween(rise, at)) };
        })
      : [],
  };
}
export type SkimPlan = ReturnType<typeof planSkim>;

/**
 * The skimming as it is written down: one cut, or the heavy top and the rest, and where the skim goes.
 * @param newId makes the ids of the lots
 * @returns undefined while it is not known how much cream there is
 */
export function skimInput(
  { lot, celsius, ageHours }: Pick<LotNow, 'lot' | 'celsius' | 'ageHours'>,
  plan: SkimPlan,
  {
    ladle,
    into,
    topInto,
    skimTo,
    rose,
  }: {
    ladle: number | undefined;
    into: string | null;
    topInto: string | null;
    skimTo: Use | 'keep';
    /** The line was worked out. */
    rose: boolean;
  },
  newId: () => string,
) {
  const { creamMass, creamFat, topCut, line, at, isBoiled } = plan;
  if (creamMass === undefined || creamFat === undefined) return undefined;
  const place = 'fridge' as const;
  const piece = (mass: number, fat: number, vesselId: string | null) => ({
    lotId: newId(),
    mass,
    fat,
    fatSd: creamFatSd,
    vesselId,
    place,
  });
  const rest = topCut && restUnder(topCut, { creamMass, creamFat });
  const kind = lot.vessel?.kind;
  return {
    way: isBoiled ? 'boiled' : kind === 'tapCan' ? 'tap' : kind === 'pan' ? 'pan' : 'ladle',
    from: [{ lotId: lot.id }],
    cuts:
      topCut && rest && rest.mass > 0
        ? [
            { ...piece(topCut.creamMass, topCut.creamFat, topInto), cut: 'top' as const },
            { ...piece(rest.mass, rest.fat, into), cut: 'rest' as const },
          ]
        : [piece(creamMass, creamFat, into)],
    skim:
      skimTo === 'keep'
        ? { to: 'lot' as const, lotId: newId(), vesselId: lot.vessel?.id ?? null }
        : { to: 'use' as const, use: skimTo },
    celsius,
    details: {
      standHours: Math.round(ageHours * 10) / 10,
      ...(line !== undefined && ladle !== undefined ? { foreseen: line, stopped: at } : {}),
      ...(rose ? { ladleDepth: Math.round(at) } : {}),
    },
  };
}
