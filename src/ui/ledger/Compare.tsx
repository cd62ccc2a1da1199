'use client';

import Link from 'next/link';
import { tools } from '@/core/churning/tools';
import { stageSigns } from '@/core/churning/stages';
import { CalculationError } from '@/core/calculationError';
import type { Cause, WhyLess } from '@/core/comparing/whyLess';
import { whyLess } from '@/core/comparing/whyLess';
import { list } from '@/core/quantities/list';
import { percent, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import type { ComparedBatch, ComparedView } from '@/server/ledger/views';
import { verdictSaid } from '../churning/batchSaid';
import { useSay } from '../frame/FarmContext';
import { Quiet } from '../theme/Enamel';
import { Overlaid } from './Overlaid';
import { Parts } from './Parts';
import { Headline } from '../theme/Headline';
import styles from './Compare.module.css';

const causeNames: Record<Cause, string> = {
  milk: 'Fat in the milk',
  skimming: 'Skimming',
  cream: 'Fat in the cream',
  churning: 'Fat left in the buttermilk',
  washing: 'Fat lost to wash and smears',
  water: 'Water, and whatever was weighed wrong',
  salt: 'Salt and what was mixed in',
};
const litre = { metric: ['litre', 1], us: ['quart', 0.946353], imperial: ['quart', 1.136523] } as const;

/** Batches side by side: why the second gave more or less from a litre than the first, their strips on one line of time, their figures. */
export function Compare({ view: { batches, without } }: { view: ComparedView }) {
  const say = useSay();
  const [first, ...others] = batches;
  if (!first || others.length === 0)
    return (
      <article className={styles.page}>
        <Headline>
          {without.length > 0
            ? `Of ${list(without.map(String))} no butter was weighed.`
            : first
              ? `Batch ${first.number} stands here alone: choose another to hold against it.`
              : 'Choose two batches, and why one gave more than the other is told here.'}
        </Headline>
        <p>
          <Link href="/ledger/batches">Choose two to four of them</Link>
        </p>
      </article>
    );
  const [unit, litres] = litre[say.system];
  const told = others.map((other) => ({ other, why: whyOf(first, other) }));
  return (
    <article className={styles.page}>
      <Headline>{headline(first, told[0]!, unit, (grams) => say.mass(grams * litres))}</Headline>
      {without.length > 0 && <Quiet>Of {list(without.map(String))} no butter was weighed: left out.</Quiet>}
      {told.map(({ other, why }) => (
        <section key={other.id} aria-label={`${other.number} against ${first.number}`}>
          <h2>
            Batch {other.number} against {first.number}, from a {unit} of cream
          </h2>
          {why ? (
            <Parts
              parts={why.parts.map((part) => ({ ...part, name: causeNames[part.cause] }))}
              difference={why.difference}
              times={litres}
            />
          ) : (
            <Quiet>Their figures do not add up: put them right first.</Quiet>
          )}
        </section>
      ))}
      <section aria-label="How they ran">
        <h2>How they ran</h2>
        <Overlaid batches={batches} />
        <ol className={styles.strips}>
          {batches.map(({ id, number, marks }) => (
            <li key={id}>
              <span className={styles.number}>{number}</span>
              <span className={styles.said}>
                {marks.length === 0
                  ? 'nothing was marked'
                  : marks
                      .map(
                        ({ stage, minutes }) =>
                          `${stageSigns[stage].name.toLowerCase()} ${text(spokenMinutes(minutes))}`,
                      )
                      .join(', ')}
              </span>
            </li>
          ))}
        </ol>
      </section>
      <div className={styles.scroll} tabIndex={0} role="region" aria-label="Their figures">
        <table className={styles.table}>
          <thead>
            <tr>
              <th scope="col">
                <span className={styles.unseen}>Figure</span>
              </th>
              {batches.map(({ id, number, day }) => (
                <th key={id} scope="col">
                  <Link href={`/ledger/${id}`}>{number}</Link> <small>{say.day(day, '')}</small>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows(say, unit, litres).map(([name, of]) => (
              <tr key={name}>
                <th scope="row">{name}</th>
                {batches.map((batch) => (
                  <td key={batch.id}>{of(batch)}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </article>
  );
}

function whyOf(first: ComparedBatch, other: ComparedBatch): WhyLess | undefined {
  try {
    return whyLess(first, other, true);
  } catch (error) {
    if (error instanceof CalculationError) return undefined;
    throw error;
  }
}

/** Less than this of a litre’s butter is nothing to speak of, g (engineering estimate). */
const alike = 3;

function headline(
  first: ComparedBatch,
  { other, why }: { other: ComparedBatch; why: WhyLess | undefined },
  unit: string,
  mass: (grams: number) => string,
): string {
  if (!why) return `Batch ${other.number} beside ${first.number}.`;
  const { difference, parts } = why;
  if (Math.abs(difference) < alike)
    return `Batch ${other.number} gave as much from a ${unit} of cream as ${first.number}.`;
  const [main] = parts.filter(({ grams }) => Math.sign(grams) === Math.sign(difference));
  const gave = `Batch ${other.number} gave ${mass(Math.abs(difference))} ${difference < 0 ? 'less' : 'more'} from a ${unit} of cream than ${first.number}`;
  // A part that is less sure than it is large is not called the cause.
  return main && Math.abs(main.grams) > main.spread
    ? `${gave}: most by ${causeNames[main.cause].toLowerCase()}.`
    : `${gave}. What made it, these figures are not sure enough to tell.`;
}

type Say = ReturnType<typeof useSay>;
const rows = (say: Say, unit: string, litres: number): [string, (batch: ComparedBatch) => string][] => [
  ['Cream', ({ facts }) => `${say.mass(facts.creamMass)}, ${facts.ripened ? 'ripened' : 'sweet'}`],
  ['Its fat', ({ facts }) => percent(facts.creamFat)],
  ['Churned at', ({ facts }) => say.temperature(facts.temperature)],
  ['Churned in', ({ facts }) => tools[facts.tool].name],
  ['Butter', ({ judged }) => say.mass(judged.butterMass)],
  [`From a ${unit} of cream`, ({ judged, facts }) => say.mass((judged.butterMass / facts.creamVolume) * 1000 * litres)],
  ['Of the milk’s fat', ({ judged, upstream }) => (upstream && upstream.milk > 0 && upstream.bought < 0.01 * upstream.milk ? percent(Math.min(1, judged.fatToButter / upstream.milk)) : '–')],
  ['Of the churn’s fat', ({ judged }) => percent(Math.min(1, judged.churnEfficiency))],
  ['Fat in the butter', ({ judged }) => percent(judged.composition.fat)],
  ['Water in it', ({ judged }) => percent(judged.composition.water)],
  ['Colour', ({ tasted }) => (tasted?.colour === undefined ? '–' : `${tasted.colour} of 6`)],
  ['Taste', ({ tasted }) => (tasted?.tastes && tasted.tastes.length > 0 ? list(tasted.tastes) : '–')],
  ['Verdict', ({ judged }) => verdictSaid(judged)],
]; // prettier-ignore
