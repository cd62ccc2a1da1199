import type { Judgement } from '@/core/balancing/judgeBatch';
import type { FatUpstream } from '@/core/balancing/fatUpstream';
import type { AgainstUsual } from '@/core/balancing/againstUsual';
import { judgeBatch } from '@/core/balancing/judgeBatch';
import type { BatchStory } from '@/core/churning/batchStory';
import { foreseenOf } from '@/core/churning/foreseenOf';
import type { ChurnPace } from '@/core/churning/churnPace';
import type { BatchFacts, MixedIn } from '@/core/churning/batchEvents';
import type { LiveChurn } from '@/core/churning/liveChurn';
import { liveChurn } from '@/core/churning/liveChurn';
import { isLive, liveLoad } from '@/core/churning/liveLoad';
import { learnPace, paceOf } from '@/core/churning/learnPace';
import { tellBatch } from '@/core/churning/tellBatch';
import { factsAsDone } from '@/core/churning/wayOfWorking';
import type { ToolKey } from '@/core/churning/tools';
import { creamFatFromBatches } from '@/core/dairy/creamFat';
import type { KnownFat } from '@/core/dairy/creamFat';
import type { Batch, BatchSummary, RecordedEvent } from '@/data/churning/batches';
import type { Picture } from '@/data/churning/pictures';
import { picturesOf } from '@/data/churning/pictures';
import {
  batchById,
  batchesOf,
  eventsOf,
  lotsOfBatch,
  makersOf,
  paceLessonsOf,
  revisionOf,
  mixedBefore,
} from '@/data/churning/batches';
import type { NamedWay } from '@/data/churning/ways';
import { waysOf } from '@/data/churning/ways';
import type { FarmScope } from '@/data/farmScope';
import { inFarm } from '@/data/farmScope';
import type { Vessel } from '@/data/house/house';
import { vesselsOf } from '@/data/house/house';
import { wishesOfBatch } from '@/data/house/wishes';
import type { Foreseen } from '@/core/planning/wishSaid';
import { now } from '../clock';
import { upstreamOf } from '../ledger/upstream';
import type { HouseView } from '../house/views';
import { againstUsualOf } from './againstUsual';
import { houseViewOf } from '../house/views';

export type { BatchSummary, NamedWay, RecordedEvent };

export type Paces = Partial<Record<ToolKey, ChurnPace>>;

/** Everything needed to plan a churning without asking again. */
export interface PlanView extends HouseView {
  vessels: Vessel[];
  paces: Paces;
  /** The facts of the last batch begun, for “as last time”. */
  last: BatchFacts | undefined;
  fatFromBatches: KnownFat | undefined;
  /** Ways of working that have a name. */
  ways: NamedWay[];
}

/** One batch with all that happened to it, as every device must see it. */
export interface BatchView extends HouseView {
  id: string;
  number: number;
  /** The cream it was begun with: its trail leads back to the milkings and on to the pats. */
  creamLotId: string;
  facts: BatchFacts;
  events: RecordedEvent[];
  revision: number;
  pace: ChurnPace | undefined;
  pictures: Picture[];
  /** Who churned it, by name, where that was said; and who churned any here. */
  maker: string | null;
  makers: string[];
  moulds: Vessel[];
  /** What this house mixed in before, by its own names. */
  mixedBefore: Pick<MixedIn, 'of' | 'name'>[];
  /** The farm’s churns, for a load beside this one. */
  churns: Vessel[];
  ways: NamedWay[];
  /** Codes its portions ever had, by their ids: a label once printed names its butter for good. */
  codes: Record<string, string>;
  /** Butter that was wanted by a time and is made in it, with what was foreseen. */
  wishes?: {
    id: string;
    readyAtSeconds: number;
    occasion: string | null;
    mass: number;
    foreseen: Foreseen;
  }[];
  /** How it is believed to stand as the page is drawn, while it is churned: the page says it from its first moment. */
  live?: { atSeconds: number; churn: LiveChurn } | undefined;
  /** What it came to by these events, once it is packed. */
  judged: Judgement | undefined;
  /** Butter that was to be expected of its cream, by what was marked, once it is packed; g, with its standard deviation. */
  expected?: { mass: number; sd: number } | undefined;
  /** Where the fat of its cream came from, once it is packed. */
  upstream?: FatUpstream | undefined;
  /** How its fat went against the batches before it, and what would have brought most, once it is packed. */
  against?: AgainstUsual | undefined;
}

/** Most recent batches that say what the cream's fat usually is. */
const fatBatches = 8;

/** @param like a batch that is taken for the last: the plan follows how that was done */
export async function planViewOf(scope: FarmScope, like?: string): Promise<PlanView> {
  const batches = await batchesOf(scope, 16);
  const model = (like && (await batchById(scope, like))) || batches[0];
  const packed = batches
    .filter((batch) => batch.judged !== null && batch.phase === 'packed')
    .slice(0, fatBatches);
  return {
    ...(await houseViewOf(scope)),
    vessels: await vesselsOf(scope),
    paces: await pacesOf(scope, now()),
    last: model && (await asItWasDone(scope, model)),
    ways: await waysOf(scope),
    fatFromBatches: creamFatFromBatches(
      packed.map((batch) => ({ creamMass: batch.facts.creamMass, unsaltedButterMass: unsalted(batch) })),
    ),
  };
}

