import { drawsFrom } from '../statistics/draws';
import type { Busy } from './houseHours';
import { nextFree } from './houseHours';
import type { ChosenCream } from './readyCream';
import type { ReadyPiece, ReadyStepKey } from './readyPieces';
import { readyStepKeys } from './readyPieces';
import type { ReadyStep, Wish } from './readyWish';

/** Possible ways it can go, per plan. */
const runs = 400;
const surely = 1.2816;

/** How each step goes in each possible week, standard normal: the finish is slow or quick as a whole. */
export type Luck = Record<ReadyStepKey, number>[];

export function drawn(): Luck {
  const draws = drawsFrom('ready');
  return Array.from({ length: runs }, () => {
    const finish = draws.normal(0, 1);
    return Object.fromEntries(
      readyStepKeys.map((key) => [key, together.has(key) ? finish : draws.normal(0, 1)]),
    ) as Record<ReadyStepKey, number>;
  });
}
const together: ReadonlySet<ReadyStepKey> = new Set(['finish', 'rest', 'pack']);

/** Chance that its cream makes as much as is wanted. */
export function chanceOfEnough({ butter, share }: ChosenCream, { mass, salt }: Wish): number {
  const z = (butter * (1 + salt) - mass) / Math.max(1e-9, butter * (1 + salt) * share);
  // Logistic for the normal (Bowling et al., J. Ind. Eng. Manag. 2, 2009), within 0.02 %.
  return 1 / (1 + Math.exp(-1.5976 * z - 0.070565 * z ** 3));
}

export interface Block {
  pieces: ReadyPiece[];
  minutes: number;
  sd: number;
  hands: 'all' | number;
  inChurn: boolean;
  fridge: number;
  maxWait: number | undefined;
  underWay: boolean;
}

export function inBlocks(pieces: readonly ReadyPiece[]): Block[] {
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
export const goesOn = ({ pieces }: Block): boolean =>
  pieces.some(({ key }) => key === 'rest' || key === 'pack');

/** No shop is open so soon after the house is up, nor so late before it goes to bed, min (engineering estimates). */
const shopsShut = { morning: 180, evening: 240 };

/** Shopping that would fall before the shops open is done the day before, where there is one. */
function whileShopsAreOpen(start: number, free: readonly { from: number; to: number }[]): number {
  const i = free.findIndex(({ from, to }) => from <= start + 1e-9 && to > start);
  const day = free[i - 1];
  if (!day || start - free[i]!.from >= shopsShut.morning) return start;
  const before = floored(day.to - shopsShut.evening);
  return before >= day.from ? before : start;
}

/** When each is begun: as late as it may be, but what goes on already goes on, and what comes after it is not left standing ripe. */
export function started(
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
    else if (key === 'buy') start = whileShopsAreOpen(start, free);
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
export function simulated(
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
export function movedBy(
  block: Block,
  start: number,
  latest: number,
  busy: readonly Busy[],
): ReadyStep['moved'] {
  if (block.hands === 0 || latest - start < 20) return undefined;
  const needs = block.hands === 'all' ? block.minutes : block.hands;
  return busy.find(({ kind, from, to }) => kind !== 'night' && from < latest + needs && to > latest);
}
