'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { PeriodCause, WhyPeriod } from '@/core/comparing/whyPeriod';
import { addDays } from '@/core/keeping/civilDate';
import { counted } from '@/core/quantities/counted';
import { percent } from '@/core/quantities/formatQuantity';
import type { PeriodTrailView } from '@/server/ledger/views';
import { Door } from '../board/Door';
import { FatTrail } from '../churning/verdict/FatTrail';
import { useSay } from '../frame/FarmContext';
import { Chips } from '../quantity/Chips';
import { DayField } from '../quantity/DayField';
import { Quiet } from '../theme/Enamel';
import { household, millilitres } from './milk/milkWords';
import { Parts } from './Parts';
import { Headline } from '../theme/Headline';
import styles from './Compare.module.css';

const lengths = [
  { key: '7', name: 'A week' },
  { key: '30', name: 'Thirty days' },
  { key: '91', name: 'A season' },
  { key: '365', name: 'A year' },
] as const;
/** Shares nearer than this are the same, a mass fraction (engineering estimate). */
const alike = 0.004;

/** Where the fat of some days went, from the milk to the butter, against as many days before. */
export function PeriodTrail({ view }: { view: PeriodTrailView }) {
  const say = useSay();
  const router = useRouter();
  const { from, to, today, days, trail, before } = view;
  const [typed, setTyped] = useState<{ from: string | null; to: string | null }>({ from, to });
  const known = to === today ? (lengths.find(({ key }) => Number(key) === days)?.key ?? 'own') : 'own';
  const open = (next: { from: string; to: string }) =>
    router.push(`/ledger/trail?from=${next.from}&to=${next.to}`, { scroll: false });
  const type = (part: Partial<typeof typed>) => {
    const next = { ...typed, ...part };
    setTyped(next);
    if (/^\d{4}/.test(next.from ?? '') && /^\d{4}/.test(next.to ?? '') && next.from! <= next.to!)
      open({ from: next.from!, to: next.to! });
  };
  return (
    <article className={styles.page}>
      <Headline>
        {trail.batches === 0
          ? `No butter was packed from ${say.day(from, today)} to ${say.day(to, today)}.`
          : `${say.mass(trail.butterMass)} of butter from ${counted(trail.batches, 'batch', 'batches')}: ${percent(Math.min(1, trail.fatToButter / trail.fatIn))} of what was churned reached it.`}
      </Headline>
      <Chips
        legend="How far back"
        chosen={known}
        onChoose={(key) => open({ from: addDays(today, 1 - Number(key)), to: today })}
        choices={[
          ...lengths.map((one) => ({ ...one, key: one.key as string })),
          ...(known === 'own'
            ? [{ key: 'own', name: `${say.day(from, today)} to ${say.day(to, today)}` }]
            : []),
        ]}
      />
      {trail.batches > 0 && (
        <FatTrail
          judged={{
            fatIn: trail.fatIn,
            fatToButter: trail.fatToButter,
            buttermilkMass: 1,
            buttermilkFat: trail.inButtermilk,
            lossFat: trail.lossFat,
          }}
          upstream={trail.upstream}
          says={beforeSays(view)}
        />
      )}
      {trail.batches > 0 && before.batches > 0 && (
        <Quiet>
          Before it, {counted(before.batches, 'batch', 'batches')} made {say.mass(before.butterMass)} of
          butter.
        </Quiet>
      )}
      {view.why && <WhyMilk why={view.why} days={days} />}
      <Door
        name="Other days"
        value={`${say.day(from, today)} to ${say.day(to, today)}`}
        open={trail.batches === 0}
      >
        <div className={styles.days}>
          <DayField
            label="From"
            value={typed.from}
            onValue={(value) => type({ from: value })}
            hint=""
            max={today}
            needed
          />
          <DayField
            label="To"
            value={typed.to}
            onValue={(value) => type({ to: value })}
            hint=""
            max={today}
            needed
          />
        </div>
      </Door>
      <p>
        <Link href="/ledger/trends">From batch to batch</Link>
        {' · '}
        <Link href="/ledger/milk">Milk, day by day</Link>
      </p>
    </article>
  );
}

const causes: Record<PeriodCause, string> = {
  milk: 'Fat of the milk',
  skimming: 'Skimming',
  churning: 'Churning and washing',
  water: 'Water, salt, what was mixed in',
};
/** Less of a litre than this is nothing to speak of, g (engineering estimate). */
const asMuch = 0.5;

/** Why a litre of milk made more butter, or less, than in the days before. */
function WhyMilk({ why, days }: { why: WhyPeriod; days: number }) {
  const say = useSay();
  const { name: unit, ml } = household[say.system];
  // What is told for 1000 g of milk is wanted for a household’s measure of it.
  const times = ml / millilitres(1000);
  const [main] = why.parts.filter(({ grams }) => Math.sign(grams) === Math.sign(why.difference));
  const before = `the ${days === 1 ? 'day' : `${days} days`} before`;
  const same = Math.abs(why.difference) < asMuch;
  return (
    <section aria-label="From the milk">
      <h2>
        {same
          ? `A ${unit} of milk made as much butter as in ${before}: ${say.mass(why.now * times)}.`
          : `A ${unit} of milk made ${say.mass(why.now * times)} of butter, ${say.mass(Math.abs(why.difference) * times)} ${why.difference < 0 ? 'less' : 'more'} than in ${before}: most by ${causes[main!.cause].toLowerCase()}.`}
      </h2>
      {!same && (
        <Parts
          parts={why.parts.map((part) => ({ ...part, name: causes[part.cause] }))}
          difference={why.difference}
          times={times}
          least={0.05}
        />
      )}
    </section>
  );
}

/** The share that reached the butter, against the same length before. */
function beforeSays({ days, trail, before }: PeriodTrailView): string {
  const length = days === 1 ? 'day' : `${days} days`;
  if (before.batches === 0) return '';
  const [now, then] = [trail.fatToButter / trail.fatIn, before.fatToButter / before.fatIn].map((one) =>
    Math.min(1, one),
  );
  return Math.abs(now! - then!) < alike
    ? `As in the ${length} before: ${percent(then!)}.`
    : `In the ${length} before it was ${percent(then!)} of what was churned.`;
}
