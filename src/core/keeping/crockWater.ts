import type { Waiting } from '../standing/judgeLot';
import { daysBetween } from './civilDate';

/** The water over butter in a crock is changed every three to five days (docs/handbook.md, keeping). */
export const waterFrom = 3;
export const waterUntil = 5;

/**
 * How old the water in the crock is, and whether it is to be changed.
 * @param since ISO date of the water
 * @param today the farm’s date
 */
export function crockWater(
  since: string,
  today: string,
): { days: number; says: string; waits: Waiting | undefined } {
  const days = Math.max(0, daysBetween(since, today));
  return {
    days,
    says: days === 0 ? 'water of today' : `water: day ${days} of ${waterUntil}`,
    waits: days < waterFrom ? undefined : { word: 'fresh water', tone: days >= waterUntil ? 'now' : 'soon' },
  };
}
