import { quantileSorted } from 'simple-statistics';
import { freeTimes } from './houseHours';
import type { Luck } from './readyBlocks';
import { chanceOfEnough, drawn, goesOn, inBlocks, movedBy, simulated, started } from './readyBlocks';
import type { ChosenCream } from './readyCream';
import { chooseCream } from './readyCream';
import type { ReadyFarm, ReadyPiece } from './readyPieces';
import { readyPieces } from './readyPieces';
import type { ReadyChurn, ReadyConflict, ReadyInput, ReadyPlan, ReadyStep, WayOut, Wish } from './readyWish';
import { furthestWish } from './readyWish';
import { scheduleBack } from './scheduleBack';

export type { ReadyChurn, ReadyConflict, ReadyInput, ReadyPlan, ReadyStep, WayOut, Wish };
export { furthestWish };

const nineInTen = 0.9;
const surely = 1.2816;

/** Plans wishes of one farm as it stands. */
export interface ReadyPlanner {
  /**
   * Back from the time at which butter is wanted: the latest start of every step, moved to when somebody is there and the churn is free;
   * what cream it is; and by going through it many times, by when it is ready nine times in ten.
   */
  plan: (wish: Wish, churn: ReadyChurn) => ReadyPlan;
  /** What else would do, of what stands in nobody’s way. */
  ways: (plan: ReadyPlan, churn: ReadyChurn) => WayOut[];
}

/** @param input the farm as it stands */
export function readyPlanner(input: ReadyInput): ReadyPlanner {
  // The same cream goes the same way whenever it is wanted: what its steps take is worked out once.
  const known = new Map<string, ReturnType<typeof readyPieces>>();
  const piecesOf: PiecesOf = (...asked) => {
    const key = JSON.stringify(asked);
    const found = known.get(key) ?? readyPieces(...asked);
    known.set(key, found);
    return found;
  };
  const helpers = { piecesOf, luck: drawn() };
  const plan = (wish: Wish, churn: ReadyChurn) => readyBy(wish, input, churn, helpers);
  return { plan, ways: (made, churn) => waysOut(made, input, churn, plan) };
}

type PiecesOf = typeof readyPieces;
interface Helpers {
  piecesOf: PiecesOf;
  luck: Luck;
}

/** Planned of cream that is at its best when it is set to sour, or churned; what would be past it is left out, and the rest planned anew. */
function readyBy(wish: Wish, input: ReadyInput, churn: ReadyChurn, helpers: Helpers): ReadyPlan {
  const past = new Map<string, string>();
  let plan = readyOf(wish, input, churn, helpers);
  for (let round = 0; round < mostAnew && !input.inHand; round += 1) {
    const old = pastBy(plan, input);
    if (old.length === 0) break;
    for (const { id, name } of old) past.set(id, name);
    const left = {
      ...input,
      creams: input.creams.filter(({ id }) => !past.has(id)),
      milk: input.milk.filter(({ id }) => !past.has(id)),
    };
    plan = readyOf(wish, left, churn, helpers);
  }
  return { ...plan, past: [...past.values()].filter((name) => name !== '') };
}

/** Planned anew so often at most: each time something was left out. */
const mostAnew = 6;

/** What of a plan’s cream would be past its best by the time it is set to sour, or churned where it is not. */
function pastBy({ cream, steps }: ReadyPlan, { creams, milk }: ReadyInput): { id: string; name: string }[] {
  const used = steps.find(({ key }) => key === 'set') ?? steps.find(({ key }) => key === 'churn');
  if (!cream || !used) return [];
  const ids = new Set(cream.used.map(({ id }) => id));
  return [...creams, ...milk].filter(
    ({ id, keeps }) => ids.has(id) && keeps !== undefined && keeps < used.start,
  );
}

