import { leanestChurnable } from '@/core/dairy/creamFat';
import { proposeChurning, restingCream } from '@/core/planning/proposeChurning';
import type { LotNow } from '../standing/lotNow';

/** Which cream makes the next churning, and why the rest is left. */
export const nextOnes = (creams: readonly LotNow[], capacity: number): ReturnType<typeof proposeChurning> =>
  proposeChurning(creams.map(restingCream), capacity);

/** Fat of creams that are churned together, mass fraction. */
export function pooledFat(lots: readonly LotNow[]): number {
  const mass = lots.reduce((sum, { lot }) => sum + lot.mass, 0);
  return mass > 0 ? lots.reduce((sum, { lot }) => sum + lot.fat, 0) / mass : 0;
}

/** Nothing speaks against churning it: it is safe, for people, and cream. Thin cream has its way to the churn like any other. */
export const churnable = (lots: readonly LotNow[]): boolean =>
  lots.every(({ judged }) => judged.mayNot.churn === undefined) && pooledFat(lots) >= leanestChurnable;
