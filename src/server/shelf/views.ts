import { inFarm } from '@/data/farmScope';
import type { TrailLot, TrailStep } from '@/data/ledger/movements';
import { parkedOf, trailOf } from '@/data/ledger/movements';
import { lotsById } from '@/data/ledger/standing';
import type { PlanView } from '../churning/views';
import { planViewOf } from '../churning/views';
import type { HouseView } from '../house/views';
import { houseViewOf } from '../house/views';
import type { ParkedShown, ShownLot } from '../pail/views';
import { parkedShown, shown, shownLots } from '../pail/views';

export type { ShownLot };

export interface ShelfView extends PlanView {
  lots: ShownLot[];
  parked: ParkedShown[];
}

/** Everything at rest: cream first, then what thins it, sours and cultures it. */
export const shelfView = (farmId: string): Promise<ShelfView> =>
  inFarm(farmId, async (scope) => ({
    ...(await planViewOf(scope)),
    lots: await shownLots(scope, ['cream', 'milk', 'skim', 'buttermilk', 'culture']),
    parked: parkedShown(await parkedOf(scope)),
  }));

/** Cream that stands on the Shelf, for whoever begins a churning elsewhere. */
export const creamOnShelf = (farmId: string): Promise<ShownLot[]> =>
  inFarm(farmId, (scope) => shownLots(scope, ['cream']));

export interface TrailShown {
  lots: (Omit<TrailLot, 'madeAt'> & { madeSeconds: number })[];
  steps: (Omit<TrailStep, 'at'> & { atSeconds: number })[];
}

export interface LotView extends PlanView {
  lot: ShownLot;
  /** What stands in the dairy: what may be poured onto, and which vessels are taken. */
  lots: ShownLot[];
  /** Standing cultures, for souring it. */
  cultures: ShownLot[];
  trail: TrailShown;
}

/** One lot with all that was done to it, and its whole way: back to the milkings, on to the pats. */
export const lotView = (farmId: string, lotId: string): Promise<LotView | undefined> =>
  inFarm(farmId, async (scope) => {
    const found = (await lotsById(scope, [lotId])).get(lotId);
    if (!found) return undefined;
    const [lot] = await shown(scope, [found]);
    return {
      ...(await planViewOf(scope)),
      lot: lot!,
      lots: await shownLots(scope, ['cream', 'milk', 'skim', 'buttermilk', 'culture']),
      cultures: await shownLots(scope, ['culture']),
      trail: trailShown(await trailOf(scope, lotId)),
    };
  });

export interface TrailView extends HouseView {
  lotId: string;
  trail: TrailShown;
}

export const trailView = (farmId: string, lotId: string): Promise<TrailView | undefined> =>
  inFarm(farmId, async (scope) => {
    const trail = await trailOf(scope, lotId);
    return trail.lots.length === 0
      ? undefined
      : { ...(await houseViewOf(scope)), lotId, trail: trailShown(trail) };
  });

const trailShown = ({ lots, steps }: { lots: TrailLot[]; steps: TrailStep[] }): TrailShown => ({
  lots: lots.map(({ madeAt, ...lot }) => ({ ...lot, madeSeconds: madeAt.getTime() / 1000 })),
  steps: steps.map(({ at, ...step }) => ({ ...step, atSeconds: at.getTime() / 1000 })),
});
