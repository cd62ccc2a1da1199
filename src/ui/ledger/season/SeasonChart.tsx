'use client';

import { Line } from 'react-chartjs-2';
import type { SeasonMonth } from '@/core/comparing/season';
import { calm, said, upright } from '../../chart/chart';
import type { Points } from '../../chart/chart';
import { useInk } from '../../chart/ink';
import { useSay } from '../../frame/FarmContext';
import styles from './Season.module.css';

/** px on the left for the scale’s own numbers: the rows below begin there too. */
export const scaleWidth = 46;
const celsiusAbove = 1;

/** The best temperature through the year: where it costs hardly more, the best by own batches, the book’s, and where it was churned. */
export function SeasonChart({ months, at }: { months: readonly SeasonMonth[]; at: number }) {
  const ink = useInk();
  const say = useSay();
  const degrees = (celsius: number) => (say.system === 'us' ? (celsius * 9) / 5 + 32 : celsius);
  const line = (of: (month: SeasonMonth) => number | undefined): Points =>
    months.map((one) => {
      const celsius = of(one);
      return { x: one.month, y: celsius === undefined ? null : degrees(celsius) };
    });
  const [from, to] = [line(({ own }) => own?.from), line(({ own }) => own?.to)];
  const own = line((one) => one.own?.celsius);
  const book = line((one) => one.book?.celsius);
  const was = line(({ churnedAt }) => churnedAt);
  const known = [from, to, own, book, was].flatMap((points) => points.flatMap(({ y }) => y ?? []));
  const [low, high] = known.length > 0 ? [Math.min(...known), Math.max(...known)] : [8, 18];
  const last = (points: Points) => points.findLast(({ y }) => y !== null);
  const first = (points: Points) => points.find(({ y }) => y !== null);
  const room = degrees(celsiusAbove) - degrees(0);
  const ownWords = first(own);
  const bookWords = last(book);
  return (
    <div className={styles.chart} aria-hidden data-picture>
      <Line
        key={JSON.stringify([ink, say.system, at, months])}
        data={{
          datasets: [
            { data: from, borderWidth: 0, tension: 0.35 },
            {
              data: to,
              borderWidth: 0,
              tension: 0.35,
              fill: '-1',
              backgroundColor: `color-mix(in srgb, ${ink.rim} 14%, transparent)`,
            },
            { data: book, borderColor: ink.quiet, borderWidth: 2.5, borderDash: [7, 6], tension: 0.35 },
            { data: own, borderColor: ink.rim, borderWidth: 4, tension: 0.35 },
            {
              data: was,
              showLine: false,
              pointRadius: months.map(({ month }) => (month === at ? 8 : 5.5)),
              pointStyle: 'rectRot',
              pointBackgroundColor: ink.fat,
              pointBorderColor: ink['fat-edge'],
              pointBorderWidth: 2,
            },
          ],
        }}
        plugins={[
          upright('month', at, ink.rim, [2, 6]),
          said('season-words', [
            ...(ownWords
              ? [{ text: 'best, by your batches', colour: ink.rim, x: ownWords.x, y: ownWords.y! + 0.9 * room, axis: 'y', under: book.concat(own).flatMap(({ x, y }) => (y === null ? [] : [{ x, y: y - 0.1 * room }])) }]
              : []),
            ...(bookWords
              ? [{ text: 'by the book', colour: ink.quiet, x: bookWords.x - 0.15, y: bookWords.y! + 0.7 * room, axis: 'y', align: 'right' as const }]
              : []),
          ]),
        ]}
        options={{
          ...calm(ink),
          // As wide as the rows below, month over month.
          layout: { autoPadding: false, padding: { top: 8, bottom: 4 } },
          scales: {
            x: { type: 'linear', min: 0.5, max: 12.5, display: false },
            y: {
              min: Math.floor(low - room),
              max: Math.ceil(high + room),
              afterFit: (scale) => {
                scale.width = scaleWidth;
              },
              border: { display: false },
              grid: { color: ink['pewter-faint'] },
              ticks: {
                color: ink.quiet,
                maxTicksLimit: 6,
                callback: (value) => `${value}°`,
              },
            },
          },
        }}
      />
    </div>
  );
} // prettier-ignore
