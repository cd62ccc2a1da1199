'use client';

import { Line } from 'react-chartjs-2';
import { weekOn } from '@/core/planning/yearAhead';
import type { YearAhead } from '@/core/planning/yearAhead';
import { calm, said } from '../../chart/chart';
import { useInk } from '../../chart/ink';
import { useSay } from '../../frame/FarmContext';
import styles from './YearAhead.module.css';

/** Weeks in a month of the year. */
const aMonth = 52 / 12;
/** g of a kilogram, and of a pound. */
const per = { metric: 1000, us: 453.59237, imperial: 453.59237 } as const;

/** A year: what the herd’s milk makes in a month with its band, what lies in the freezer, what is eaten; today’s year behind one that is tried. */
export function YearChart({
  year,
  before,
  demand,
  today,
}: {
  year: YearAhead;
  /** The year as it is, where something is tried. */
  before: YearAhead | undefined;
  /** g a week. */
  demand: number;
  today: string;
}) {
  const ink = useInk();
  const say = useSay();
  const unit = per[say.system];
  const name = say.system === 'metric' ? 'kg' : 'lb';
  const x = (week: number) => Date.parse(`${weekOn(today, week)}T12:00:00Z`);
  const line = (of: (week: YearAhead['weeks'][number]) => number, from = year) =>
    from.weeks.map((week, i) => ({ x: x(i), y: of(week) / unit }));
  const mid = line(({ butter }) => aMonth * butter.mid);
  const bank = line(({ bank: one }) => one.mid);
  const eaten = (aMonth * demand) / unit;
  const most = Math.max(eaten, ...mid.map(({ y }) => y), ...bank.map(({ y }) => y), ...line(({ butter }) => aMonth * butter.high).map(({ y }) => y)); // prettier-ignore
  const month = new Intl.DateTimeFormat(say.system === 'us' ? 'en-US' : 'en-GB', { month: 'short', timeZone: 'UTC' });
  const fullest = bank.reduce((best, one) => (one.y > best.y ? one : best), bank[0]!);
  const richest = mid.reduce((best, one) => (one.y > best.y ? one : best), mid[0]!);
  const side = (at: number): CanvasTextAlign => (at > x(30) ? 'right' : 'left');
  return (
    <div className={styles.chart} aria-hidden data-picture>
      <Line
        key={JSON.stringify([ink, say.system, year.weeks[5], year.weeks[40], demand, before?.chance])}
        data={{
          datasets: [
            { data: line(({ butter }) => aMonth * butter.low), borderWidth: 0 },
            {
              data: line(({ butter }) => aMonth * butter.high),
              borderWidth: 0,
              fill: '-1',
              backgroundColor: `color-mix(in srgb, ${ink.fat} 35%, transparent)`,
            },
            { data: mid, borderColor: ink['fat-edge'], borderWidth: 3 },
            { data: bank, borderColor: ink.rim, borderWidth: 4 },
            ...(before
              ? [{ data: line(({ bank: one }) => one.mid, before), borderColor: ink.rim, borderWidth: 2, borderDash: [2, 6] }]
              : []),
            { data: mid.map((point) => ({ x: point.x, y: eaten })), borderColor: ink.ink, borderWidth: 2.5, borderDash: [8, 7] },
          ],
        }}
        plugins={[
          said('year-words', [
            { text: 'in the freezer', colour: ink.rim, x: fullest.x, y: fullest.y + 0.05 * most, axis: 'y', align: side(fullest.x) },
            { text: `butter from the herd, ${name} a month`, colour: ink['fat-edge'], x: richest.x, y: richest.y + 0.11 * most, axis: 'y', align: side(richest.x) },
            { text: 'what you eat', colour: ink.ink, x: x(51), y: eaten + 0.03 * most, axis: 'y', align: 'right' },
          ]),
        ]}
        options={{
          ...calm(ink),
          scales: {
            x: {
              type: 'linear',
              min: x(0),
              max: x(51),
              grid: { display: false },
              border: { color: ink['pewter-faint'] },
              afterBuildTicks: (axis) => {
                const every = axis.width < 460 ? 2 : 1;
                axis.ticks = monthStarts(axis.min, axis.max)
                  .filter((_, i) => i % every === 0)
                  .map((value) => ({ value }));
              },
              ticks: { color: ink.quiet, callback: (value) => month.format(new Date(Number(value))), autoSkip: false, maxRotation: 0 },
            },
            y: {
              min: 0,
              suggestedMax: 1.12 * most,
              grid: { color: ink['pewter-faint'] },
              border: { display: false },
              ticks: { color: ink.quiet, maxTicksLimit: 6 },
            },
          },
        }}
      />
    </div>
  );
} // prettier-ignore

/** The first days of the months between two moments, ms. */
function monthStarts(from: number, to: number): number[] {
  const starts: number[] = [];
  const at = new Date(from);
  for (let i = 1; i <= 13; i += 1) {
    const start = Date.UTC(at.getUTCFullYear(), at.getUTCMonth() + i, 1, 12);
    if (start <= to) starts.push(start);
  }
  return starts;
}
