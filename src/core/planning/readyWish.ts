import type { Busy } from './houseHours';
import type { ChosenCream, MilkToSkim, StandingCream } from './readyCream';
import type { InHandNow, ReadyFarm, ReadyStepKey, WarmBy } from './readyPieces';

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
  /** Cream that is left out because it would be past its best by then, by name. */
  past: string[];
  loads: number;
}

/** Another wish that would work, or would take less time. */
export interface WayOut {
  kind: 'sweet' | 'sooner' | 'later' | 'eveningBefore' | 'less' | 'buy' | 'otherChurn';
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
