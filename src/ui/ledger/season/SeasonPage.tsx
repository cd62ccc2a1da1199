'use client';

import Slider from '@mui/material/Slider';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useState } from 'react';
import type { Season, SeasonMonth } from '@/core/comparing/season';
import { counted } from '@/core/quantities/counted';
import { decimal, spokenDegrees, spokenTemperature, text } from '@/core/quantities/formatQuantity';
import type { SeasonView } from '@/server/ledger/views';
import { Door, Doors } from '../../board/Door';
import { useSay } from '../../frame/FarmContext';
import { useNewDay } from '../../frame/useNewDay';
import { Quiet } from '../../theme/Enamel';
import { Headline } from '../../theme/Headline';
import { Press, PressLink } from '../../theme/Press';
import { measures } from '../money/moneyWords';
import { causeSays, monthName, monthSays, seasonSays } from './seasonWords';
import { useSeason } from './useSeason';
import styles from './Season.module.css';

const SeasonChart = dynamic(() => import('./SeasonChart').then((part) => part.SeasonChart), {
  ssr: false,
  loading: () => <div className={styles.chart} />,
});

/** The year by its months: at what temperature it churns best, what a litre gives, how yellow it comes out, and what explains it. */
export function SeasonPage({ view }: { view: SeasonView }) {
  const say = useSay();
  useNewDay(view);
  const { input } = view;
  const { season, failed, again } = useSeason(input);
  const [at, look] = useState(input.thisMonth);
  if (!season)
    return (
      <article className={styles.page}>
        <Headline>{failed ? 'The season could not be worked out.' : 'Working out the season…'}</Headline>
        {failed ? <Press onClick={again}>Try again</Press> : <p role="status" className={styles.chart} />}
      </article>
    );
  const { months } = season;
  const month = months[at - 1]!;
  return (
    <article className={styles.page}>
      <div className={styles.head}>
        <Headline>{seasonSays(season, input.thisMonth, say)}</Headline>
        <PressLink look="main" href="/churn/new">
          Plan a churning
        </PressLink>
      </div>
      <figure className={styles.figure} aria-label="The year by its months">
        <span className={styles.name} aria-hidden>
          Best temperature, {spokenTemperature(10, say.system).unit}: the line; shaded where it costs hardly more; where you churned,
          squares
        </span>
        <SeasonChart months={months} at={at} />
        <Given months={months} at={at} of={input.yieldOf} />
        <Colours months={months} at={at} />
        <Months at={at} look={look} />
      </figure>
      <p className={styles.said} aria-live="polite">
        <strong>
          {monthName(at, say.system)}, {month.batches === 0 ? 'no batch yet' : counted(month.batches, 'batch', 'batches')}.
        </strong>{' '}
        {monthSays(month, input.yieldOf, say).join(' ')}
      </p>
      <section aria-label="What feed and calving explain">
        <h2>What feed and calving explain</h2>
        <ul className={styles.causes}>
          {season.causes.map((cause) => (
            <li key={`${cause.outcome} ${cause.reason}`} data-clear={cause.clear || undefined}>
              {causeSays(cause, input.yieldOf, say.system)}
            </li>
          ))}
        </ul>
      </section>
      <Doors>
        <Door name="As a table" value="month by month" group="season">
          <Table months={months} of={input.yieldOf} />
        </Door>
        <Door name="Why" value="what it is worked out from" group="season">
          <Why view={view} season={season} />
        </Door>
      </Doors>
      <p className={styles.ways}>
        <Link href="/ledger/trends">From batch to batch</Link>
        {' · '}
        <Link href="/ledger/learned">What it has learned of your dairy</Link>
        {' · '}
        <Link href="/ledger/milk">Milk, day by day</Link>
      </p>
    </article>
  );
} // prettier-ignore

/** What a litre gave, as bars with their doubt; a stroke where the book has it. */
function Given({ months, at, of }: { months: readonly SeasonMonth[]; at: number; of: 'milk' | 'cream' }) {
  const say = useSay();
  const { liquid, litres } = measures[say.system];
  const most = Math.max(...months.flatMap(({ given, bookGiven }) => [given?.high ?? 0, bookGiven]));
  const high = (value: number) => `${(100 * value) / most}%`;
  return (
    <div className={styles.row} aria-hidden>
      <span className={styles.name}>
        Butter of a {liquid} of {of}: the bar yours, the stroke the book’s
      </span>
      <div className={styles.bars}>
        {months.map(({ month, given, bookGiven }) => (
          <span key={month} data-at={month === at || undefined}>
            {given && (
              <>
                <i style={{ height: high(given.mid) }} />
                <b>{decimal(spokenGrams(given.mid * litres, say.system), say.system === 'metric' ? 0 : 1)}</b>
              </>
            )}
            <u style={{ bottom: high(bookGiven) }} />
          </span>
        ))}
      </div>
    </div>
  );
}

/** g, or oz where people weigh in them. */
const spokenGrams = (grams: number, system: 'metric' | 'us' | 'imperial'): number =>
  system === 'metric' ? grams : grams / 28.349523125;