function readyOf(wish: Wish, input: ReadyInput, churn: ReadyChurn, helpers: Helpers): ReadyPlan {
  const unsalted = wish.mass / (1 + wish.salt);
  const buys = wish.buys ?? false;
  let chosen = chooseCream(input.creams, input.milk, unsalted, wish.soured, 0, buys);
  let best = chosen && planned(wish, input, churn, chosen, helpers);
  // Milk that can be skimmed before the first step after it is cream as well: how far that goes depends on the plan, and is asked again.
  const first = best?.steps.find(({ key }) => key !== 'skim' && key !== 'buy');
  const by = best ? (first?.latest ?? 0) - skimmed : wish.readyAt - shortest;
  for (const sooner of earlier) {
    const more = chooseCream(input.creams, input.milk, unsalted, wish.soured, by - sooner, buys);
    if (!more || same(more, chosen)) break;
    chosen = more;
    const plan = planned(wish, input, churn, more, helpers);
    // With spare time it begins sooner, and the last of the milk may be too late for it.
    if (!best || weightOf(plan) < weightOf(best) || best.conflicts.some(({ kind }) => kind === 'notEnough'))
      best = plan;
    if (plan.conflicts.length === 0) break;
  }
  return (
    best ?? {
      wish,
      steps: [],
      by: undefined,
      middle: wish.readyAt,
      chance: 0,
      cream: undefined,
      butter: 0,
      conflicts: [{ kind: 'noCream', by: wish.mass }],
      past: [],
      loads: 1,
    }
  );
}

/** Milk is left out that can be skimmed only so long before, min. */
const earlier = [0, 240, 720, 1080];
/** Skimming itself, and the shortest way from skimmed cream to butter (engineering estimates), min. */
const skimmed = 20;
const shortest = 5 * 60;

const same = (one: ChosenCream, other: ChosenCream | undefined): boolean =>
  one.used.length === other?.used.length && one.used.every(({ id }, i) => other.used[i]!.id === id);

function planned(
  wish: Wish,
  input: ReadyInput,
  churn: ReadyChurn,
  chosen: ChosenCream,
  helpers: Helpers,
): ReadyPlan {
  const farm: ReadyFarm = { ...input.farm, tool: churn.tool, capacity: churn.capacity, pace: churn.pace };
  const unsalted = wish.mass / (1 + wish.salt);
  const pieces = helpers.piecesOf(
    chosen.cream,
    { soured: wish.soured, salted: wish.salt > 0, butter: Math.min(unsalted, chosen.butter) },
    farm,
    input.inHand,
  );
  const tried = [pieces.asIs, pieces.room, pieces.larder, pieces.bath].flatMap((one) =>
    one ? [laidOut(wish, one, input, churn, chosen, pieces.loads, helpers.luck)] : [],
  );
  return tried.toSorted((a, b) => weightOf(a) - weightOf(b))[0]!;
}

/** A bath is stirred and watched: so much earlier another way may begin (engineering estimate), min. */
const bathWatched = 180;
/** The ways in which least stands in the way come first; of those the one that is begun last. */
const weightOf = ({ conflicts, steps, wish }: ReadyPlan): number =>
  1e6 * conflicts.reduce((sum, { kind }) => sum + (kind === 'notEnough' ? 0 : kind === 'waits' ? 1 : 3), 0) +
  (wish.readyAt - (steps[0]?.start ?? 0)) +
  (steps.some(({ by }) => by === 'bath') ? bathWatched : 0);

/** Laid out so that it is ready in time nine times in ten: what slows down together takes more spare time than its parts. */
function laidOut(
  wish: Wish,
  ...rest: [
    pieces: readonly ReadyPiece[],
    input: ReadyInput,
    churn: ReadyChurn,
    chosen: ChosenCream,
    loads: number,
    luck: Luck,
  ]
): ReadyPlan {
  let plan = laidOutFor(wish, 0, ...rest);
  if (plan.conflicts.length > 0) return plan;
  for (const spare of spares) {
    if (plan.by === undefined || plan.by <= wish.readyAt + 1) break;
    const earlier = laidOutFor(wish, spare, ...rest);
    // What nobody can do that early is no plan: then it is ready less often.
    if (earlier.conflicts.length > 0) break;
    plan = earlier;
  }
  const late = (plan.by ?? 0) - wish.readyAt;
  return late > hardlyLate ? { ...plan, conflicts: [{ kind: 'tooSoon', by: late }] } : plan;
}

