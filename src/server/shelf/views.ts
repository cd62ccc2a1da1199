import { creamDensity } from '@/core/dairy/creamDensity';
import { leanestChurnable } from '@/core/dairy/creamFat';
import { nextCapacity, proposeChurning, restingCream } from '@/core/planning/proposeChurning';
import { inFarm } from '@/data/farmScope';
import type { TrailLot, TrailStep } from '@/data/ledger/movements';
import { parkedOf, trailOf } from '@/data/ledger/movements';
import type { LotKind } from '@/data/ledger/ledger';
import { lotsById, standingLots } from '@/data/ledger/standing';
import { now } from '../clock';
import type { PlanView } from '../churning/views';
import { planViewOf } from '../churning/views';
import { judgedLots } from '../ledger/judgedLots';
import type { HouseView } from '../house/views';
import { houseViewOf } from '../house/views';
import { wishesNow } from '../ready/readyBook';
import type { WishPlanned } from '../ready/views';
import type { ParkedShown, ShownLot } from '../pail/views';
import { parkedShown, shown, shownLots } from '../pail/views';

export type { ShownLot };

export interface ShelfView extends PlanView {
  lots: ShownLot[];
  parked: ParkedShown[];
  /** Butter that is wanted, as it is planned now: its cream is kept for it. */
  wishes: WishPlanned[];
}

/** Everything at rest: cream first, then what thins it, sours and cultures it. */
export const shelfView = (farmId: string): Promise<ShelfView> =>
  inFarm(farmId, async (scope) => {
    const plan = await planViewOf(scope);
    return {
      ...plan,
      lots: await shownLots(scope, ['cream', 'milk', 'skim', 'buttermilk', 'culture']),
      parked: parkedShown(await parkedOf(scope)),
      wishes: await wishesNow(scope, plan, now()),
    };
  });

/** Cream to be churned, as it is called and how much of it there is, mL. */
export interface CreamOffered {
  lotIds: string[];
  names: string[];
  volume: number;
}

/** Cream that stands on the Shelf and may be churned, for whoever begins elsewhere: what is churned next, as one, and the rest. */
export const creamOnShelf = (farmId: string): Promise<{ next?: CreamOffered; others: CreamOffered[] }> =>
  inFarm(farmId, async (scope) => {
    const at = now();
    const found = await judgedLots(scope, await standingLots(scope, ['cream'], at), at);
    const creams = found.map((one) => {
      const fat = one.lot.fat / one.lot.mass;
      const celsius = Math.max(0, Math.min(45, one.story?.celsius ?? 4));
      return {
        ...one,
        volume: one.lot.mass / creamDensity(Math.min(0.6, fat), celsius),
        ageHours: (at.getTime() - one.lot.oldestAt.getTime()) / 3_600_000,
        churns:
          fat >= leanestChurnable && one.judged.mayNot.churn === undefined && one.lot.blockedReason === null,
      };
    });
    const { vessels, last } = await planViewOf(scope);
    const chosen = new Set(proposeChurning(creams.map(restingCream), nextCapacity({ vessels, last })).chosen);
    const offered = (ones: typeof creams): CreamOffered => ({
      lotIds: ones.map(({ lot }) => lot.id),
      names: ones.map(({ lot }) => lot.vessel?.name ?? lot.code),
      volume: ones.reduce((sum, { volume }) => sum + volume, 0),
    });
    const next = creams.filter(({ lot, churns }) => churns && chosen.has(lot.id));
    const apart = creams.filter(({ lot, churns, table }) => churns && !chosen.has(lot.id) && !table);
    return {
      ...(next.length > 0 ? { next: offered(next) } : {}),
      others: apart.map((one) => offered([one])),
    };
  });

export interface TrailShown {
  lots: (Omit<TrailLot, 'madeAt'> & { madeSeconds: number })[];
  steps: (Omit<TrailStep, 'at'> & { atSeconds: number })[];
}

export interface LotView extends PlanView {
  lot: ShownLot;
  /** What stands in the dairy: what may be poured onto, and which vessels are taken. */
  standing: {
    id: string;
    kind: LotKind;
    blockedReason: string | null;
    vessel: { id: string; name: string } | null;
    /** Of milk and skim, which may thin cream: what there is of it, g. */
    thins?: { code: string; mass: number; fat: number };
  }[];
  /** Standing cultures, for souring it. */
  cultures: ShownLot[];
  /** Yoghurt of the house’s own: the next can be begun with some of it. */
  yoghurts: ShownLot[];
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
      standing: (await standingLots(scope, ['cream', 'milk', 'skim', 'buttermilk', 'culture'], now()))
        // Only what stands in a vessel with a name can be poured onto, or keeps one taken.
        .filter(({ vessel, kind }) => vessel !== null || kind === 'milk' || kind === 'skim')
        .map(({ id, code, kind, mass, fat, blockedReason, vessel }) => ({
          id,
          kind,
          blockedReason,
          vessel: vessel && { id: vessel.id, name: vessel.name },
          ...(found.kind === 'cream' && (kind === 'milk' || kind === 'skim')
            ? { thins: { code, mass, fat: Math.max(0, fat) } }
            : {}),
        })),
      cultures: await shownLots(scope, ['culture']),
      yoghurts: await shownLots(scope, ['yoghurt']),
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
