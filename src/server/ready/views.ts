import type { Foreseen } from '@/core/planning/wishSaid';
import type { OwnFinish } from '@/core/planning/ownTimes';
import type { ReadyInput, ReadyPlan } from '@/core/planning/readyBy';
import type { HouseView } from '../house/views';

/** Butter that is wanted, as screens get it. */
export interface WishShown {
  id: string;
  mass: number;
  soured: boolean;
  salt: number;
  readyAtSeconds: number;
  occasion: string | null;
  vesselId: string | null;
  buys: boolean;
  /** What was foreseen when it was put on the thread. */
  foreseen: Foreseen;
  /** The batch it is made in, and when that was packed, with how much. */
  batch?: { id: string; number: number; packedAtSeconds?: number; butter?: number } | undefined;
}

/** A wish with its plan as everything stands now; minutes of the plan count from `atSeconds`. */
export interface WishPlanned {
  wish: WishShown;
  atSeconds: number;
  /** Nothing where it is made, or its time is past. */
  plan?: ReadyPlan | undefined;
}

export interface ReadyView extends HouseView {
  /** The moment that minutes count from. */
  atSeconds: number;
  /** For the wish that is looked at, or a new one: what the others take is taken. */
  input: ReadyInput;
  wishes: WishPlanned[];
  /** The wish that is looked at. */
  chosen: string | null;
  people: string[];
  /** There is milk of one’s own. */
  hasMilk: boolean;
  finish: OwnFinish;
  /** g a week that are eaten, for the first guess of how much is wanted. */
  eaten: number | null;
  /** As last time. */
  usual: { soured: boolean; salt: number };
}