/** So much after it was wanted nobody calls it late, min. */
const hardlyLate = 5;
/** Spare time that is tried, min: the least that is enough. */
const spares = [10, 20, 30, 45, 60, 90, 120, 180, 240, 360, 480, 720];

/** @param spare minutes before the time it is wanted at which it would be ready with the spare time of the schedule alone */
function laidOutFor(
  wish: Wish,
  spare: number,
  pieces: readonly ReadyPiece[],
  input: ReadyInput,
  churn: ReadyChurn,
  chosen: ChosenCream,
  loads: number,
  luck: Luck,
): ReadyPlan {
  const horizon = wish.readyAt + 3 * 24 * 60;
  const free = freeTimes(input.busy, 0, horizon);
  const blocks = inBlocks(pieces);
  const back = scheduleBack({
    steps: blocks.map((block, i) => ({
      name: `${i}`,
      minutes: block.minutes,
      sd: block.sd,
      attended: block.hands === 'all',
      hands: block.hands === 'all' ? 0 : block.hands,
      ...(block.inChurn ? { vessel: 'churn' } : {}),
      fridge: block.fridge,
      ...(block.maxWait === undefined ? {} : { maxWait: block.maxWait }),
    })),
    readyBy: wish.readyAt - spare,
    free: free.map(({ from, to }) => ({ from, to })),
    taken: churn.taken.map(({ from, to }) => ({ vessel: 'churn', from, to })),
    ...(input.fridgeRoom === undefined ? {} : { fridgeSpace: Math.max(0, input.fridgeRoom) }),
  });
  const starts = started(back.steps, blocks, free, chosen.skimFrom);
  const gone = simulated(blocks, starts, free, wish.readyAt, luck);
  const enough = chosen.butter * (1 + wish.salt);
  const sure = chanceOfEnough(chosen, wish);
  const finished = gone.finish.toSorted((a, b) => a - b);
  const steps: ReadyStep[] = [];
  blocks.forEach((block, i) => {
    let at = 0;
    const latest = back.steps[i]!.latestStart;
    let before = gone.ends[i - 1]?.at(-1) ?? [0];
    block.pieces.forEach((piece, k) => {
      const ends = gone.ends[i]![k]!;
      const start = starts[i]! + at;
      at += piece.minutes;
      steps.push({
        key: piece.key,
        start: piece.underWay ? 0 : goesOn(block) ? quantileSorted(before, 0.5) : start,
        end: Math.max(goesOn(block) ? 0 : start, quantileSorted(ends, 0.5)),
        late: quantileSorted(ends, nineInTen),
        latest: latest + (start - starts[i]!),
        hands: piece.hands !== 0,
        underWay: piece.underWay ?? false,
        celsius: piece.celsius,
        by: piece.by,
        ...(k === 0 ? { moved: movedBy(block, starts[i]!, latest, input.busy) } : {}),
      });
      before = ends;
    });
  });
  // What goes on already is as late as it is: only by how much it comes out late is told.
  const tooLate = input.inHand ? -1 : blocks.findIndex((block, i) => !block.underWay && starts[i]! < -1);
  // Milk cannot be skimmed later than its cream is wanted.
  const skim = blocks.findIndex(({ pieces: [one] }) => one!.key === 'skim');
  const unready = skim < 0 ? 0 : starts[skim]! + blocks[skim]!.minutes - (starts[skim + 1] ?? Infinity);
  const conflicts: ReadyConflict[] = [
    ...(tooLate < 0 && unready > hardlyLate ? [{ kind: 'tooSoon' as const, step: 'skim' as const, by: unready }] : []),
    ...(tooLate >= 0 ? [{ kind: 'tooSoon' as const, step: blocks[tooLate]!.pieces[0]!.key, by: -starts[tooLate]! }] : []),
    ...back.conflicts.flatMap(({ why, step }): ReadyConflict[] => {
      const block = blocks[Number(step)]!;
      const { key } = block.pieces[0]!;
      // What would have begun before now is too soon, whoever is there; and where it goes on, somebody is there.
      if (why === 'noFreeTime' && (block.underWay || starts[Number(step)]! < 0)) return [];
      if (why === 'noFreeTime') return [{ kind: 'nobodyThere', step: key }];
      if (why === 'vesselTaken') return [{ kind: 'churnTaken', step: 'churn' }];
      if (why === 'fridgeFull') return [{ kind: 'fridgeFull', step: key, by: block.fridge - Math.max(0, input.fridgeRoom ?? 0) }];
      if (why === 'waitsTooLong') return [{ kind: 'waits', step: key }];
      return [];
    }),
    ...(sure < nineInTen && !input.inHand ? [{ kind: 'notEnough' as const, by: Math.max(1, wish.mass - enough * (1 - surely * chosen.share)) }] : []),
  ];
  const level = nineInTen / Math.max(sure, nineInTen);
  return {
    wish,
    steps,
    by: sure < nineInTen && !input.inHand ? undefined : quantileSorted(finished, Math.min(1, level)),
    middle: quantileSorted(finished, 0.5),
    chance: gone.inTime * (input.inHand ? 1 : sure),
    cream: chosen,
    butter: Math.min(enough, wish.mass * 1.5),
    conflicts,
    past: [],
    loads,
  };
} // prettier-ignore

