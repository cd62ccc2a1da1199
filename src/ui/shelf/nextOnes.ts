import { leanestChurnable } from '@/core/dairy/creamFat';
import { proposeChurning } from '@/core/planning/proposeChurning';
import type { PlanView } from '@/server/churning/views';
import type { LotNow } from '../standing/useStory';

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
    creams.map(({ lot, story, volume, ageHours }) => ({
      id: lot.id,
      volume,
      ageHours,
      raw: lot.treatment === 'raw',
      ripened: story?.soured ?? lot.ripened,
      souring: story?.souring !== undefined,
      frozen: story?.frozen !== undefined,
      blocked: lot.blockedReason !== null,
      keptApart: lot.details.cut === 'top',
    })),
    capacity,
  );

/** Fat of creams that are churned together, mass fraction. */
export function pooledFat(lots: readonly LotNow[]): number {
  const mass = lots.reduce((sum, { lot }) => sum + lot.mass, 0);
  return mass > 0 ? lots.reduce((sum, { lot }) => sum + lot.fat, 0) / mass : 0;
}

/** Rich enough to break, and for people. */
export const churnable = (lots: readonly LotNow[]): boolean =>
  lots.every(({ lot }) => lot.blockedReason === null) && pooledFat(lots) >= leanestChurnable;
