'use client';

import { Line } from 'react-chartjs-2';
import { useMemo } from 'react';
import { calm, said, upright } from '../chart/chart';
import { useInk } from '../chart/ink';
import { useSay } from '../frame/FarmContext';
import styles from './SkimGauge.module.css';

/** The chart goes at least so deep, mm. */
const leastShown = 60;

/** Butter left in the skim in a week, by how deep the ladle goes. What it says at the ladle stands beside it in words. */
export function SkimChart({
  points,
  at,
  left,
  before,
}: {
  /** Depth, mm, and g of butter a week. */
  points: readonly { depth: number; left: number }[];
  at: number;
  /** g of butter a week it leaves there. */
  left: number;
  /** Where it stopped last time, mm. */
  before: number | undefined;
}) {
  const ink = useInk();
  const say = useSay();
  const us = say.system !== 'metric';
  const long = (mm: number) => (us ? mm / 25.4 : mm);
  const heavy = (grams: number) => (us ? grams / 28.349523125 : grams);
  const data = useMemo(
    () =>
      points.map(({ depth, left }) => ({ x: us ? depth / 25.4 : depth, y: us ? left / 28.349523125 : left })),
    [points, us],
  );
  if (points.length === 0) return null;
  // Deep under the cream there is nothing to choose.
  const last = long(Math.min(points.at(-1)!.depth, Math.max(leastShown, 2.5 * at)));
  // What it leaves is said beside both lines, not across the other.
  const beside = before !== undefined && before > at && long(before - at) < 0.16 * last ? before : at;
  return (
    <div className={styles.chart} aria-hidden>
      <Line
        key={JSON.stringify([ink, at, before, us])}
        data={{ datasets: [{ data, borderColor: ink['fat-edge'] }] }}
        plugins={[
          ...(before === undefined ? [] : [upright('before', long(before), ink.quiet, [3, 5])]),
          upright('at', long(at), ink.rim),
          said('here', [
            {
              text: `${say.about(left)} here`,
              colour: ink.rim,
              x: long(at) > last * 0.7 ? long(at) - last * 0.015 : long(beside) + last * 0.015,
              y: heavy(left) + heavy(points[0]!.left) * 0.16,
              axis: 'y',
              align: long(at) > last * 0.7 ? 'right' : 'left',
            },
          ]),
        ]}
        options={{
          ...calm(ink),
          scales: {
            x: {
              type: 'linear',
              min: 0,
              max: last,
              border: { color: ink.pewter },
              grid: { display: false },
              ticks: {
                color: ink.quiet,
                maxTicksLimit: 8,
                includeBounds: false,
                callback: (value) => `${value} ${us ? 'in' : 'mm'}`,
              },
            },
            y: {
              type: 'linear',
              min: 0,
              border: { display: false },
              grid: { color: ink['pewter-faint'] },
              ticks: {
                color: ink.quiet,
                maxTicksLimit: 4,
                callback: (value) => `${value} ${us ? 'oz' : 'g'}`,
              },
            },
          },
        }}
      />
    </div>
  );
}