/** A batch's facts as it was really done, so that “as last time” copies that. */
async function asItWasDone(scope: FarmScope, { id, facts }: Batch): Promise<BatchFacts> {
  return factsAsDone(facts, tellBatch(facts, (await eventsOf(scope, [id])).get(id) ?? []));
}

export const planView = (farmId: string, like?: string): Promise<PlanView> =>
  inFarm(farmId, (scope) => planViewOf(scope, like));

/** Butter of a packed batch less its salt at the batch's usual share; close enough to say what the cream held. */
function unsalted(batch: Batch): number {
  const { usualSalt } = batch.facts;
  const salt = usualSalt.way === 'share' ? usualSalt.share : 0;
  return (batch.judged?.butterMass ?? 0) * (1 - salt);
}

const hourMs = 3_600_000;
const dayMs = 24 * hourMs;

/** What was learned last, by farm: the same lessons in the same hour teach the same. */
const learned = new Map<string, { from: string; paces: Paces }>();
const mostLearned = 64;

export async function pacesOf(scope: FarmScope, before: Date): Promise<Paces> {
  const lessons = await paceLessonsOf(scope, before);
  const today = Math.floor(before.getTime() / hourMs) * (hourMs / dayMs);
  const from = JSON.stringify([today, lessons]);
  const known = learned.get(scope.farmId);
  if (known?.from === from) return known.paces;
  const knowledge = learnPace(lessons, today);
  // Newest first, so that a tool's pace is that of the churn of its kind used last.
  const newest = new Map(lessons.toReversed().map(({ tool, churn }) => [tool, churn]));
  const paces: Paces = Object.fromEntries(
    [...newest].map(([tool, churn]) => [tool, paceOf(knowledge, { tool, churn, day: today })]),
  );
  if (learned.size >= mostLearned) learned.clear();
  learned.set(scope.farmId, { from, paces });
  return paces;
}

export async function batchViewOf(scope: FarmScope, batchId: string): Promise<BatchView | undefined> {
  const batch = await batchById(scope, batchId);
  if (!batch) return undefined;
  const vessels = await vesselsOf(scope);
  const events = (await eventsOf(scope, [batchId])).get(batchId) ?? [];
  const story = tellBatch(batch.facts, events);
  const pace = (await pacesOf(scope, batch.startedAt))[batch.facts.tool];
  const packed = story.phase === 'packed';
  const judged = packed ? judgeBatch(batch.facts, story) : undefined;
  const foreseen = packed ? foreseenOf(batch.facts, story, pace) : undefined;
  const upstream = packed
    ? await upstreamOf(scope, { lot: batch.creamLotId, fat: batch.facts.creamMass * batch.facts.creamFat })
    : undefined;
  return {
    ...(await houseViewOf(scope)),
    id: batch.id,
    number: batch.number,
    creamLotId: batch.creamLotId,
    facts: batch.facts,
    events,
    judged,
    revision: batch.revision,
    pace,
    live: liveNow(batch.facts, story, pace),
    ...(foreseen
      ? {
          expected: { mass: foreseen.butter.mass, sd: foreseen.butter.sd },
          upstream,
          against: judged && (await againstUsualOf(scope, batch, judged, foreseen, upstream)),
        }
      : {}),
    wishes: (await wishesOfBatch(scope, batchId)).map(({ id, readyAt, occasion, mass, foreseen: said }) => ({
      id,
      readyAtSeconds: readyAt.getTime() / 1000,
      occasion,
      mass,
      foreseen: said,
    })),
    pictures: await picturesOf(scope, batchId),
    maker: batch.maker,
    makers: await makersOf(scope),
    mixedBefore: await mixedBefore(scope),
    moulds: vessels.filter((vessel) => vessel.kind === 'mould' || vessel.kind === 'tub'),
    churns: vessels.filter((vessel) => vessel.kind === 'churn'),
    ways: await waysOf(scope),
    codes: Object.fromEntries(
      (await lotsOfBatch(scope, batchId))
        .filter(({ kind }) => kind !== 'buttermilk')
        .map(({ id, code }) => [id, code]),
    ),
  };
}

/** The churning as the model sees it now; nothing once it was drained. */
function liveNow(facts: BatchFacts, story: BatchStory, pace: ChurnPace | undefined): BatchView['live'] {
  if (!isLive(story)) return undefined;
  const atSeconds = Math.max(now().getTime() / 1000, story.events.at(-1)?.atSeconds ?? 0);
  const input = liveLoad(facts, story, atSeconds);
  return input && { atSeconds, churn: liveChurn({ input, pace }) };
}

export const batchView = (farmId: string, batchId: string): Promise<BatchView | undefined> =>
  inFarm(farmId, (scope) => batchViewOf(scope, batchId));

/**
 * A batch's events and revision only, for devices that look again every few seconds: nothing but one indexed look while
 * nothing happened since `known`.
 */
export async function batchNews(
  farmId: string,
  batchId: string,
  known?: number,
): Promise<{ revision: number; events?: RecordedEvent[] } | undefined> {
  const revision = await revisionOf(farmId, batchId);
  if (revision === undefined || revision === known) return revision === undefined ? undefined : { revision };
  return inFarm(farmId, async (scope) => ({
    revision,
    events: (await eventsOf(scope, [batchId])).get(batchId) ?? [],
  }));
}
