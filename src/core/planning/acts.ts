export const actKinds = [
  'discard',
  'cool',
  'goOn',
  'look',
  'chill',
  'skim',
  'churn',
  'eatFirst',
  'freeze',
  'takeOut',
  'use',
  'freshWater',
  'renew',
  'clean',
  'answer',
  'runOut',
  'ready',
] as const;
export type ActKind = (typeof actKinds)[number];

export interface Act {
  act: ActKind;
  lots: string[];
  /** What to do now and why, in one sentence. */
  says: string;
  /** Now, or better at a later visit. */
  now: boolean;
  /** Hours from now by which it has to be done; below zero it is late. */
  untilHours?: number;
  /** What is not yet due: hours from now when it will be. */
  inHours?: number;
  /** What waiting until the next visit is worth, g of fat: above zero it gains, below it costs. */
  waiting: { kind: 'fat' | 'safety' | 'freshness'; grams: number };
  /** Cream for the churn: what makes it due. */
  because?: 'due' | 'load' | 'ripe' | 'day';
  /** g to freeze or take out. */
  mass?: number;
  /** mm below the surface to set the ladle. */
  ladleDepth?: number;
}
