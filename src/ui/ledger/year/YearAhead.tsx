'use client';

import Slider from '@mui/material/Slider';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import * as v from 'valibot';
import type { Breed } from '@/core/dairy/breeds';
import type { YearAhead as Year } from '@/core/planning/yearAhead';
import type { YearTried } from '@/core/planning/yearTried';
import { changesOf, nothingTried, triesAnything, yearTried } from '@/core/planning/yearTried';
import { counted } from '@/core/quantities/counted';
import { list } from '@/core/quantities/list';
import { percent } from '@/core/quantities/formatQuantity';
import type { YearView } from '@/server/ledger/views';
import { useSay } from '../../frame/FarmContext';
import { useDraft } from '../../frame/useDraft';
import { useNewDay } from '../../frame/useNewDay';
import { Door, Doors } from '../../board/Door';
import { laterPart } from '../../frame/laterPart';
import { Quiet } from '../../theme/Enamel';
import { Headline } from '../../theme/Headline';
import { Press, PressLink } from '../../theme/Press';
import { measures, sayMoney } from '../money/moneyWords';
import type { Prices } from '@/core/planning/yearMoney';
import { HerdBands } from './HerdBands';
import { useYear } from './useYear';
import { WhatIf } from './WhatIf';
import { feastsSaid, keepCost, nineInTen, putBySays, yearSays } from './yearWords';
import styles from './YearAhead.module.css';

const YearChart = dynamic(() => import('./YearChart').then((part) => part.YearChart), {
  ssr: false,
  loading: () => <div className={styles.chart} />,
});

const AnotherAnimal = laterPart(() => import('./AnotherAnimal').then((part) => part.AnotherAnimal));
const Futures = laterPart(() => import('./Futures').then((part) => part.Futures));
const WhatWouldItTake = laterPart(() => import('./WhatWouldItTake').then((part) => part.WhatWouldItTake));

/** What a household eats where its books do not tell yet, g a week (engineering estimate: two people who bake). */
const usuallyEaten = 350;
/** Ends of what is tried, g a week. */
const eats = { least: 50, most: 3000, step: 25 } as const;
const runs = 400;

/** The year ahead: how long the butter lasts, what to put by, the herd through it, and what would change it. */
export function YearAhead({ view }: { view: YearView }) {
  const say = useSay();
  useNewDay(view);
  const { today, animals, eaten, frozen, fresh, butterPerFat, farm, churning } = view;
  const [kept, change] = useDraft<YearTried>(`year:${farm.id}`, () => nothingTried);
  // What an older version kept on this device, or what is no day any more, is let be.
  const read = v.safeParse(yearTried, pick(kept));
  const tried = read.success ? read.output : nothingTried;
  const usual = eaten ?? usuallyEaten;
  const demand = tried.demand ?? usual;
  const [asked, ask] = useState(0);
  const base = useMemo(
    () => ({
      today,
      animals,
      butterPerFat,
      frozen,
      fresh,
      feasts: view.feasts,
      room: farm.freezerRoom ?? undefined,
      churning,
      seed: 'the year',
      runs,
    }),
    [today, animals, butterPerFat, frozen, fresh, farm.freezerRoom, view.feasts, churning],
  );
  const other = triesAnything({ ...tried, demand: demand === usual ? null : demand });
  const asItIs = useYear({ ...base, demand: usual, changes: [] });
  const instead = useYear(other ? { ...base, demand, changes: changesOf(tried, today) } : undefined);
  const shown = other ? (instead.year ?? asItIs.year) : asItIs.year;
  const flipAnimal = (one: { breed: Breed; on: string }) =>
    change({
      another: tried.another.some((each) => sameAnimal(each, one))
        ? tried.another.filter((each) => !sameAnimal(each, one))
        : [...tried.another, { breed: one.breed, on: one.on }],
    });
  const has = { animals: shown?.herd.length ?? animals.length, frozen, fresh };
  return (
    <article className={styles.page}>
      <div className={styles.head}>
        <Headline>{shown ? yearSays(shown, has, today, say) : 'Working out the year…'}</Headline>
        {shown && shown.chance >= nineInTen ? (
          <PressLink look="main" href="/churn/new">
            Plan a churning
          </PressLink>
        ) : (
          shown && (
            <Press look="main" onClick={() => ask((times) => times + 1)}>
              What would it take
            </Press>
          )
        )}
      </div>
      {shown && <p className={styles.why}>{putBySays(shown, { frozen, demand }, today, say)}</p>}
      {shown ? (
        <YearChart year={shown} before={other ? asItIs.year : undefined} demand={demand} today={today} />
      ) : (
        <p role="status" className={`${styles.chart} ${styles.toCome}`}>
          {percent(asItIs.share ?? 0, 0)} of 400 possible years
        </p>
      )}
      {shown && <HerdBands herd={shown.herd} today={today} />}
      <WhatIf view={view} tried={tried} other={other} usual={usual} change={change} flipAnimal={flipAnimal} />
      {other && (
        <p className={styles.came} role="status">
          {!instead.done || !instead.year || !asItIs.year
            ? 'Trying 400 years of it…'
            : came(asItIs.year, instead.year, tried, farm.prices, say)}
        </p>
      )}
      <div className={styles.eat}>
        <label id="eats">
          You eat {say.about(demand)} a week
          {tried.demand === null ? (eaten === undefined ? ', assumed' : ', by the books') : ''}
          {feastsSaid(view.feasts, today, say)}
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
      <Doors>
        <Door
          name="What would it take"
          value="to have your own in every week, nine years in ten"
          group="year"
          open={asked > 0}
          key={asked}
        >
          <WhatWouldItTake
            base={base}
            asked={asked > 0}
            demand={demand}
            noSeparator={!view.separator}
            onTake={(taken) => change(taken)}
          />
        </Door>
        <Door name="Another animal" value="of which breed, and calving when" group="year">
          <AnotherAnimal today={today} onTry={flipAnimal} />
        </Door>
        <Door
          name="Kept under a name"
          value={
            view.futures.length === 0 ? 'none yet' : list(view.futures.slice(0, 4).map(({ name }) => name))
          }
          group="year"
        >
          <Futures
            futures={view.futures}
            tried={other ? tried : undefined}
            onTake={(taken) => change({ ...nothingTried, ...taken })}
          />
        </Door>
        <Door name="Why" value="what it is worked out from" group="year">
          <Why view={view} year={shown} />
        </Door>
      </Doors>
      <p style={{ margin: 0 }}>
        <Link href="/ledger/milk">Milk, day by day</Link>
        {' · '}
        <Link href="/house">Calvings and services, in the house</Link>
      </p>
    </article>
  );
}

