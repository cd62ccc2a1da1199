import type { BatchFacts } from '@/core/churning/batchEvents';
import type { FatUpstream } from '@/core/balancing/fatUpstream';
import type { Judgement } from '@/core/balancing/judgeBatch';
import type { BatchStory, Phase } from '@/core/churning/batchStory';
import type { MarkStage } from '@/core/churning/stages';
import type { BatchEffects } from '@/core/comparing/batchEffects';
import type { Learned, LearnedChurn, learnedSeparator, NextBatch } from '@/core/comparing/whatLearned';
import type { TrendBatch, TrendSkim } from '@/core/comparing/trends';
import type { Compared } from '@/core/comparing/whyLess';
import type { BatchSummary } from '@/data/churning/batches';
import { batchesOf, batchTotals } from '@/data/churning/batches';
import { inFarm } from '@/data/farmScope';
import type { NoteFound } from '@/data/ledger/notes';
import { notesWith } from '@/data/ledger/notes';
import type { HouseView } from '../house/views';
import { houseViewOf } from '../house/views';
import { localDate } from '../localDate';

export interface LedgerRow {
  id: string;
  number: number;
  day: string;
  facts: BatchFacts;
  phase: Phase;
  breakMinutes: number | null;
  judged: BatchSummary | null;
}

/** One page of batches that were looked for, and how many there are of them. */
export interface FoundBatches {
  rows: LedgerRow[];
  total: number;
}

/** A batch beside others: what it came to, when what was marked, and where its fat came from. */
export interface ComparedBatch extends Compared {
  id: string;
  number: number;
  day: string;
  facts: BatchFacts;
  judged: Judgement;
  /** Minutes of churning at each mark of its first load. */
  marks: { stage: MarkStage; minutes: number }[];
  tasted: BatchStory['tasted'];
}

export interface ComparedView extends HouseView {
  batches: ComparedBatch[];
  /** Of those that were asked for, the numbers of what cannot be compared: no butter was weighed of it yet. */
  without: number[];
}

/** Batches and skimmings along time, oldest first. */
export interface TrendsView extends HouseView {
  batches: TrendBatch[];
  skims: TrendSkim[];
  /** Cream that was set to sour and failed, by what was seen. */
  failed: { lotId: string; code: string; atSeconds: number; seen: string }[];
}

/** What was learned of a dairy; `before` is with every batch, where some are left out. */
export interface LearnedView extends HouseView {
  /** So many batches it was learned from. */
  many: number;
  effects: Pick<BatchEffects, 'effects' | 'unsaid'>;
  churns: (LearnedChurn & { name: string | undefined })[];
  before?: Pick<LearnedView, 'churns' | 'effects'>;
  vessels: (Learned & { id: string; name: string })[];
  separators: ({ id: string; name: string } & ReturnType<typeof learnedSeparator>)[];
  /** The batch whose cream the next is taken to be like. */
  last: { id: string; number: number } | undefined;
  next: NextBatch | undefined;
  newest: { id: string; number: number; day: string; out: boolean }[];
}

/** Where the fat of some days went, and what the same length before came to. ISO dates, g of fat. */
export interface PeriodTrailView extends HouseView {
  from: string;
  to: string;
  today: string;
  days: number;
  trail: PeriodSums & { lossFat: number; inButtermilk: number; upstream: FatUpstream | undefined };
  before: PeriodSums;
}

export interface PeriodSums {
  batches: number;
  fatIn: number;
  fatToButter: number;
  butterMass: number;
}

export interface LedgerView extends HouseView {
  /** The newest batches; `totals` are of every one. */
  rows: LedgerRow[];
  totals: Awaited<ReturnType<typeof batchTotals>>;
}

export type NoteShown = Omit<NoteFound, 'at'> & { atSeconds: number };

/** Longest search that is looked for, letters. */
const longestSearch = 120;

/** Notes with every word of a search in them, newest first; all of the newest where nothing is looked for. */
export const findNotes = (farmId: string, search: string): Promise<NoteShown[]> =>
  inFarm(farmId, async (scope) => {
    const words = search.slice(0, longestSearch).replaceAll('\0', '').split(/\s+/).filter(Boolean);
    const found = await notesWith(scope, words.length > 0 ? words : ['']);
    return found.map(({ at, ...note }) => ({ ...note, atSeconds: at.getTime() / 1000 }));
  });

export const ledgerView = (farmId: string, most = 200): Promise<LedgerView> =>
  inFarm(farmId, async (scope) => {
    const house = await houseViewOf(scope);
    const batches = await batchesOf(scope, most);
    return {
      ...house,
      totals: await batchTotals(scope),
      rows: batches.map(({ id, number, startedAt, facts, phase, breakMinutes, judged }) => ({
        id,
        number,
        day: localDate(startedAt, house.farm.timeZone),
        facts,
        phase,
        breakMinutes,
        judged,
      })),
    };
  });
