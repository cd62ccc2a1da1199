import type { Churning } from '@/core/planning/yearAhead';
import type { YearAnimal } from '@/core/planning/yearHerd';
import type { BatchFacts } from '@/core/churning/batchEvents';
import type { ButterOfMilk } from '@/core/dairy/butterOfMilk';
import type { DayGiven, Lactation } from '@/core/dairy/milkGiven';
import type { FatUpstream } from '@/core/balancing/fatUpstream';
import type { Judgement } from '@/core/balancing/judgeBatch';
import type { BatchStory, Phase } from '@/core/churning/batchStory';
import type { MarkStage } from '@/core/churning/stages';
import type { BatchEffects } from '@/core/comparing/batchEffects';
import type { Learned, LearnedChurn, learnedSeparator, NextBatch } from '@/core/comparing/whatLearned';
import type { SeasonInput } from '@/core/comparing/season';
import type { TrendBatch, TrendSkim } from '@/core/comparing/trends';
import type { WhyPeriod } from '@/core/comparing/whyPeriod';
import type { Compared } from '@/core/comparing/whyLess';
import type { BatchSummary } from '@/data/churning/batches';
import { batchesOf, batchTotals } from '@/data/churning/batches';
import { inFarm } from '@/data/farmScope';
import type { Animal } from '@/data/house/house';
import type { MilkingRow } from '@/data/ledger/milkings';
import type { NoteFound } from '@/data/ledger/notes';
import { notesWith } from '@/data/ledger/notes';
import type { Future } from '@/data/house/futures';
import type { YearBooks } from '@/core/planning/yearMoney';
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
  maker: string | null;
}

/** One page of batches that were looked for, and how many there are of them. */
export interface FoundBatches {
  rows: LedgerRow[];
  total: number;
  /** Who churned any of the farm’s, by name. */
  makers: string[];
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
  /** Hours until cream is thick and tart with each culture of the house. */
  cultures: (Learned & { name: string; route: 'mesophilic' | 'yoghurt' | 'both' })[];
  /** The batch whose cream the next is taken to be like. */
  last: { id: string; number: number } | undefined;
  next: NextBatch | undefined;
  /** `out`: looked at without it; `leftOut`: somebody said that it teaches nothing. */
  newest: { id: string; number: number; day: string; out: boolean; leftOut: boolean }[];
}

/** Milk as it came in at one milking; mass in g, fat as a mass fraction. */
export interface MilkingShown {
  entryId: string;
  atSeconds: number;
  day: string;
  mass: number;
  fat: number;
  /** Ids, and names, of the animals. */
  whose: string[];
  names: string[];
  herd: boolean;
  celsius: number | null;
  /** It was put right since it was written. */
  corrected: boolean;
  lot: MilkingRow['lot'];
}

/** Milk through the year: of one animal since she calved, or of all; g and g of fat. */
export interface MilkBookView extends HouseView {
  today: string;
  of: string | null;
  animals: Animal[];
  /** Ids of those whose milk came in. */
  milked: string[];
  /** g of butter that a gram of the milk’s fat makes here. */
  butter: ButterOfMilk;
  days: (DayGiven & { inMilk: number | null; foreseen: number | null; foreseenFat: number | null })[];
  /** Fat that was tested, not taken from the breed. */
  tested: { id: string; atSeconds: number; fat: number }[];
  lactation: Lactation | null;
  /** Each animal over the last seven full days. */
  each: {
    id: string;
    name: string;
    inMilk: number | null;
    days: number;
    /** Milked by herself all that time. */
    alone: boolean;
    perDay: number;
    fat: number;
  }[];
  /** Newest first. */
  milkings: MilkingShown[];
  /** So many stand behind them. */
  more: number;
}

/** Where the fat of some days went, and what the same length before came to. ISO dates, g of fat. */
export interface PeriodTrailView extends HouseView {
  from: string;
  to: string;
  today: string;
  days: number;
  trail: PeriodSums & { lossFat: number; inButtermilk: number; upstream: FatUpstream | undefined };
  before: PeriodSums;
  /** Why a litre of milk made more or less than in those; undefined where they were not of the house's own milk. */
  why: WhyPeriod | undefined;
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
      rows: batches.map(({ id, number, startedAt, facts, phase, breakMinutes, judged, maker }) => ({
        id,
        number,
        day: localDate(startedAt, house.farm.timeZone),
        facts,
        phase,
        breakMinutes,
        judged,
        maker,
      })),
    };
  });

/** What a year of butter ahead is worked out from. Masses in g. */
/** The last year’s butter, for money. */
export interface MoneyView extends HouseView {
  /** ISO dates. */
  from: string;
  to: string;
  books: YearBooks;
}

/** A year by its months: what it is worked out from, beside the page. */
export interface SeasonView extends HouseView {
  input: SeasonInput;
  /** The churn that the temperatures are of, as it is spoken of. */
  churn: string;
  /** The newest batch that says how the cream usually is. */
  last: { id: string; number: number } | undefined;
  /** Calvings before the last are not written down: a year before it is taken. */
  calvings: number;
}

export interface YearView extends HouseView {
  today: string;
  /** Each with the peak that her own milkings showed. */
  animals: YearAnimal[];
  /** g of butter that came of a gram of the fat in all that was milked, and the batches that say so; none: as the book has it. */
  butterPerFat: number;
  batches: number;
  /** What its churn gets through; undefined where too few batches tell it. */
  churning: Churning | undefined;
  /** There is one in the house. */
  separator: boolean;
  /** g that are eaten beside that in each week ahead: with guests a year before, or wanted for an occasion. */
  feasts: number[];
  /** g a week that is eaten, by the books; undefined where they do not tell yet. */
  eaten: number | undefined;
  frozen: number;
  fresh: number;
  /** Years that were tried and kept under a name. */
  futures: Future[];
}