/** Colour as pats of butter, as deep as it was; the book’s as their frame. */
function Colours({ months, at }: { months: readonly SeasonMonth[]; at: number }) {
  return (
    <div className={styles.row} aria-hidden>
      <span className={styles.name}>Colour: the pat yours, its rim the book’s</span>
      <div className={styles.pats}>
        {months.map(({ month, colour, bookColour }) => {
          const book = (bookColour[0] + bookColour[1]) / 2;
          return (
            <span key={month} data-at={month === at || undefined} style={{ background: tint(book) }}>
              <i data-none={colour === undefined || undefined} style={colour === undefined ? {} : { background: tint(colour) }}>
                {colour === undefined ? '' : decimal(colour, 1)}
              </i>
            </span>
          );
        })}
      </div>
    </div>
  );
} // prettier-ignore

/** From winter pale to spring grass, 1 … 6. */
const tint = (colour: number): string =>
  `color-mix(in srgb, var(--fat) ${Math.round(8 + 18.4 * (colour - 1))}%, var(--enamel))`;

/** Which month is looked at: by finger and by arrows. */
function Months({ at, look }: { at: number; look: (month: number) => void }) {
  const say = useSay();
  return (
    <div className={styles.months}>
      <div className={styles.letters} aria-hidden>
        {Array.from({ length: 12 }, (_, i) => (
          <span key={i} data-at={i + 1 === at || undefined} onClick={() => look(i + 1)}>
            <em>{monthName(i + 1, say.system, 'short')}</em>
            <em>{monthName(i + 1, say.system, 'narrow')}</em>
          </span>
        ))}
      </div>
      <Slider
        aria-label="Which month"
        className={styles.slider ?? ''}
        min={1}
        max={12}
        step={1}
        value={at}
        onChange={(_, value) => look(value as number)}
        getAriaValueText={(value) => monthName(value, say.system)}
        track={false}
        sx={{
          height: 6,
          py: 2,
          color: 'var(--rim)',
          '& .MuiSlider-rail': { opacity: 1, background: 'var(--pewter-faint)' },
          '& .MuiSlider-thumb': {
            width: 30,
            height: 30,
            background: 'var(--enamel)',
            border: '4px solid var(--rim)',
          },
        }}
      />
    </div>
  );
}

function Table({ months, of }: { months: readonly SeasonMonth[]; of: 'milk' | 'cream' }) {
  const say = useSay();
  const { liquid, litres } = measures[say.system];
  const degrees = (celsius: number | undefined) => (celsius === undefined ? '–' : say.temperature(Math.round(celsius * 2) / 2)); // prettier-ignore
  return (
    <div className={styles.scroll} tabIndex={0} role="region" aria-label="The year by its months, as a table">
      <table className={styles.table}>
        <thead>
          <tr>
            <th scope="col">Month</th>
            <th scope="col">Batches</th>
            <th scope="col">Best</th>
            <th scope="col">Book</th>
            <th scope="col">Churned at</th>
            <th scope="col">
              Of a {liquid} of {of}
            </th>
            <th scope="col">Book</th>
            <th scope="col">Colour</th>
          </tr>
        </thead>
        <tbody>
          {months.map(({ month, batches, own, book, churnedAt, given, bookGiven, colour }) => (
            <tr key={month}>
              <th scope="row">{monthName(month, say.system)}</th>
              <td>{batches}</td>
              <td>{degrees(own?.celsius)}</td>
              <td>{degrees(book?.celsius)}</td>
              <td>{degrees(churnedAt)}</td>
              <td>{given ? say.about(given.mid * litres) : '–'}</td>
              <td>{say.about(bookGiven * litres)}</td>
              <td>{colour === undefined ? '–' : decimal(colour, 1)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Why({ view, season }: { view: SeasonView; season: Season }) {
  const say = useSay();
  const { churn, last, calvings, input } = view;
  const within = season.months[input.thisMonth - 1]!.own?.within;
  return (
    <div className={styles.inside}>
      <Quiet>
        The best temperature is the plan’s own: the model run degree by degree for {last ? <>cream as in batch <Link href={`/ledger/${last.id}`}>{last.number}</Link></> : 'plain cream'} in {churn}, fat lost weighed against minutes.
        How hard the fat is in each month is learned from how long {counted(season.timed, 'batch', 'batches')} took against the model at their own temperature
        {within === undefined ? '.' : `; this month’s best is known within ${text(spokenDegrees(within, say.system))}, nine times in ten.`}
      </Quiet>
      <Quiet>
        The book: summer fat is churned at {say.temperatures(10, 12)} and winter fat at {say.temperatures(12, 15)}, so it is as much softer and harder; milk is a twentieth fatter in
        midwinter and as much leaner in midsummer (Heck et al., 2009); grass makes cow’s butter yellow, hay pale.
      </Quiet>
      <Quiet>
        What feed and calving explain is told of both at once, so that neither is praised for the other’s work; in brackets nine times in ten. What cows ate is what was said when
        butter was tasted.{' '}
        {calvings > 0 && 'Of milk from before the calving that is written down, the one before it is taken to have been a year earlier.'}
      </Quiet>
    </div>
  );
} // prettier-ignore
