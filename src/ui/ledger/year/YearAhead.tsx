'use client';

import Slider from '@mui/material/Slider';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useMemo } from 'react';
import type { Change, YearAhead as Year } from '@/core/planning/yearAhead';
import { percent } from '@/core/quantities/formatQuantity';
import type { YearView } from '@/server/ledger/views';
import { useSay } from '../../frame/FarmContext';
import { useDraft } from '../../frame/useDraft';
import { Door } from '../../board/Door';
import { Quiet } from '../../theme/Enamel';
import { Headline } from '../../theme/Headline';
import { Press } from '../../theme/Press';
import { HerdBands } from './HerdBands';
import { useYear } from './useYear';
import { putBySays, yearSays } from './yearWords';
import styles from './YearAhead.module.css';

const YearChart = dynamic(() => import('./YearChart').then((part) => part.YearChart), {
  ssr: false,
  loading: () => <div className={styles.chart} />,
});

/** What a household eats where its books do not tell yet, g a week (engineering estimate: two people who bake). */
const usuallyEaten = 350;
/** Ends of what is tried, g a week. */
const eats = { least: 50, most: 3000, step: 25 } as const;
const runs = 400;

/** What can be tried, by its chip. */
const tries = {
  calfOff: { says: 'the calf off now', change: { kind: 'calfOff' } },
  kerry: {
    says: 'another Kerry, calving in a month',
    change: { kind: 'another', breed: 'kerry', calvesInDays: 30 },
  },
  goat: { says: 'another goat, kidding in March', change: undefined },
  deeper: { says: 'skim deeper', change: { kind: 'deeper' } },
  buyCream: { says: 'buy cream in the two leanest months', change: { kind: 'buyCream' } },
} as const satisfies Record<string, { says: string; change: Change | undefined }>;
type Try = keyof typeof tries; // prettier-ignore

interface Draft {
  tried: Try[];
  /** g a week; undefined as by the books. */
  demand?: number | undefined;
}

/** The year ahead: how long the butter lasts, what to put by, the herd through it, and what would change it. */
export function YearAhead({ view }: { view: YearView }) {
  const say = useSay();
  const { today, animals, eaten, frozen, fresh, butterPerFat, farm } = view;
  const [draft, change] = useDraft<Draft>(`year:${farm.id}`, () => ({ tried: [] }));
  const usual = eaten ?? usuallyEaten;
  const demand = draft.demand ?? usual;
  const tried = draft.tried.filter((one) => one in tries);
  const base = useMemo(
    () => ({
      today,
      animals,
      butterPerFat,
      frozen,
      fresh,
      room: farm.freezerRoom ?? undefined,
      seed: 'the year',
      runs,
    }),
    [today, animals, butterPerFat, frozen, fresh, farm.freezerRoom],
  );
  const changes = tried.map((one) => changeOf(one, today));
  const other = tried.length > 0 || demand !== usual;
  const asItIs = useYear({ ...base, demand: usual, changes: [] });
  const instead = useYear(other ? { ...base, demand, changes } : undefined);
  const shown = other ? (instead.year ?? asItIs.year) : asItIs.year;
  const shares = animals.some(({ sharesWithCalf, milked }) => sharesWithCalf && milked);
  const offered = (Object.keys(tries) as Try[]).filter(
    (one) => (one !== 'calfOff' || shares) && (one !== 'deeper' || animals.length > 0),
  );
  const flip = (one: Try) =>
    change({ tried: tried.includes(one) ? tried.filter((each) => each !== one) : [...tried, one] });
  const has = { animals: shown?.herd.length ?? animals.length, frozen, fresh };
  return (
    <article className={styles.page}>
      <Headline>{shown ? yearSays(shown, has, today, say) : 'Working out the year…'}</Headline>
      {shown && <p className={styles.why}>{putBySays(shown, { frozen, demand }, today, say)}</p>}
      {shown ? (
        <YearChart year={shown} before={other ? asItIs.year : undefined} demand={demand} today={today} />
      ) : (
        <p role="status" className={`${styles.chart} ${styles.toCome}`}>
          {percent(asItIs.share ?? 0, 0)} of 400 possible years
        </p>
      )}
      {shown && <HerdBands herd={shown.herd} today={today} />}
      <section className={styles.tried} aria-label="What if">
        <h2>What if</h2>
        {offered.map((one) => (
          <Press key={one} look="quiet" aria-pressed={tried.includes(one)} onClick={() => flip(one)}>
            {animals.length === 0 ? tries[one].says.replace('another', 'a') : tries[one].says}
          </Press>
        ))}
        {other && (
          <Press look="word" onClick={() => change({ tried: [], demand: undefined })}>
            As it is
          </Press>
        )}
      </section>
      {other && (
        <p className={styles.came} role="status">
          {!instead.done || !instead.year || !asItIs.year
            ? 'Trying 400 years of it…'
            : came(asItIs.year, instead.year, say.about)}
        </p>
      )}
      <div className={styles.eat}>
        <label id="eats">
          You eat {say.about(demand)} a week
          {draft.demand === undefined ? (eaten === undefined ? ', assumed' : ', by the books') : ''}
        </label>
        <Slider
          aria-labelledby="eats"
          min={eats.least}
          max={Math.max(eats.most, Math.ceil((2 * usual) / eats.step) * eats.step)}
          step={eats.step}
          value={Math.round(demand / eats.step) * eats.step}
          getAriaValueText={(grams) => say.about(grams)}
          onChange={(_, grams) => change({ demand: grams as number })}
        />
      </div>
      <Door name="Why" value="what it is worked out from">
        <Why view={view} year={shown} />
      </Door>
      <p style={{ margin: 0 }}>
        <Link href="/ledger/milk">Milk, day by day</Link>
        {' · '}
        <Link href="/house">Calvings and services, in the house</Link>
      </p>
    </article>
  );
}

