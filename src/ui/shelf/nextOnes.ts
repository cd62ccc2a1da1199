import { leanestChurnable } from '@/core/dairy/creamFat';
import { proposeChurning } from '@/core/planning/proposeChurning';
import type { PlanView } from '@/server/churning/views';
import type { LotNow } from '../standing/lotNow';

/** mL of a churn nobody has named yet. */
const anyChurn = 4000;

/** mL of the churn that is used next, as far as anyone can tell: the last one's. */
export const nextCapacity = ({ vessels, last }: Pick<PlanView, 'vessels' | 'last'>): number =>
  vessels.find(({ id }) => id === last?.vesselId)?.capacity ??
  last?.capacity ??
  vessels.find(({ kind }) => kind === 'churn')?.capacity ??
  anyChurn;

/** Which cream makes the next churning, and why the rest is left. */
export const nextOnes = (creams: readonly LotNow[], capacity: number): ReturnType<typeof proposeChurning> =>
  proposeChurning(
    creams.map(({ lot, story, volume, ageHours, judged }) => ({
      id: lot.id,
      volume,
      ageHours,
      ripened: story?.soured ?? lot.ripened,
      souring: story?.souring !== undefined,
      frozen: story?.frozen !== undefined,
      blocked: lot.blockedReason !== null,
      mayNot: judged.mayNot.churn,
      keptApart: lot.details.cut === 'top',
    })),
    capacity,
  );

/** Fat of creams that are churned together, mass fraction. */
export function pooledFat(lots: readonly LotNow[]): number {
  const mass = lots.reduce((sum, { lot }) => sum + lot.mass, 0);
  return mass > 0 ? lots.reduce((sum, { lot }) => sum + lot.fat, 0) / mass : 0;
}

/** Nothing speaks against churning it: it is safe, for people, and cream. Thin cream has its way to the churn like any other. */
export const churnable = (lots: readonly LotNow[]): boolean =>
  lots.every(({ judged }) => judged.mayNot.churn === undefined) && pooledFat(lots) >= leanestChurnable;
