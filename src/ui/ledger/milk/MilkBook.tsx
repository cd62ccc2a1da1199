'use client';

import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { Fragment, useMemo, useState } from 'react';
import { list } from '@/core/quantities/list';
import { percent } from '@/core/quantities/formatQuantity';
import { counted } from '@/core/quantities/counted';
import type { MilkBookView, MilkingShown } from '@/server/ledger/views';
import { Door } from '../../board/Door';
import { useSay } from '../../frame/FarmContext';
import { laterPart } from '../../frame/laterPart';
import { Chips } from '../../quantity/Chips';
import { Enamel, Quiet } from '../../theme/Enamel';
import { Press } from '../../theme/Press';
import { butterSays, household, milkSays, milkWords, millilitres, warm } from './milkWords';
import { Headline } from '../../theme/Headline';
import styles from './MilkBook.module.css';

const TrendChart = dynamic(() => import('../trends/TrendChart').then((part) => part.TrendChart), {
  ssr: false,
  loading: () => <div className={styles.toCome} />,
});
const PutRight = laterPart(() => import('../../standing/CorrectLot').then((part) => part.PutRight));

/** Chart.js asks for limits; milk has none, it has a curve. */
const noLimits = { enough: false, centre: 0, low: 0, high: 0, movingRange: { centre: 0, high: 0 }, signals: [], reasons: [], cautions: [] }; // prettier-ignore

/** Milk through the year: what is given a day, against the curve, what each animal's makes in butter, and every milking. */
export function MilkBook({ view }: { view: MilkBookView }) {
  const say = useSay();
  const router = useRouter();
  const [of, setOf] = useState<'milk' | 'fat'>('milk');
  const { tested } = view;
  const animals = view.animals.filter(({ id }) => view.milked.includes(id) || id === view.of);
  const open = (id: string) =>
    router.push(id === '' ? '/ledger/milk' : `/ledger/milk?of=${id}`, { scroll: false });
  const shown = of === 'fat' && tested.length > 0 ? 'fat' : 'milk';
  return (
    <article className={styles.page}>
      <Headline>{milkSays(view, say)}</Headline>
      {animals.length > 1 && (
        <Chips
          legend="Whose"
          chosen={view.of ?? ''}
          onChoose={open}
          choices={[{ key: '', name: 'All of them' }, ...animals.map(({ id, name }) => ({ key: id, name }))]}
        />
      )}
      {tested.length > 0 && view.of !== null && (
        <Chips
          legend="What of it"
          chosen={shown}
          onChoose={(key) => setOf(key as 'milk' | 'fat')}
          choices={[
            { key: 'milk', name: 'Milk a day' },
            { key: 'fat', name: 'Its fat, as tested' },
          ]}
        />
      )}
      <Given key={shown} view={view} of={view.of === null ? 'milk' : shown} />
      <Each view={view} />
      <Milkings view={view} />
      <p className={styles.ways}>
        <Link href="/pail">The Pail</Link>
        <Link href="/ledger/trail">Where the fat went</Link>
      </p>
    </article>
  );
}

/** Day by day, with the curve. */
function Given({ view, of }: { view: MilkBookView; of: 'milk' | 'fat' }) {
  const say = useSay();
  const words = milkWords(say)[of];
  const { days, tested, today, lactation } = view;
  const full = useMemo(() => days.filter(({ day }) => day < today), [days, today]);
  const points = useMemo(
    () =>
      of === 'fat'
        ? tested.map(({ id, atSeconds, fat }) => ({ id, atSeconds, value: fat }))
        : full.map(({ day, mass }) => ({ id: day, atSeconds: noon(day), value: mass })),
    [of, tested, full],
  );
  const foreseen = full.flatMap(({ day, foreseen: milk, foreseenFat }) => {
    const value = of === 'fat' ? foreseenFat : milk;
    return value === null ? [] : [{ atSeconds: noon(day), value }];
  });
  const [at, setAt] = useState(points.length - 1);
  const place = Math.max(0, Math.min(at, points.length - 1));
  const point = points[place];
  if (!point || points.length < 2) return null;
  const dayOf = (atSeconds: number) => say.day(say.dateOf(atSeconds), today);
  const there = full.find(({ day }) => day === point.id);
  const expected = of === 'milk' ? there?.foreseen : null;
  return (
    <>
      <TrendChart
        points={points}
        limits={noLimits}
        words={words}
        strange={new Map()}
        at={place}
        onLook={setAt}
        nameOf={({ atSeconds }) => dayOf(atSeconds)}
        foreseen={foreseen}
        faint={new Set(full.flatMap(({ day, alone }) => (alone ? [] : [day])))}
      />
      <p className={styles.said} aria-live="polite">
        <strong>{words.say(point.value)}</strong>, {dayOf(point.atSeconds)}
        {there?.inMilk != null && `, ${counted(there.inMilk, 'day')} in milk`}
        {expected != null && `; the curve has ${words.say(expected)}`}
        {there && !there.alone && '; reckoned from a pail she shared'}
      </p>
      {view.of !== null && of === 'milk' && !lactation && (
        <Quiet>
          Milk her into a pail of her own on five days, and her curve is hers: what is drawn hollow is her
          part of the pail by the usual one.
        </Quiet>
      )}
    </>
  );
}

