'use client';

import Slider from '@mui/material/Slider';
import { Line } from 'react-chartjs-2';
import type { AcrossTemperatures, AtTemperature } from '@/core/churning/acrossTemperatures';
import { atTemperature, coldest, warmest } from '@/core/churning/acrossTemperatures';
import type { Foreseen } from '@/core/churning/foresee';
import { spokenFraction, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import { band, calm, said, upright } from '../../chart/chart';
import { useInk } from '../../chart/ink';
import { useSay } from '../../frame/FarmContext';
import { Unseen } from '../../theme/Enamel';
import styles from './TemperatureChart.module.css';

/** What the scales may reach to, minutes and shares of the fat: the first that has the best temperature well inside. */
const minuteScales = [30, 60, 120, 240, 480, 960] as const;
const lossScales = [0.1, 0.2, 0.4, 1] as const;
const inside = (scales: readonly number[], least: number) =>
  scales.find((most) => least <= 0.5 * most) ?? scales.at(-1)!;
/** px on either side, for the scales’ own numbers; the thermometer below is as wide as what lies between. */
const aside = 46;

const keepAside = (scale: { width: number }) => {
  scale.width = aside;
};

/** Minutes to the break and fat lost over the cream’s temperature, with a thermometer to slide along it. */
export function TemperatureChart({
  across,
  now,
  foreseen,
  looked,
  onLook,
}: {
  across: AcrossTemperatures;
  /** °C it has. */
  now: number;
  /** What is foreseen of it as it is: here the chart says the same, word for word. */
  foreseen: Pick<Foreseen, 'outcome' | 'breakMinutes' | 'fatLost'>;
  /** °C looked at. */
  looked: number;
  onLook: (celsius: number) => void;
}) {
  const ink = useInk();
  const say = useSay();
  const us = say.system === 'us';
  const shown = (celsius: number) => (us ? celsius * 1.8 + 32 : celsius);
  const meant = (degrees: number) => (us ? (degrees - 32) / 1.8 : degrees);
  const [from, to] = us ? [40, 71] : [coldest, warmest];
  const ticks = us ? [40, 45, 50, 55, 60, 65, 70] : [4, 6, 8, 10, 12, 14, 16, 18, 20, 22];
  const breaking = across.points.filter(({ breakMinutes }) => breakMinutes !== undefined);
  const [first, last] = [breaking[0], breaking.at(-1)];
  const mostMinutes = inside(minuteScales, Math.min(...breaking.map(({ breakMinutes }) => breakMinutes!)));
  const mostLost = inside(lossScales, Math.min(...breaking.map(({ fatLost }) => fatLost)));
  const asItIs = Math.abs(looked - now) <= 0.2;
  const sayAt = (celsius: number) => {
    const there: Pick<AtTemperature, 'outcome' | 'breakMinutes' | 'fatLost'> =
      Math.abs(celsius - now) <= 0.2
        ? {
            outcome: foreseen.outcome,
            breakMinutes: foreseen.breakMinutes?.mid,
            fatLost: foreseen.fatLost.mid,
          }
        : atTemperature(across, celsius);
    if (there.outcome === 'oils') return 'it oils and will not grain';
    if (there.breakMinutes === undefined) return 'it whips, and hardly breaks';
    return `about ${text(spokenMinutes(there.breakMinutes))}, and ${text(spokenFraction(there.fatLost))} of its fat lost`;
  };
  return (
    <figure className={styles.figure} aria-label="What another temperature would do">
      <div className={styles.chart} aria-hidden>
        <Line
          data={{
            datasets: [
              {
                yAxisID: 'y',
                borderColor: ink.time,
                data: across.points.map(({ celsius, breakMinutes }) => ({
                  x: celsius,
                  y: breakMinutes === undefined ? null : Math.min(mostMinutes, breakMinutes),
                })) as { x: number; y: number }[],
              },
              {
                yAxisID: 'lost',
                borderColor: ink['fat-edge'],
                borderDash: [2, 7],
                data: across.points.map(({ celsius, fatLost, breakMinutes }) => ({
                  x: celsius,
                  y: breakMinutes === undefined ? null : Math.min(mostLost, fatLost) * 100,
                })) as { x: number; y: number }[],
              },
            ],
          }}
          plugins={[
            band('good', across.good, ink.time),
            ...(!asItIs ? [upright('now', now, ink.quiet, [3, 5])] : []),
            upright('looked', looked, ink.heat),
            said('lines', [
              ...(first
                ? [
                    {
                      text: 'minutes to the break',
                      colour: ink.time,
                      x: first.celsius + 0.3,
                      y: 0,
                      under: breaking.map(({ celsius, breakMinutes }) => ({
                        x: celsius,
                        y: Math.min(mostMinutes, breakMinutes!),
                      })),
                      axis: 'y',
                    },
                  ]
                : []),
              ...(last
                ? [
                    {
                      text: 'fat lost',
                      colour: ink['fat-edge'],
                      x: last.celsius - 0.7,
                      y: Math.min(mostLost, last.fatLost) * 100 + 0.6,
                      axis: 'lost',
                      align: 'right' as const,
                    },
                  ]
                : []),
            ]),
          ]}
          // What its own plugins draw changes with what they are told: then it is another chart.
          key={JSON.stringify([ink, looked, now, across.good, first, last])}
          options={{
            ...calm(ink),
            layout: { padding: { top: 6, bottom: 2 } },
            scales: {
              x: { type: 'linear', min: meant(from), max: meant(to), display: false },
              y: {
                type: 'linear',
                min: 0,
                max: mostMinutes,
                afterFit: keepAside,
                border: { display: false },
                grid: { color: ink['pewter-faint'] },
                ticks: {
                  stepSize: mostMinutes / 3,
                  color: ink.time,
                },
              },
              lost: {
                type: 'linear',
                position: 'right',
                min: 0,
                max: mostLost * 100,
                afterFit: keepAside,
                border: { display: false },
                grid: { display: false },
                ticks: { stepSize: mostLost * 50, color: ink['fat-edge'], callback: (value) => `${value} %` },
              },
            },
          }}
        />
      </div>
      <div className={styles.thermometer} style={{ marginInline: aside }}>
        <Slider
          aria-label="Cream at another temperature"
          min={from}
          max={to}
          step={us ? 1 : 0.5}
          value={shown(looked)}
          onChange={(_, value) => onLook(meant(value))}
          getAriaValueText={(value) => `${say.temperature(meant(value))}: ${sayAt(meant(value))}`}
          track={false}
          marks={ticks.map((value) => ({ value, label: `${value}°` }))}
          sx={{
            height: 6,
            py: 2,
            color: 'var(--heat)',
            '& .MuiSlider-rail': { opacity: 1, background: 'var(--pewter-faint)' },
            '& .MuiSlider-thumb': {
              width: 30,
              height: 30,
              background: 'var(--enamel)',
              border: '4px solid var(--heat)',
            },
            '& .MuiSlider-mark': { background: 'var(--pewter)', height: 8, width: 1.5 },
            '& .MuiSlider-markLabel': { color: 'var(--quiet)', fontSize: '0.92rem', top: 36 },
          }}
        />
      </div>
      <figcaption className={styles.said} aria-live="polite">
        <strong>{say.temperature(us ? meant(Math.round(shown(looked))) : Math.round(looked * 2) / 2)}</strong>
        {asItIs ? ' as it is: ' : ': '}
        {sayAt(looked)}
        {across.best && (
          <>
            <br />
            Best about {say.temperature(across.best.celsius)}
            {across.best.warmer === undefined || across.best.warmer < 1
              ? ': warmer, it comes out soft to work'
              : `: ${us ? '2 °F' : 'a degree'} warmer costs ${say.mass((us ? 10 / 9 : 1) * across.best.warmer)} of butter, time and all`}
            .
          </>
        )}
      </figcaption>
      <Unseen as="div">
        <table>
          <caption>By the cream’s temperature</caption>
          <thead>
            <tr>
              <th scope="col">Cream at</th>
              <th scope="col">What it does</th>
            </tr>
          </thead>
          <tbody>
            {across.points
              .filter((_, i) => i % 2 === 0)
              .map(({ celsius }) => (
                <tr key={celsius}>
                  <th scope="row">{say.temperature(celsius)}</th>
                  <td>{sayAt(celsius)}</td>
                </tr>
              ))}
          </tbody>
        </table>
      </Unseen>
    </figure>
  );
}
