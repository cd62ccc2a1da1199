import { quantileSorted } from 'simple-statistics';
import { drawsFrom } from '../statistics/draws';
import type { Busy } from './houseHours';
import { freeTimes, nextFree } from './houseHours';
import type { ChosenCream, MilkToSkim, StandingCream } from './readyCream';
import { chooseCream } from './readyCream';
import type { InHandNow, ReadyFarm, ReadyPiece, ReadyStepKey, WarmBy } from './readyPieces';
import { readyPieces, readyStepKeys } from './readyPieces';
import { scheduleBack } from './scheduleBack';

/** Butter that is wanted by a time. */
export interface Wish {
  /** g, as it is packed. */
  mass: number;
  /** Of ripened cream. */
  soured: boolean;
  /** Share of salt, 0 for none. */
  salt: number;
  /** Minutes from now. */
  readyAt: number;
  /** Cream that is lacking is bought. */
  buys?: boolean | undefined;
}

/** What stands in the way, or asks to be known. */
export interface ReadyConflict {
  kind: 'tooSoon' | 'notEnough' | 'nobodyThere' | 'churnTaken' | 'fridgeFull' | 'waits' | 'noCream';
  step?: ReadyStepKey;
  /** tooSoon: minutes by which it begins too late; notEnough: g that are lacking; fridgeFull: mL that have no room. */
  by?: number;
}

export interface ReadyStep {
  key: ReadyStepKey;
  /** Minutes from now: when it begins as planned, when it ends in the middle, and nine times in ten. */
  start: number;
  end: number;
  late: number;
  /** Later than this it is begun too late, nine times in ten. */
  latest: number;
  /** Somebody has to come for it. */
  hands: boolean;
  underWay: boolean;
  celsius?: number | undefined;
  by?: WarmBy | undefined;
  /** Why it begins earlier than it would have to: what keeps everybody away. */
  moved?: Pick<Busy, 'from' | 'to' | 'kind' | 'says'> | undefined;
}

export interface ReadyPlan {
  wish: Wish;
  steps: ReadyStep[];
  /** Minutes from now by which it is packed and enough, nine times in ten; undefined where it is not enough so often. */
  by: number | undefined;
  /** By when it is packed in the middle. */
  middle: number;
  /** Chance that enough of it is ready in time. */
  chance: number;
  cream: ChosenCream | undefined;
  /** g of butter as it is packed, in the middle. */
  butter: number;
  conflicts: ReadyConflict[];
  loads: number;
}

/** Another wish that would work, or would take less time. */
export interface WayOut {
  kind: 'sweet' | 'later' | 'eveningBefore' | 'less' | 'buy' | 'otherChurn';
  wish: Wish;
  plan: ReadyPlan;
  /** The churn it takes. */
  churn?: ReadyChurn;
}

export interface ReadyChurn {
  id: string;
  name: string;
  tool: ReadyFarm['tool'];
  /** mL */
  capacity: number;
  pace?: ReadyFarm['pace'];
  /** When it is taken, minutes from now. */
  taken: { from: number; to: number }[];
}

/** A farm as it stands, for wishes. */
export interface ReadyInput {
  creams: StandingCream[];
  milk: MilkToSkim[];
  busy: Busy[];
  churns: ReadyChurn[];
  /** mL of room in the fridge that is left; undefined where nobody said. */
  fridgeRoom?: number | undefined;
  farm: Omit<ReadyFarm, 'tool' | 'capacity' | 'pace'>;
  /** What is in the churn for this wish. */
  inHand?: InHandNow | undefined;
}

/** So far ahead butter can be wanted, min; the schedule reaches two weeks. */
export const furthestWish = 13 * 24 * 60;
/** Possible ways it can go, per plan. */
const runs = 400;
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

/** How each step goes in each possible week, standard normal: the finish is slow or quick as a whole. */
type Luck = Record<ReadyStepKey, number>[];

function drawn(): Luck {
  const draws = drawsFrom('ready');
  return Array.from({ length: runs }, () => {
    const finish = draws.normal(0, 1);
    return Object.fromEntries(
      readyStepKeys.map((key) => [key, together.has(key) ? finish : draws.normal(0, 1)]),
    ) as Record<ReadyStepKey, number>;
  });
}
const together: ReadonlySet<ReadyStepKey> = new Set(['finish', 'rest', 'pack']);

function readyBy(wish: Wish, input: ReadyInput, churn: ReadyChurn, helpers: Helpers): ReadyPlan {
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
    loads,
  };
} // prettier-ignore

/** Chance that its cream makes as much as is wanted. */
function chanceOfEnough({ butter, share }: ChosenCream, { mass, salt }: Wish): number {
  const z = (butter * (1 + salt) - mass) / Math.max(1e-9, butter * (1 + salt) * share);
  // Logistic for the normal (Bowling et al., J. Ind. Eng. Manag. 2, 2009), within 0.02 %.
  return 1 / (1 + Math.exp(-1.5976 * z - 0.070565 * z ** 3));
}