/** The middle of a day, s since 1970: near enough for where it stands on a line of months. */
const noon = (day: string): number => Date.parse(`${day}T12:00:00Z`) / 1000;

/** What each animal gives, and what it makes in butter. */
function Each({ view: { each, butter, of } }: { view: MilkBookView }) {
  const say = useSay();
  const { name: unit, ml } = household[say.system];
  if (each.length === 0 || of !== null) return null;
  const perMl = (fat: number) => (fat * butter.perFat * ml) / millilitres(1);
  const most = Math.max(...each.map(({ perDay, fat }) => perDay * fat));
  return (
    <section aria-label="What each gives in butter">
      <h2>What each gives in butter</h2>
      <div
        className={styles.scroll}
        tabIndex={0}
        role="region"
        aria-label="Each animal, these last seven days"
      >
        <table className={styles.table}>
          <thead>
            <tr>
              <th scope="col">Animal</th>
              <th scope="col">In milk</th>
              <th scope="col">Milk a day</th>
              <th scope="col">Fat</th>
              <th scope="col">Butter a day</th>
              <th scope="col">From a {unit}</th>
            </tr>
          </thead>
          <tbody>
            {each.map(({ id, name, inMilk, perDay, fat, alone }) => (
              <tr key={id}>
                <th scope="row">
                  <Link href={`/ledger/milk?of=${id}`}>{name}</Link>
                </th>
                <td>{inMilk === null ? '–' : counted(inMilk, 'day')}</td>
                <td>
                  {!alone && 'about '}
                  {say.volume(millilitres(perDay))}
                </td>
                <td>{percent(fat)}</td>
                <td className={styles.bar}>
                  <span aria-hidden style={{ width: `${(100 * perDay * fat) / most}%` }} />
                  <b>{say.mass(perDay * fat * butter.perFat)}</b>
                </td>
                <td>{say.mass(perMl(fat))}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <Quiet>
        The last seven full days. {butterSays(butter)}
        {each.some(({ alone }) => !alone) &&
          ' Of a pail of several, each is given her part by where she stands on the curve, and by her own pace where she was milked alone.'}
      </Quiet>
    </section>
  );
}

/** Every milking, newest first; each can be put right where it stands. */
function Milkings({ view }: { view: MilkBookView }) {
  const say = useSay();
  const [right, setRight] = useState<string>();
  const { milkings, more, today, of } = view;
  if (milkings.length === 0) return null;
  return (
    <Door name="Every milking" value={`${say.day(milkings[0]!.day, today)} and before; each can be put right`} open>
      <ol className={styles.milkings}>
        {milkings.map((milking, i) => (
          <Fragment key={milking.entryId}>
            {milking.day !== milkings[i - 1]?.day && <li className={styles.day}>{say.day(milking.day, today)}</li>}
            <li>
              <Row milking={milking} open={right === milking.entryId} onOpen={setRight} />
              {right === milking.entryId && (
                <Enamel className={styles.right} aria-label={`Put right: ${milking.lot.code}`}>
                  <PutRight
                    lot={{ id: milking.lot.id, kind: 'milk', treatment: milking.lot.treatment, bought: false, animals: milking.herd ? [] : milking.names }}
                    was={{ mass: milking.mass, fat: milking.fat, celsius: milking.celsius ?? warm, atSeconds: milking.atSeconds }}
                    animals={view.animals}
                    entryId={milking.entryId}
                  />
                </Enamel>
              )}
            </li>
          </Fragment>
        ))}
      </ol>
      {more > 0 && (
        <Link className={styles.more} href={`/ledger/milk?all=1${of === null ? '' : `&of=${of}`}`} scroll={false}>
          {counted(more, 'more milking')} before
        </Link>
      )}
    </Door>
  );
} // prettier-ignore

function Row({
  milking,
  open,
  onOpen,
}: {
  milking: MilkingShown;
  open: boolean;
  onOpen: (id: string | undefined) => void;
}) {
  const say = useSay();
  const { entryId, atSeconds, mass, fat, names, herd, lot, corrected } = milking;
  return (
    <div className={styles.row}>
      <span className={styles.clock}>{say.clock(atSeconds)}</span>
      <span className={styles.what}>
        <b>{say.volume(millilitres(mass, fat, milking.celsius ?? warm))}</b>{' '}
        {herd ? 'of the herd' : `of ${list(names)}`}, {percent(fat)} fat
        {lot.fatMethod === 'test' ? ', tested' : ''}
        <small>
          {' '}
          <Link href={lot.left > 0.5 ? `/pail/${lot.id}` : `/recall/${lot.id}`}>{lot.code}</Link>
          {lot.vessel && `, ${lot.vessel}`}
          {lot.left > 0.5 ? '' : ', used'}
          {lot.blockedReason && `; kept from people: ${lot.blockedReason}`}
          {corrected && '; put right'}
        </small>
      </span>
      <Press aria-expanded={open} onClick={() => onOpen(open ? undefined : entryId)}>
        {open ? 'Leave it' : 'Put right'}
      </Press>
    </div>
  );
}
