'use client';

import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { Trend, TrendKey, TrendPoint } from '@/core/comparing/trends';
import { troubleNames } from '@/core/balancing/troubles';
import { trend, trendOf } from '@/core/comparing/trends';
import type { TrendsView } from '@/server/ledger/views';
import { Door } from '../../board/Door';
import { useSay } from '../../frame/FarmContext';
import { Chips } from '../../quantity/Chips';
import { Quiet } from '../../theme/Enamel';
import { useDraft } from '../../frame/useDraft';
import { trendSays, trendWords, unusualSays } from './trendWords';
import { Headline } from '../../theme/Headline';
import styles from './Trends.module.css';

const TrendChart = dynamic(() => import('./TrendChart').then((part) => part.TrendChart), {
  ssr: false,
  loading: () => <div className={styles.toCome} />,
});

type Key = TrendKey | 'skim';
const order: readonly Key[] = ['efficiency', 'breakTime', 'butterFat', 'salt', 'skim', 'perLitre', 'colour'];
/** A churn, or a separator, that was used less has no trend of its own. */
const leastOfOne = 3;

interface Chosen {
  key: Key;
  /** Of one churn, separator or vessel; empty for all. */
  of: string;
  /** Of what one person churned; empty for all. */
  who?: string;
}

/** A figure from batch to batch: the usual range, what left it and what was otherwise then, and the year. */
export function Trends({ view }: { view: TrendsView }) {
  const say = useSay();
  const [{ key, of, who = '' }, choose] = useDraft<Chosen>(`trends:${view.farm.id}`, () => ({
    key: 'efficiency',
    of: '',
  }));
  const words = trendWords(say)[key];
  const told = useMemo(() => pointsOf(view, key), [view, key]);
  const tools = ofSome(told.map(({ by }) => by));
  const people = ofSome(told.map(({ point }) => point.batch?.maker));
  const one = tools.includes(of) ? of : '';
  const person = people.includes(who) ? who : '';
  const shown = useMemo(() => {
    const points = told.filter(
      ({ by, point }) => (one === '' || by === one) && (person === '' || point.batch?.maker === person),
    );
    const batches = view.batches.filter(
      ({ churn, maker }) => (one === '' || churn === one) && (person === '' || maker === person),
    );
    return points.length === 0
      ? undefined
      : trend(
          points.map(({ point }) => point),
          batches,
        );
  }, [told, one, person, view.batches]);
  return (
    <article className={styles.page}>
      <Headline>
        {shown
          ? trendSays(shown, words)
          : key === 'skim'
            ? 'No skimming is written down yet.'
            : `Nothing tells of ${words.inSentence} yet.`}
      </Headline>
      <Chips
        legend="What of it"
        chosen={key}
        onChoose={(next) => choose({ key: next as Key })}
        choices={order.map((each) => ({ key: each, name: trendWords(say)[each].name }))}
      />
      {shown && <Told key={`${key} ${one} ${person}`} shown={shown} of={key} view={view} />}
      {people.length > 1 && (
        <Chips
          legend="Churned by"
          chosen={person}
          onChoose={(next) => choose({ who: next })}
          choices={[{ key: '', name: 'Everybody' }, ...people.map((name) => ({ key: name, name }))]}
        />
      )}
      {tools.length > 1 && (
        <Chips
          legend={key === 'skim' ? 'Skimmed by' : 'Churned in'}
          chosen={one}
          onChoose={(next) => choose({ of: next })}
          choices={[{ key: '', name: 'All of them' }, ...tools.map((name) => ({ key: name, name }))]}
        />
      )}
      <WentWrong view={view} />
      <p className={styles.ways}>
        <Link href="/ledger/season">The year by its months</Link>
        <Link href="/ledger/learned">What it has learned of your dairy</Link>
        <Link href="/ledger/milk">Each animal by herself: her milk, its fat, her butter</Link>
        <Link href="/ledger/batches">Every batch</Link>
      </p>
    </article>
  );
}

/** Those that stand there often enough, each once. */
const ofSome = (names: readonly (string | undefined)[]): string[] =>
  [...new Set(names)].filter(
    (one) => one !== undefined && names.filter((name) => name === one).length >= leastOfOne,
  ) as string[];

interface Told {
  point: TrendPoint;
  by: string | undefined;
}

function pointsOf({ batches, skims }: TrendsView, key: Key): Told[] {
  if (key === 'skim')
    return skims.map(({ id, atSeconds, left, by }) => ({ point: { id, atSeconds, value: left }, by }));
  return batches.flatMap((batch) => {
    const value = trendOf[key](batch);
    return value === undefined
      ? []
      : [{ point: { id: batch.id, atSeconds: batch.atSeconds, value, batch }, by: batch.churn }];
  });
}