const sameAnimal = (one: { breed: Breed; on: string }, other: { breed: Breed; on: string }): boolean =>
  one.breed === other.breed && one.on === other.on;

/** Of what a device keeps, only what is known of a year. */
const pick = (kept: YearTried): unknown =>
  Object.fromEntries(Object.keys(nothingTried).map((key) => [key, kept[key as keyof YearTried]]));

/** What trying it came to, against the year as it is, and what the animals in it cost where that was said. */
function came(before: Year, after: Year, tried: YearTried, prices: Prices, say: ReturnType<typeof useSay>): string {
  const more = after.makes - before.makes;
  const made =
    Math.abs(more) < 0.01 * Math.max(1, before.makes)
      ? ''
      : `${say.about(Math.abs(more))} ${more > 0 ? 'more' : 'less'} butter in the year, and `;
  const keeps = keepCost(
    tried.another.map(({ breed }) => breed),
    prices,
  );
  const { weight, kilograms } = measures[say.system];
  const each = keeps !== undefined && more > worthEach ? (keeps / (more / 1000)) * kilograms : undefined;
  const costs =
    keeps === undefined
      ? ''
      : ` Kept for a year that costs some ${sayMoney(keeps, prices)}${each === undefined ? '' : `: ${sayMoney(each, prices)} for each ${weight} more`}.`;
  const came = `${made}from ${percent(before.chance, 0)} to ${percent(after.chance, 0)} of the years with butter in every week.`;
  return `${came.replace(/^./, (letter) => letter.toUpperCase())}${costs}`;
} // prettier-ignore

/** Less butter than this more is nothing to share a cost among, g. */
const worthEach = 1000;

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
        {unknown.length < animals.length &&
          ', by her own peak and as slowly as her milk was seen to fall where she was milked by herself, by her own fat where that was tested'}
        {unknown.length > 0 &&
          `; of ${unknown.join(', ')} nobody knows the peak yet, and the band is wide: milk her into a pail of her own on five days`}
        . Without a service written down she is taken to be served in time to calve once a year.
      </Quiet>
      {view.churning && (
        <Quiet>
          The churn gets through {say.about(view.churning.perLoad * view.churning.loads)} a week:{' '}
          {counted(view.churning.loads, 'load')} as full as the fullest of the last fourteen months, as in the
          busiest week of them or once a day.
        </Quiet>
      )}
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
