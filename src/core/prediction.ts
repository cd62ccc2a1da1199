import type { Caution } from './keeping/cautions';

/** Why a prediction is what it is. Reasons come in order of weight, each weight 0 … 1 of the whole. */
export interface Reason {
  says: string;
  weight: number;
}

/** What every predicting calculation says beside its figures. */
export interface Predicted {
  reasons: Reason[];
  cautions: Caution[];
}

/** Orders reasons by weight and scales the weights to add up to one; those that weigh nothing are left out. */
export function ranked(reasons: readonly Reason[]): Reason[] {
  const total = reasons.reduce((sum, { weight }) => sum + Math.abs(weight), 0);
  return reasons
    .map(({ says, weight }) => ({ says, weight: total > 0 ? Math.abs(weight) / total : 0 }))
    .filter(({ weight }) => weight >= 0.005)
    .sort((a, b) => b.weight - a.weight);
}
