import { tellBatch } from '@/core/churning/tellBatch';
import type { InHandNow } from '@/core/planning/readyPieces';
import type { ReadyChurn, ReadyInput, ReadyPlan, Wish } from '@/core/planning/readyBy';
import { furthestWish, readyPlanner } from '@/core/planning/readyBy';
import { batchById, eventsOf } from '@/data/churning/batches';
import type { FarmScope } from '@/data/farmScope';
import { inFarm } from '@/data/farmScope';
import type { WishRow } from '@/data/house/wishes';
import { wishesSince } from '@/data/house/wishes';
import { planViewOf } from '../churning/views';
import type { PlanView } from '../churning/views';
import { now } from '../clock';
import { stockOf } from '../larder/views';
import type { ReadyFarmNow } from './readyFarm';
import { readyFarm } from './readyFarm';
import type { ReadyView, WishPlanned, WishShown } from './views';

/** A wish stands on the page for so long after its time, ms. */
const shownAfter = 3 * 86_400_000;
const minute = 60_000;

/** Moments are told by so many minutes: a plan that was worked out within them stands. */
const grid = 5 * minute;
const gridded = (at: Date): Date => new Date(Math.floor(at.getTime() / grid) * grid);

/** A wish with the batch it is made in, and what that has come to. */
interface Told {
  row: WishRow;
  shown: WishShown;
  inHand: InHandNow | undefined;
}

async function tellWish(scope: FarmScope, row: WishRow, at: Date): Promise<Told> {
  const shown: WishShown = {
    id: row.id,
    mass: row.mass,
    soured: row.soured,
    salt: row.salt,
    readyAtSeconds: row.readyAt.getTime() / 1000,
    occasion: row.occasion,
    vesselId: row.vesselId,
    buys: row.buys,
    foreseen: row.foreseen,
  };
  const batch = row.batchId === null ? undefined : await batchById(scope, row.batchId);
  if (!batch || batch.phase === 'abandoned') return { row, shown, inHand: undefined };
  const story = tellBatch(batch.facts, (await eventsOf(scope, [batch.id])).get(batch.id) ?? []);
  const broke = story.marks.findLast(({ stage }) => stage === 'break');
  const packed = story.phase === 'packed' ? story.events.findLast(({ kind }) => kind === 'packed') : undefined;
  const since = broke?.atSeconds ?? story.startedAt ?? batch.startedAt.getTime() / 1000;
  return {
    row,
    shown: {
      ...shown,
      batch: {
        id: batch.id,
        number: batch.number,
        ...(packed ? { packedAtSeconds: packed.atSeconds, butter: story.portions.reduce((sum, { mass }) => sum + mass, 0) } : {}),
      },
    },
    inHand: { phase: broke ? 'broke' : 'churning', minutes: Math.max(0, at.getTime() / 1000 - since) / 60 },
  };
} // prettier-ignore

const stillOpen = ({ shown }: Told): boolean => shown.batch?.packedAtSeconds === undefined;

/** What of a farm is left when a wish has taken its cream, its churn and its hands. */
function without(input: ReadyInput, plan: ReadyPlan, churn: ReadyChurn, people: number): ReadyInput {
  const used = new Map(plan.cream?.used.map((one) => [one.id, one]));
  const churning = plan.steps.filter(({ key }) => key === 'churn' || key === 'finish');
  const taken = churning.length > 0 ? [{ from: Math.max(0, churning[0]!.start - 10), to: churning.at(-1)!.late }] : [];
  return {
    ...input,
    creams: input.creams.flatMap((one) => {
      const taking = used.get(one.id);
      if (!taking) return [one];
      return taking.whole ? [] : [{ ...one, mass: one.mass - taking.mass }];
    }),
    milk: input.milk.filter(({ id }) => !used.has(id)),
    churns: input.churns.map((one) => (one.id === churn.id ? { ...one, taken: [...one.taken, ...taken] } : one)),
    // One pair of hands does one thing at a time.
    busy: people > 1 ? input.busy : [...input.busy, ...taken.filter(({ from, to }) => to > from).map(({ from, to }) => ({ from, to, kind: 'away' as const, says: 'other butter is being made' }))],
  };
} // prettier-ignore

export const churnOf = (input: Pick<ReadyInput, 'churns'>, vesselId: string | null): ReadyChurn =>
  input.churns.find(({ id }) => id === vesselId) ?? input.churns[0]!;

/** Plans by what they were worked out from, newest last: nothing changed within minutes, nothing is worked out again. */
const known = new Map<string, ReadyPlan>();
const mostKnown = 60;

export function planOnce(wish: Wish, input: ReadyInput, churn: ReadyChurn): ReadyPlan {
  const key = JSON.stringify([wish, input, churn.id]);
  const found = known.get(key);
  if (found) return found;
  const plan = readyPlanner(input).plan(wish, churn);
  if (known.size >= mostKnown) known.clear();
  known.set(key, plan);
  return plan;
}

