import { forTable } from '@/core/standing/forTable';
import type { Use } from '@/core/byProducts/uses';
import { mayGoTo } from '@/core/byProducts/uses';
import { keepsUntil } from '@/core/keeping/keepsUntil';
import type { Place } from '@/core/standing/places';
import type { Milking, PailView, SeparationBefore, ShownLot, Vessel } from '@/server/pail/views';

const milkVessels = ['pail', 'jar', 'can', 'tapCan', 'pan'];
const creamVessels = ['jar', 'tub', 'crock'];

/** Vessels that nothing stands in, of kinds that hold milk or cream, in the order they were used last. */
export function freeVessels(
  { vessels, lots }: { vessels: readonly Vessel[]; lots: readonly { vessel: { id: string } | null }[] },
  what: 'milk' | 'cream',
): Vessel[] {
  const taken = new Set(lots.flatMap(({ vessel }) => (vessel ? [vessel.id] : [])));
  const kinds = what === 'milk' ? milkVessels : creamVessels;
  return vessels.filter(({ id, kind }) => kinds.includes(kind) && !taken.has(id));
}

/** The milking to be like: the one nearest to this hour yesterday, or else the last. */
export function likeYesterday(milkings: readonly Milking[], nowSeconds: number): Milking | undefined {
  const day = 86_400;
  const near = milkings
    .filter(({ atSeconds }) => Math.abs(nowSeconds - day - atSeconds) < 5 * 3600)
    .toSorted((a, b) => Math.abs(nowSeconds - day - a.atSeconds) - Math.abs(nowSeconds - day - b.atSeconds));
  return near[0] ?? milkings[0];
}

/** When that milking was, in words: nothing is called yesterday's that was not. */
export function likeWhen(
  atSeconds: number,
  nowSeconds: number,
  dateOf: (atSeconds: number) => string,
): 'yesterday' | 'earlier today' | 'last time' {
  if (dateOf(atSeconds) === dateOf(nowSeconds)) return 'earlier today';
  return dateOf(atSeconds) === dateOf(nowSeconds - 86_400) ? 'yesterday' : 'last time';
}

/** Where milk like that milking's goes now: its vessel when it is free, one of its kind, or any that is free. */
export function vesselFor(view: PailView, milking: Milking | undefined, volume: number): Vessel | undefined {
  const free = freeVessels(view, 'milk').filter(({ capacity }) => capacity >= volume);
  const before = view.vessels.find(({ id }) => id === milking?.vesselId);
  return (
    free.find(({ id }) => id === before?.id) ??
    free.find(({ kind }) => kind === before?.kind) ??
    free.toSorted((a, b) => a.capacity - b.capacity)[0]
  );
}

export interface MilkingDetails {
  from?: 'herd' | 'animals' | 'bought';
  animalIds?: string[];
  amountTyped?: string;
  celsius?: number;
  strained?: boolean;
  place?: Place;
}

/** Where skim usually goes on this farm. */
export function usualSkimUse(separations: readonly SeparationBefore[]): Use {
  const last = separations.find(({ skimUse }) => skimUse !== undefined && skimUse !== 'kept')?.skimUse;
  return (last as Use | undefined) ?? 'pigs';
}

/** A topped-up tub is as old as its oldest part: fresh cream does not go onto what is past its time, unless it is frozen. */
function pastItsTime({ oldestSeconds, treatment, events }: ShownLot, nowSeconds: number): boolean {
  const placed = events.findLast((event) => event.kind === 'placed');
  if (placed?.kind === 'placed' && placed.place === 'freezer') return false;
  return nowSeconds - oldestSeconds > 3600 * keepsUntil({ kind: 'cream', raw: treatment === 'raw' });
}

/**
 * Where cream goes: onto cream of the same sort that already stands cold and keeps, or into a free vessel. Cream that is
 * still warm is chilled by itself while there is a vessel free for it (handbook §2).
 */
export function creamGoesTo(
  view: Pick<PailView, 'lots' | 'vessels' | 'nowSeconds'>,
  volume: number,
  blocked: boolean,
  warm = false,
): { vesselId: string | null; name: string; ontoCream?: boolean } {
  const tub = view.lots.find(
    (lot) =>
      lot.kind === 'cream' &&
      lot.vessel &&
      !lot.ripened &&
      !forTable(lot) &&
      (lot.blockedReason !== null) === blocked &&
      !lot.events.some((event) => event.kind === 'soured') &&
      !pastItsTime(lot, view.nowSeconds) &&
      lot.mass + volume < lot.vessel.capacity,
  );
  const free = freeVessels(view, 'cream')
    .filter(({ capacity }) => capacity >= volume)
    .toSorted((a, b) => a.capacity - b.capacity)[0];
  if (tub?.vessel && !(warm && free))
    return { vesselId: tub.vessel.id, name: tub.vessel.name, ontoCream: true };
  return free ? { vesselId: free.id, name: free.name } : { vesselId: null, name: 'a jar' };
}

/** Where skim may go: nothing that is kept from people’s food is offered to people. */
export const skimUses = (blocked: boolean): Use[] =>
  (['pigs', 'hens', 'calves', 'drunk', 'yoghurt', 'curd', 'soap'] as const).filter((use) =>
    mayGoTo(use, blocked),
  );

export const useNames: Record<Use, string> = {
  eaten: 'Eaten',
  given: 'Given away',
  whipped: 'Whipped',
  pigs: 'Pigs',
  hens: 'Hens',
  calves: 'Calves',
  drunk: 'Drinking',
  baked: 'Baking',
  yoghurt: 'Yoghurt',
  curd: 'Curd',
  soap: 'Soap, not food',
  whey: 'Strained off',
  sold: 'Sold',
  spilled: 'Spilled',
  spoiled: 'Thrown out',
};
export const toUse: Record<Use, string> = {
  eaten: 'eaten',
  given: 'given away',
  whipped: 'whipped',
  pigs: 'to the pigs',
  hens: 'to the hens',
  calves: 'to the calves',
  drunk: 'for drinking',
  baked: 'for baking',
  yoghurt: 'for yoghurt',
  curd: 'for curd',
  soap: 'for soap',
  whey: 'strained off as whey',
  sold: 'to sale',
  spilled: 'spilled',
  spoiled: 'thrown out',
};
