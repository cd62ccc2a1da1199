import type { TodayView } from '@/server/today/views';

/** Written so little ahead of the house's clock, a thing is of now: two devices differ by as much, s. */
const within = 120;

/**
 * The newest thing that was written at a time which is still to come, s since 1970: the house’s clock was set back since, or ran
 * ahead before. Undefined where there is none.
 */
export function stillToCome({
  lots,
  milkings,
  inProgress,
  nowSeconds,
}: Pick<TodayView, 'lots' | 'milkings' | 'inProgress' | 'nowSeconds'>): number | undefined {
  const newest = Math.max(
    ...lots.flatMap((lot) => [lot.madeSeconds, ...lot.events.map(({ atSeconds }) => atSeconds)]),
    ...milkings.map(({ atSeconds }) => atSeconds),
    ...inProgress.flatMap(({ events }) => events.map(({ atSeconds }) => atSeconds)),
    0,
  );
  return newest > nowSeconds + within ? newest : undefined;
}
