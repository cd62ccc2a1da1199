'use client';

import Slider from '@mui/material/Slider';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useMemo } from 'react';
import * as v from 'valibot';
import type { Breed } from '@/core/dairy/breeds';
import { addDays } from '@/core/keeping/civilDate';
import type { YearAhead as Year } from '@/core/planning/yearAhead';
import type { YearTried } from '@/core/planning/yearTried';
import { changesOf, nothingTried, triesAnything, yearTried } from '@/core/planning/yearTried';
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
import { Press } from '../../theme/Press';
import { HerdBands } from './HerdBands';
import { useYear } from './useYear';
import { anotherSays, feastsSaid, nextFirst, putBySays, yearSays } from './yearWords';
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

/** The plain ones of what can be tried, by their chips. */
const plain = {
  calfOff: 'the calf off now',
  deeper: 'skim deeper',
  separator: 'a separator',
  buyCream: 'buy cream in the two leanest months',
} as const;
type Plain = keyof typeof plain;

/** The year ahead: how long the butter lasts, what to put by, the herd through it, and what would change it. */
export function YearAhead({ view }: { view: YearView }) {
  const say = useSay();
  useNewDay(view);
  const { today, animals, eaten, frozen, fresh, butterPerFat, farm } = view;
  const [kept, change] = useDraft<YearTried>(`year:${farm.id}`, () => nothingTried);
  // What an older version kept on this device, or what is no day any more, is let be.
  const read = v.safeParse(yearTried, pick(kept));
  const tried = read.success ? read.output : nothingTried;
  const usual = eaten ?? usuallyEaten;
  const demand = tried.demand ?? usual;
  const base = useMemo(
    () => ({
      today,
      animals,
      butterPerFat,
      frozen,
      fresh,
      feasts: view.feasts,
      room: farm.freezerRoom ?? undefined,
      seed: 'the year',
      runs,
    }),
    [today, animals, butterPerFat, frozen, fresh, farm.freezerRoom, view.feasts],
  );
  const other = triesAnything({ ...tried, demand: demand === usual ? null : demand });
  const asItIs = useYear({ ...base, demand: usual, changes: [] });
  const instead = useYear(other ? { ...base, demand, changes: changesOf(tried, today) } : undefined);
  const shown = other ? (instead.year ?? asItIs.year) : asItIs.year;
  const shares = animals.some(({ sharesWithCalf, milked }) => sharesWithCalf && milked);
  const offered = (Object.keys(plain) as Plain[]).filter(
    (one) =>
      (one !== 'calfOff' || shares) &&
      (one !== 'deeper' || animals.length > 0) &&
      (one !== 'separator' || (animals.length > 0 && !view.separator)),
  );
  const usualOnes = [
    { breed: 'kerry' as const, on: addDays(today, 30), says: 'another Kerry, calving in a month' },
    { breed: 'goat' as const, on: nextFirst(today, 2), says: 'another goat, kidding in March' },
  ];
  const more = [
    ...usualOnes,
    ...tried.another
      .filter((one) => !usualOnes.some((usualOne) => sameAnimal(usualOne, one)))
      .map((one) => ({ ...one, says: anotherSays(one, today) })),
  ];
  const flipAnimal = (one: { breed: Breed; on: string }) =>
    change({
      another: tried.another.some((each) => sameAnimal(each, one))
        ? tried.another.filter((each) => !sameAnimal(each, one))
        : [...tried.another, { breed: one.breed, on: one.on }],
    });
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
          <Press
            key={one}
            look="quiet"
            aria-pressed={tried[one]}
            onClick={() => change({ [one]: !tried[one] })}
          >
            {plain[one]}
          </Press>
        ))}
        {more.map((one) => (
          <Press
            key={`${one.breed} ${one.on}`}
            look="quiet"
            aria-pressed={tried.another.some((each) => sameAnimal(each, one))}
            onClick={() => flipAnimal(one)}
          >
            {animals.length === 0 ? one.says.replace('another', 'a') : one.says}
          </Press>
        ))}
        {other && (
          <Press look="word" onClick={() => change(nothingTried)}>
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
        >
          <WhatWouldItTake
            base={base}
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
