import type { EatingRate } from '@/core/keeping/eatingRate';
import { eatingRate } from '@/core/keeping/eatingRate';
import { forTable } from '@/core/standing/forTable';
import { madeKinds } from '@/core/standing/lotKinds';
import { notTakenBack } from '@/core/standing/lotStory';
import type { FarmScope } from '@/data/farmScope';
import { inFarm } from '@/data/farmScope';
import type { ButterOnHand } from '@/data/ledger/ledger';
import { butterLeft, butterOnHand, firstButter } from '@/data/ledger/ledger';
import { lotEventsOf } from '@/data/ledger/standing';
import { now } from '../clock';
import type { HouseView } from '../house/views';
import { houseViewOf } from '../house/views';
import { localDate } from '../localDate';
import type { PlanView } from '../churning/views';
import { planViewOf } from '../churning/views';
import type { PailView, SeparationBefore, ShownLot } from '../pail/views';
import { pailViewOf, separationsBefore, shownLots } from '../pail/views';
import { milkingsSince } from '@/data/ledger/movements';

/** A pat of butter, or ghee, as screens show it: made on a day of the farm’s. */
export interface ButterShown extends Omit<ButterOnHand, 'madeAt'> {
  madeOn: string;
}

/** Butter in the house, and what it comes to. */
export interface Stock {
  butter: ButterShown[];
  /** What the household eats in a week, once it is known. */
  rate: EatingRate | undefined;
  /** ISO date since which the same water stands over the butter in the crock; undefined where none stands in it. */
  crockWaterOn: string | undefined;
}

export interface LarderView extends HouseView, Stock {
  /** Skim, buttermilk, yoghurt, curd, whipped cream, and cream that is kept: for whipping, or frozen. */
  kept: ShownLot[];
  separations: SeparationBefore[];
  /** The farm’s own date. */
  today: string;
}

/** Eating is looked back on over as many days. */
const looksBack = 12 * 7 + 1;
/** What leaves the larder for people’s mouths. */
const forPeople = new Set(['eaten', 'baked', 'given', 'sold']);

export const larderView = (farmId: string): Promise<LarderView> =>
  inFarm(farmId, async (scope) => {
    const house = await houseViewOf(scope);
    const { timeZone } = house.farm;
    return {
      ...house,
      today: localDate(now(), timeZone),
      ...(await stockOf(scope, timeZone)),
      kept: (await shownLots(scope, ['skim', 'buttermilk', 'cream', ...madeKinds])).filter(isKept),
      separations: await separationsBefore(scope),
    };
  });

/** What a page of the fridge door is read with: the farm’s animals and ways, and the days of which milk is in the books already. */
export interface DoorView extends PlanView, PailView {
  today: string;
  written: string[];
}

/** A page is typed in within a season, days. */
const looksFor = 125;

export const doorView = (farmId: string): Promise<DoorView> =>
  inFarm(farmId, async (scope) => {
    const plan = await planViewOf(scope);
    const { timeZone } = plan.farm;
    const since = new Date(now().getTime() - looksFor * 86_400_000);
    return {
      ...plan,
      ...(await pailViewOf(scope)),
      today: localDate(now(), timeZone),
      written: [...new Set((await milkingsSince(scope, since)).map(({ at }) => localDate(at, timeZone)))],
    };
  });

/** Cream on its way to the churn stands on the Shelf; what is kept of it stands in the larder as well. */
function isKept({ kind, details, events }: ShownLot): boolean {
  if (kind !== 'cream' || forTable({ details, events })) return true;
  const placed = events.findLast((event) => event.kind === 'placed');
  return placed?.kind === 'placed' && placed.place === 'freezer';
}

/** What the Larder and Today both say of the butter in the house. */
export async function stockOf(scope: FarmScope, timeZone: string): Promise<Stock> {
  const at = now();
  const onHand = await butterOnHand(scope);
  const first = await firstButter(scope);
  const left = await butterLeft(scope, new Date(at.getTime() - looksBack * 86_400_000));
  return {
    butter: butterShown(onHand, timeZone),
    rate:
      first &&
      eatingRate(
        left
          .filter(({ account, guests }) => forPeople.has(account) && !guests)
          .map((one) => ({ on: localDate(one.at, timeZone), mass: one.mass })),
        localDate(at, timeZone),
        localDate(first, timeZone),
      ),
    crockWaterOn: await crockWater(scope, onHand, timeZone),
  };
}

/** The oldest water in the crock: since a piece was put in, or since it was last changed. */
async function crockWater(
  scope: FarmScope,
  onHand: readonly ButterOnHand[],
  timeZone: string,
): Promise<string | undefined> {
  const inCrock = onHand.filter(({ storage }) => storage === 'crock');
  if (inCrock.length === 0) return undefined;
  const told = await lotEventsOf(
    scope,
    inCrock.map(({ lotId }) => lotId),
  );
  const since = inCrock.map(({ lotId, madeAt }) =>
    Math.max(
      madeAt.getTime() / 1000,
      ...notTakenBack(told.get(lotId) ?? []).flatMap((event) =>
        event.kind === 'watered' || (event.kind === 'kept' && event.storage === 'crock')
          ? [event.atSeconds]
          : [],
      ),
    ),
  );
  return localDate(new Date(Math.min(...since) * 1000), timeZone);
}

const butterShown = (butter: readonly ButterOnHand[], timeZone: string): ButterShown[] =>
  butter.map(({ madeAt, ...rest }) => ({ ...rest, madeOn: localDate(madeAt, timeZone) }));