/** What left the range by itself is drawn so, even where it stands in a row of others. */
const runsFirst = (unusual: Trend['unusual']): Trend['unusual'] =>
  unusual.toSorted((a, b) => Number(b.why === 'run') - Number(a.why === 'run'));

/** The chart of one trend, the point that is looked at, what left the range, and the same as a table. */
function Told({ shown, of, view }: { shown: Trend; of: Key; view: TrendsView }) {
  const say = useSay();
  const words = trendWords(say)[of];
  const { points, limits, unusual } = shown;
  const [at, setAt] = useState(points.length - 1);
  const point = points[Math.min(at, points.length - 1)]!;
  const newest = say.dateOf(points.at(-1)!.atSeconds);
  const day = (atSeconds: number) => say.day(say.dateOf(atSeconds), newest);
  const name = ({ batch, atSeconds }: TrendPoint) =>
    batch ? `batch ${batch.number} of ${day(atSeconds)}` : `the skimming of ${day(atSeconds)}`;
  const strange = new Map(
    runsFirst(unusual).flatMap(({ points: of, why }) => of.map(({ id }) => [id, why] as const)),
  );
  return (
    <>
      <TrendChart
        points={points}
        limits={limits}
        words={words}
        strange={strange}
        at={at}
        onLook={setAt}
        nameOf={name}
      />
      <p className={styles.said} aria-live="polite">
        <strong>{words.say(point.value)}</strong>, {name(point)}
        {point.batch && (
          <>
            {' '}
            <Link href={`/ledger/${point.id}`}>Open it</Link>
          </>
        )}
      </p>
      {unusual.length > 0 && (
        <section aria-label="What left the usual range">
          <h2>What left the usual range</h2>
          <ul className={styles.unusual}>
            {unusual.toReversed().map((one) => (
              <li key={one.points[0]!.id}>
                {say.words(unusualSays(one, limits, words, name))}{' '}
                {one.points[0]!.batch && one.why !== 'run' && (
                  <Link href={`/ledger/${one.points[0]!.id}`}>Open batch {one.points[0]!.batch.number}</Link>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      <Door name="As a table" value={`the ${points.length === 1 ? 'one' : points.length} behind it`}>
        <div className={styles.scroll} tabIndex={0} role="region" aria-label="The figures behind it">
          <table className={styles.table}>
            <thead>
              <tr>
                <th scope="col">{of === 'skim' ? 'Skimming' : 'Batch'}</th>
                <th scope="col">{words.name}</th>
                {limits.enough && <th scope="col">Range</th>}
              </tr>
            </thead>
            <tbody>
              {points.toReversed().map((each) => (
                <tr key={each.id}>
                  <th scope="row">
                    {each.batch ? <Link href={`/ledger/${each.id}`}>{each.batch.number}</Link> : null}{' '}
                    <small>{day(each.atSeconds)}</small>
                  </th>
                  <td>{words.say(each.value)}</td>
                  {limits.enough && <td>{strange.has(each.id) ? 'left it' : 'usual'}</td>}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        {view.batches.length >= 120 && <Quiet>The newest 120.</Quiet>}
      </Door>
    </>
  );
}

/** What went wrong of late, by name: the same judgement as on the page of each. */
function WentWrong({ view: { batches, failed } }: { view: TrendsView }) {
  const say = useSay();
  const wrong = [
    ...batches.flatMap(({ id, number, atSeconds, troubles }) =>
      troubles.map((key) => ({
        key: `${id} ${key}`,
        atSeconds,
        says: `${troubleNames[key]}: batch ${number}`,
        href: `/ledger/${id}`,
      })),
    ),
    ...failed
      .filter(({ atSeconds }) => atSeconds >= (batches[0]?.atSeconds ?? 0))
      .map(({ lotId, code, atSeconds, seen }) => ({
        key: lotId,
        atSeconds,
        says: `${seenNames[seen] ?? 'Souring failed'}: ${code}`,
        href: `/shelf/${lotId}`,
      })),
  ].toSorted((a, b) => b.atSeconds - a.atSeconds);
  if (batches.length === 0) return null;
  const newest = say.dateOf(Math.max(...batches.map(({ atSeconds }) => atSeconds)));
  return (
    <section aria-label="What went wrong">
      <h2>{wrong.length === 0 ? 'Nothing went wrong that the figures show' : 'What went wrong'}</h2>
      <ul className={styles.unusual}>
        {wrong.map(({ key, says, href, atSeconds }) => (
          <li key={key}>
            <Link href={href}>{says}</Link>, {say.day(say.dateOf(atSeconds), newest)}
          </li>
        ))}
      </ul>
    </section>
  );
}

const seenNames: Partial<Record<string, string>> = {
  gas: 'Souring failed, with gas',
  mould: 'Souring failed, with mould',
  pink: 'Souring failed, pink',
  foul: 'Souring failed, foul',
};
