'use client';

import Slider from '@mui/material/Slider';
import { Line } from 'react-chartjs-2';
import type { Trend, TrendPoint } from '@/core/comparing/trends';
import { calm, level, upright } from '../../chart/chart';
import { useInk } from '../../chart/ink';
import { useSay } from '../../frame/FarmContext';
import type { TrendWords } from './trendWords';
import styles from './Trends.module.css';

/** px on either side, for the scale’s own numbers; the slider below is as wide as what lies between. */
const aside = { left: 58, right: 14 } as const;
/** Air over and under the points, share of what they reach over. */
const air = 0.12;

/** Points along time in their usual range, with a slider that goes from one to the next. */
export function TrendChart({
  points,
  limits,
  words,
  strange,
  at,
  onLook,
  nameOf,
  foreseen = [],
  faint,
}: {
  points: readonly TrendPoint[];
  limits: Trend['limits'];
  words: TrendWords;
  /** Those that left the range, by id, and how. */
  strange: ReadonlyMap<string, Trend['unusual'][number]['why']>;
  /** Which is looked at. */
  at: number;
  onLook: (at: number) => void;
  nameOf: (point: TrendPoint) => string;
  /** What was to be expected along the way, as a line. */
  foreseen?: readonly { atSeconds: number; value: number }[];
  /** Those that are reckoned, not measured, by id. */
  faint?: ReadonlySet<string>;
}) {
  const ink = useInk();
  const say = useSay();
  const { of, unit } = words.axis;
  const data = points.map(({ atSeconds, value }) => ({ x: atSeconds, y: of(value) }));
  const line = foreseen.map(({ atSeconds, value }) => ({ x: atSeconds, y: of(value) }));
  const reach = [
    ...data.map(({ y }) => y),
    ...line.map(({ y }) => y),
    ...(limits.enough ? [of(limits.low), of(limits.high)] : []),
  ];
  const [low, high] = [Math.min(...reach), Math.max(...reach)];
  const room = Math.max(0.5, (high - low) * air);
  const [from, to] = [data[0]!.x, data.at(-1)!.x];
  const beside = Math.max(43_200, (to - from) * 0.02);
  const seen = (i: number) => i === at;
  const odd = points.map(({ id }) => strange.has(id) && strange.get(id) !== 'run');
  const inRun = points.map(({ id }) => strange.get(id) === 'run');
  const years = to - from > 300 * 86_400;
  const month = new Intl.DateTimeFormat(say.system === 'us' ? 'en-US' : 'en-GB', {
    month: 'short',
    ...(years ? {} : { day: 'numeric' }),
    timeZone: say.timeZone,
  });
  const year = new Intl.DateTimeFormat('en-GB', { year: '2-digit', timeZone: say.timeZone });
  // “Oct 25” would be a day.
  const monthOf = (at: Date) => (years ? `${month.format(at)} ’${year.format(at)}` : month.format(at));
  return (
    <figure className={styles.figure} aria-label={`${words.name} from one to the next`}>
      <div className={styles.chart} aria-hidden>
        <Line
          // What its own plugins draw changes with what they are told: then it is another chart.
          key={JSON.stringify([ink, at, words.name, points.length, line.length, say.system])}
          data={{
            datasets: [
              {
                data,
                borderColor: ink['pewter-faint'],
                borderWidth: 1.5,
                pointRadius: points.map((_, i) => (seen(i) ? 9 : odd[i] ? 6.5 : 4)),
                pointStyle: odd.map((one) => (one ? 'triangle' : 'circle')),
                pointBorderWidth: points.map((_, i) => (seen(i) ? 3.5 : 1.5)),
                pointBorderColor: points.map((_, i) =>
                  seen(i) ? ink.rim : odd[i] || inRun[i] ? ink.heat : ink['fat-edge'],
                ),
                pointBackgroundColor: points.map(({ id }, i) =>
                  odd[i] ? ink.heat : faint?.has(id) ? ink.enamel : ink.fat,
                ),
              },
              ...(line.length > 0
                ? [
                    {
                      data: line,
                      borderColor: ink.time,
                      borderWidth: 2.5,
                      borderDash: [7, 5],
                      pointRadius: 0,
                    },
                  ]
                : []),
            ],
          }}
          plugins={[
            ...(limits.enough
              ? [level('usual', { from: of(limits.low), to: of(limits.high) }, of(limits.centre), ink.time)]
              : []),
            upright('at', points[at]!.atSeconds, ink.rim, [2, 6]),
          ]}
          options={{
            ...calm(ink),
            events: ['click'],
            onClick: ({ x }, _, chart) => {
              const there = chart.scales.x!.getValueForPixel(x ?? 0) ?? 0;
              onLook(nearest(points, there));
            },
            layout: { padding: { top: 8, right: aside.right } },
            scales: {
              x: {
                type: 'linear',
                min: from - beside,
                max: to + beside,
                border: { color: ink.pewter },
                grid: { display: false },
                ticks: {
                  color: ink.quiet,
                  maxTicksLimit: 7,
                  maxRotation: 0,
                  includeBounds: false,
                  callback: (value) => monthOf(new Date(Number(value) * 1000)),
                },
              },
              y: {
                type: 'linear',
                min: low - room,
                max: high + room,
                afterFit: (scale) => {
                  scale.width = aside.left;
                },
                border: { display: false },
                grid: { color: ink['pewter-faint'] },
                ticks: {
                  color: ink.quiet,
                  maxTicksLimit: 6,
                  includeBounds: false,
                  callback: (value) => `${Number(Number(value).toFixed(2))}${unit}`.replace('-', '−'),
                },
              },
            },
          }}
        />
      </div>
      <div style={{ marginLeft: aside.left, marginRight: aside.right }}>
        <Slider
          aria-label="Which of them"
          min={from - beside}
          max={to + beside}
          // From one to the next, each where it stands above.
          step={null}
          marks={points.map(({ atSeconds }) => ({ value: atSeconds }))}
          value={points[at]!.atSeconds}
          onChange={(_, value) => onLook(nearest(points, value))}
          getAriaValueText={(value) => {
            const point = points[nearest(points, value)]!;
            return `${nameOf(point)}: ${words.say(point.value)}`;
          }}
          track={false}
          disabled={points.length < 2}
          sx={{
            height: 6,
            py: 2,
            color: 'var(--rim)',
            '& .MuiSlider-rail': { opacity: 1, background: 'var(--pewter-faint)' },
            '& .MuiSlider-mark': { display: 'none' },
            '& .MuiSlider-thumb': {
              width: 30,
              height: 30,
              background: 'var(--enamel)',
              border: '4px solid var(--rim)',
            },
          }}
        />
      </div>
    </figure>
  );
}

function nearest(points: readonly TrendPoint[], atSeconds: number): number {
  let best = 0;
  points.forEach((point, i) => {
    if (Math.abs(point.atSeconds - atSeconds) < Math.abs(points[best]!.atSeconds - atSeconds)) best = i;
  });
  return best;
}
