import { priorPace } from './churnPace';
import type { ChurnPace } from './churnPace';
import type { CreamInChurn } from './creamInChurn';
import { bestAtPace } from './bestDegrees';
import { expectedButter } from './expectedButter';
import { churnInputOf } from './foresee';
import { foreseenPace, runAt } from './belief';

/** The churning of one load at one temperature. */
export interface AtTemperature {
  celsius: number;
  /** Minutes until it breaks; undefined when it does not. */
  breakMinutes: number | undefined;
  /** Share of the fat lost to buttermilk, wash and smears, 0 … 1; all but nothing is kept of what oils. */
  fatLost: number;
  outcome: 'breaks' | 'stuck' | 'oils';
}

export interface AcrossTemperatures {
  points: AtTemperature[];
  /** °C from and to which it costs hardly more than at the best; undefined where it breaks well nowhere. */
  good: { from: number; to: number } | undefined;
  /** The best, °C, and what a degree warmer and colder cost, g of butter, minutes and all. */
  best: { celsius: number; warmer: number | undefined; colder: number | undefined } | undefined;
}

/** From and to which cream is churned at all, °C (docs/handbook.md, tempering). */
export const coldest = 4;
export const warmest = 22;
/**
 * What warmer or colder cream would do in the same churn: minutes to the break and share of fat lost, degree by degree, by
 * the model's middle pace (docs/models.md, churning), the best of them and the stretch that costs hardly more (`bestTemperature`).
 * @param step K between two points
 */
export function acrossTemperatures({
  cream,
  pace = priorPace,
  step = 1,
}: {
  cream: CreamInChurn;
  pace?: ChurnPace | undefined;
  step?: number;
}): AcrossTemperatures {
  const input = churnInputOf(cream);
  const logPaceAt = (celsius: number) => foreseenPace({ ...input, temperature: celsius }, pace);
  const count = Math.round((warmest - coldest) / step) + 1;
  const points = Array.from({ length: count }, (_, i): AtTemperature => {
    const celsius = coldest + i * step;
    const run = runAt({ ...input, temperature: celsius }, logPaceAt(celsius));
    return {
      celsius,
      breakMinutes: run.breakSeconds === undefined ? undefined : run.breakSeconds / 60,
      fatLost: run.outcome === 'oils' ? 1 : 1 - expectedButter(cream, run.buttermilkFat).churnEfficiency,
      outcome: run.outcome,
    };
  });
  const { celsius, good, degrees } = bestAtPace(input, pace);
  const costs = (at: number) => degrees.find((one) => one.celsius === at && one.minutes !== undefined)?.costs;
  return {
    points,
    good,
    best:
      celsius === undefined ? undefined : { celsius, warmer: costs(celsius + 1), colder: costs(celsius - 1) },
  };
}

/** What it would do at a temperature between two points, °C; the nearer end outside of them. */
export function atTemperature({ points }: AcrossTemperatures, celsius: number): AtTemperature {
  const above = points.findIndex((point) => point.celsius >= celsius);
  const [low, high] =
    above === -1 ? [points.at(-1)!, points.at(-1)!] : [points[Math.max(0, above - 1)]!, points[above]!];
  const share =
    high.celsius > low.celsius
      ? Math.min(1, Math.max(0, (celsius - low.celsius) / (high.celsius - low.celsius)))
      : 0;
  const nearer = share < 0.5 ? low : high;
  if (low.outcome !== 'breaks' || high.outcome !== 'breaks') return { ...nearer, celsius };
  const between = (a: number, b: number) => a + share * (b - a);
  return {
    celsius,
    breakMinutes: between(low.breakMinutes!, high.breakMinutes!),
    fatLost: between(low.fatLost, high.fatLost),
    outcome: 'breaks',
  };
}