export const wishOf = (
  {
    mass,
    soured,
    salt,
    readyAtSeconds,
    buys,
  }: Pick<WishShown, 'mass' | 'soured' | 'salt' | 'readyAtSeconds' | 'buys'>,
  at: Date,
): Wish => ({ mass, soured, salt, readyAt: readyAtSeconds / 60 - at.getTime() / minute, buys });

/** Every wish that is still to come, planned one after the other by when it is wanted, and the farm as it is left for one more. */
async function planned(
  scope: FarmScope,
  farm: ReadyFarmNow,
  at: Date,
  butNot?: string,
): Promise<{ wishes: WishPlanned[]; left: ReadyInput; input: ReadyInput }> {
  const rows = await wishesSince(scope, new Date(at.getTime() - shownAfter));
  const told: Told[] = [];
  for (const row of rows) told.push(await tellWish(scope, row, at));
  let left: ReadyInput = farm.input;
  const wishes: WishPlanned[] = [];
  for (const one of told) {
    const { shown, inHand } = one;
    const wish = wishOf(shown, at);
    const atSeconds = at.getTime() / 1000;
    if (!stillOpen(one) || wish.readyAt <= 0 || wish.readyAt > furthestWish) {
      wishes.push({ wish: shown, atSeconds });
      continue;
    }
    const churn = churnOf(left, shown.vesselId);
    const plan = planOnce(wish, forWish(left, shown, inHand), churn);
    wishes.push({ wish: shown, atSeconds, plan });
    if (shown.id !== butNot) left = without(left, plan, churn, farm.people.length);
  }
  const chosen = told.find(({ shown }) => shown.id === butNot);
  return {
    wishes,
    left,
    input: chosen ? forWish(left, chosen.shown, stillOpen(chosen) ? chosen.inHand : undefined) : left,
  };
}

/** The farm as one wish is planned on it. */
const forWish = (
  left: ReadyInput,
  wish: Pick<WishShown, 'mass' | 'soured'>,
  inHand: InHandNow | undefined,
): ReadyInput => (inHand ? { ...left, inHand, creams: [inChurn(wish)], milk: [] } : left);

/** What is in the churn is on no shelf: for the plan it is as much cream as the wish takes. */
const inChurn = ({ mass, soured }: Pick<WishShown, 'mass' | 'soured'>): ReadyInput['creams'][number] => ({ id: 'in the churn', name: '', mass: mass * 4, fat: 0.38, celsius: 14, ageHours: 24, soured, treatment: 'raw', homogenised: false, diameter: 160, vesselFactors: [] }); // prettier-ignore

/** Wishes as they stand now, for Today and the calendar: with none there is nothing to work out. */
export async function wishesNow(scope: FarmScope, plan: PlanView, at: Date): Promise<WishPlanned[]> {
  const moment = gridded(at);
  const rows = await wishesSince(scope, new Date(at.getTime() - shownAfter));
  // With nothing to plan there is nothing to look up.
  if (rows.every(({ readyAt }) => readyAt <= moment)) {
    const told = [];
    for (const row of rows) told.push((await tellWish(scope, row, moment)).shown);
    return told.map((wish) => ({ wish, atSeconds: moment.getTime() / 1000 }));
  }
  return (await planned(scope, await readyFarm(scope, plan, moment), moment)).wishes;
}

/** @param chosen the wish that is looked at; nothing for a new one */
export const readyView = (farmId: string, chosen?: string): Promise<ReadyView> =>
  inFarm(farmId, async (scope) => {
    const plan = await planViewOf(scope);
    const at = gridded(now());
    const farm = await readyFarm(scope, plan, at);
    const { wishes, input } = await planned(scope, farm, at, chosen);
    const { rate } = await stockOf(scope, plan.farm.timeZone);
    const salt = plan.last?.usualSalt;
    return {
      farm: plan.farm,
      nowSeconds: plan.nowSeconds,
      atSeconds: at.getTime() / 1000,
      input,
      wishes,
      chosen: wishes.some(({ wish }) => wish.id === chosen) ? chosen! : null,
      people: farm.people,
      hasMilk: farm.input.milk.length > 0,
      finish: farm.finish,
      eaten: rate?.perWeek ?? null,
      usual: { soured: plan.last?.ripened ?? false, salt: salt?.way === 'share' ? salt.share : salt?.way === 'none' ? 0 : 0.016 },
    };
  }); // prettier-ignore

/** A wish as it would be planned now, with what the others take taken: what is kept with it. */
export async function planNow(scope: FarmScope, said: Pick<WishShown, 'id' | 'mass' | 'soured' | 'salt' | 'readyAtSeconds' | 'vesselId' | 'buys'>, at: Date): Promise<ReadyPlan> {
  const plan = await planViewOf(scope);
  const moment = gridded(at);
  const farm = await readyFarm(scope, plan, moment);
  const { input } = await planned(scope, farm, moment, said.id);
  return planOnce(wishOf(said, moment), input, churnOf(input, said.vesselId));
} // prettier-ignore