/** The days from today to the next first of March: kids come in spring. */
function changeOf(one: Try, today: string): Change {
  const { change } = tries[one];
  if (change) return change;
  const [year, month] = today.split('-').map(Number) as [number, number];
  const march = Date.UTC(month >= 3 ? year + 1 : year, 2, 1);
  return {
    kind: 'another',
    breed: 'goat',
    calvesInDays: Math.round((march - Date.parse(`${today}T00:00:00Z`)) / 86_400_000),
  };
}

/** What trying it came to, against the year as it is. */
function came(before: Year, after: Year, about: (grams: number) => string): string {
  const more = after.makes - before.makes;
  const made =
    Math.abs(more) < 0.01 * Math.max(1, before.makes)
      ? ''
      : `${about(Math.abs(more))} ${more > 0 ? 'more' : 'less'} butter in the year, and `;
  return `${made}from ${percent(before.chance, 0)} to ${percent(after.chance, 0)} of the years with butter in every week.`.replace(
    /^./,
    (letter) => letter.toUpperCase(),
  );
}

function Why({ view, year }: { view: YearView; year: Year | undefined }) {
  const say = useSay();
  const { animals, batches, butterPerFat } = view;
  const unknown = animals.filter(({ peak }) => peak === undefined).map(({ name }) => name);
  return (
    <div style={{ display: 'grid', gap: 10, padding: 16 }}>
      <Quiet>
        {batches > 0
          ? `${percent(butterPerFat, 0)} of the weight of the fat in all milk that came in became butter here, by ${batches} batches of the last fourteen months; the rest was drunk, eaten as cream, or lost.`
          : `As if all milk were skimmed and churned: a gram of its fat makes ${percent(butterPerFat, 0)} of its weight in butter. Milk that is drunk makes none.`}
      </Quiet>
      <Quiet>
        Each animal gives by Wood’s curve (1967) of a lactation
        {unknown.length < animals.length && ', by her own peak where she was milked by herself'}
        {unknown.length > 0 &&
          `; of ${unknown.join(', ')} nobody knows the peak yet, and the band is wide: milk her into a pail of her own on five days`}
        . Without a service written down she is taken to be served in time to calve once a year.
      </Quiet>
      {year && (
        <Quiet>
          In the middle of 400 possible years, drawn with one seed, the herd makes {say.about(year.makes)} and{' '}
          {say.about(year.eats)} is eaten. The shaded band holds nine of ten. Dates only advise: your vet or
          local practice decides.
        </Quiet>
      )}
    </div>
  );
}