interface Block {
  pieces: ReadyPiece[];
  minutes: number;
  sd: number;
  hands: 'all' | number;
  inChurn: boolean;
  fridge: number;
  maxWait: number | undefined;
  underWay: boolean;
}

function inBlocks(pieces: readonly ReadyPiece[]): Block[] {
  const blocks: Block[] = [];
  let last: number | undefined;
  for (const piece of pieces) {
    if (piece.block !== last)
      blocks.push({ pieces: [], minutes: 0, sd: 0, hands: 0, inChurn: false, fridge: 0, maxWait: undefined, underWay: false });
    last = piece.block;
    const block = blocks.at(-1)!;
    // A lognormal’s mean and spread from its median: what is planned for is the mean.
    const mean = piece.minutes * Math.exp(piece.logSd ** 2 / 2);
    block.pieces.push(piece);
    block.minutes += mean;
    block.sd = Math.hypot(block.sd, mean * Math.sqrt(Math.exp(piece.logSd ** 2) - 1));
    block.hands = piece.hands === 'all' || block.hands === 'all' ? 'all' : Math.max(block.hands, piece.hands);
    block.inChurn ||= piece.inChurn ?? false;
    block.fridge = Math.max(block.fridge, piece.fridge ?? 0);
    if (piece.maxWait !== undefined) block.maxWait = piece.maxWait;
    block.underWay ||= piece.underWay ?? false;
  }
  return blocks;
} // prettier-ignore

/** Nobody begins to the minute: plans go by so many, min. */
const grid = 5;
const floored = (minutes: number): number => Math.floor(minutes / grid) * grid;
const ceiled = (minutes: number): number => Math.ceil(minutes / grid) * grid;

/** From the churn on nothing waits for an hour. */
const goesOn = ({ pieces }: Block): boolean => pieces.some(({ key }) => key === 'rest' || key === 'pack');

/** When each is begun: as late as it may be, but what goes on already goes on, and what comes after it is not left standing ripe. */
function started(
  back: readonly { start: number }[],
  blocks: readonly Block[],
  free: readonly { from: number; to: number }[],
  skimFrom: number | undefined,
): number[] {
  const starts: number[] = [];
  const before = (i: number) => blocks[i - 1];
  blocks.forEach((block, i) => {
    const { key } = block.pieces[0]!;
    let start = floored(back[i]!.start);
    if (block.underWay) start = 0;
    else if (key === 'skim' && skimFrom !== undefined)
      start = Math.max(
        ceiled(nextFree(free, Math.max(0, skimFrom), block.minutes)),
        Math.min(start, skimFrom),
      );
    else if (key === 'chill') {
      // What is warm is chilled at once, and what sours when it is ripe nine times in ten.
      const sours = before(i)?.pieces.some(({ key: one }) => one === 'sour') ?? false;
      const since = i === 0 ? 0 : starts[i - 1]! + before(i)!.minutes + (sours ? surely * before(i)!.sd : 0);
      start = Math.min(Math.max(0, start), ceiled(nextFree(free, Math.max(0, since), block.hands as number)));
    }
    starts.push(start);
  });
  return starts;
}

/** Goes through it many times: what is done is begun as planned, or as soon as what comes before it is done and somebody is there. */
function simulated(
  blocks: readonly Block[],
  starts: readonly number[],
  free: readonly { from: number; to: number }[],
  readyAt: number,
  luck: Luck,
): { finish: number[]; ends: number[][][]; inTime: number } {
  const ends: number[][][] = blocks.map(({ pieces }) => pieces.map(() => []));
  const finish: number[] = [];
  for (const one of luck) {
    let at = -Infinity;
    blocks.forEach((block, i) => {
      const planned = Math.max(0, starts[i]!);
      let start = i > 0 && goesOn(block) ? at : Math.max(planned, at);
      const needs = block.hands === 'all' ? block.minutes : block.hands;
      if (needs > 0 && start > planned + 1) start = nextFree(free, start, Math.min(needs, 60));
      at = start;
      const next = starts[i + 1];
      block.pieces.forEach(({ key, minutes, logSd, least = 1 }, k) => {
        const whole = minutes * Math.exp(logSd * one[key]);
        // What may be cut short is, when the next is due.
        at += least < 1 && next !== undefined ? Math.min(whole, Math.max(least * whole, next - at)) : whole;
        ends[i]![k]!.push(at);
      });
    });
    finish.push(at);
  }
  for (const block of ends) for (const piece of block) piece.sort((a, b) => a - b);
  return { finish, ends, inTime: finish.filter((at) => at <= readyAt).length / runs };
}

/** What keeps everybody away when a step would be begun at the latest; nights go without saying. */
function movedBy(block: Block, start: number, latest: number, busy: readonly Busy[]): ReadyStep['moved'] {
  if (block.hands === 0 || latest - start < 20) return undefined;
  const needs = block.hands === 'all' ? block.minutes : block.hands;
  return busy.find(({ kind, from, to }) => kind !== 'night' && from < latest + needs && to > latest);
}

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