/** A wish that is put off is tried so often, min; and so far. */
const tryEvery = 30;

/** What else would do: sweet cream, an hour at which it is ready, the evening before, as much as there is, another churn; the ones that stand in nobody’s way. */
function waysOut(
  plan: ReadyPlan,
  input: ReadyInput,
  churn: ReadyChurn,
  planOf: ReadyPlanner['plan'],
): WayOut[] {
  const { wish, conflicts } = plan;
  const works = (one: ReadyPlan): boolean => one.conflicts.length === 0;
  const ways: WayOut[] = [];
  const add = (kind: WayOut['kind'], other: Wish, by: ReadyChurn = churn): boolean => {
    const tried = planOf(other, by);
    if (!works(tried)) return false;
    ways.push({ kind, wish: other, plan: tried, ...(by === churn ? {} : { churn: by }) });
    return true;
  };
  if (input.inHand) return [];
  if (wish.soured) add('sweet', { ...wish, soured: false });
  if (conflicts.length === 0) return ways;
  const has = (kind: ReadyConflict['kind']) => conflicts.some((one) => one.kind === kind);
  if (has('notEnough') && plan.cream) {
    const least = Math.floor((plan.butter * (1 - 2 * plan.cream.share)) / 25) * 25;
    if (least >= 50) add('less', { ...wish, mass: least });
  }
  if (plan.past.length > 0)
    for (let sooner = wish.readyAt - 360; sooner > 0; sooner -= 360)
      if (add('sooner', { ...wish, readyAt: Math.floor(sooner / tryEvery) * tryEvery })) break;
  if ((has('notEnough') || has('noCream')) && !wish.buys) add('buy', { ...wish, buys: true });
  if (!has('noCream'))
    for (const other of input.churns)
      if (other.id !== churn.id && ways.every(({ kind }) => kind !== 'otherChurn'))
        add('otherChurn', wish, other);
  if (has('nobodyThere') || has('waits')) {
    const night = input.busy.findLast(({ kind, from }) => kind === 'night' && from < wish.readyAt);
    if (night && night.from > 0) add('eveningBefore', { ...wish, readyAt: night.from });
  }
  const from = Math.ceil(wish.readyAt / tryEvery) * tryEvery;
  // The first hour at which it works, by halves of a day and then by half hours: what works later works no sooner.
  for (let coarse = from; coarse <= Math.min(furthestWish, from + 8 * 1440); coarse += 360) {
    const tried = planOf({ ...wish, readyAt: coarse }, churn);
    if (!works(tried)) continue;
    let first = coarse;
    for (let fine = coarse - tryEvery; fine > Math.max(wish.readyAt, coarse - 360); fine -= tryEvery)
      if (works(planOf({ ...wish, readyAt: fine }, churn))) first = fine;
      else break;
    add('later', { ...wish, readyAt: first });
    break;
  }
  return ways;
}
