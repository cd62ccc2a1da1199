'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import type { Effect } from '@/core/comparing/batchEffects';
import type { Learned, LearnedChurn } from '@/core/comparing/whatLearned';
import { tools } from '@/core/churning/tools';
import { counted } from '@/core/quantities/counted';
import type { Estimate } from '@/core/quantities/estimate';
import { list } from '@/core/quantities/list';
import { decimal, percent, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import type { LearnedView } from '@/server/ledger/views';
import { Door } from '../../board/Door';
import { useSay } from '../../frame/FarmContext';
import { Quiet } from '../../theme/Enamel';
import { Press, PressLink } from '../../theme/Press';
import { RefusedSentence } from '../../outbox/RefusedSentence';
import { useAct } from '../../outbox/useAct';
import { effectSays, nextSays, perOwnDegree, stepNames, unsaidWords, widthSays } from './learnedWords';
import { Headline } from '../../theme/Headline';
import styles from './LearnedPage.module.css';

const outcomeNames = { breakMinutes: 'Time to the break', yield: 'Butter from the fat' } as const;
type Outcome = keyof typeof outcomeNames;
const outcomes = Object.keys(outcomeNames) as Outcome[];

/** What was learned of a dairy: the next batch, what explains the last ones, and the book’s figures against its own. */
export function LearnedPage({ view }: { view: LearnedView }) {
  const say = useSay();
  const { next, last, churns, vessels, separators, cultures, before, newest, many } = view;
  const router = useRouter();
  const { act, refused, busy } = useAct();
  const out = newest.filter((one) => one.out);
  const kept = newest.filter(({ leftOut }) => leftOut);
  async function leaveOut(batches: LearnedView['newest'], away: boolean) {
    for (const { id, number } of batches) {
      const said = away ? `Batch ${number} teaches nothing from now on.` : `Batch ${number} teaches again.`;
      const undo = { name: 'batch.leaveOut', input: { batchId: id, out: !away } };
      if (!(await act('batch.leaveOut', { batchId: id, out: away }, said, undo))) return;
    }
    if (away) router.push('/ledger/learned', { scroll: false });
  }
  return (
    <article className={styles.page}>
      <Headline>
        {next
          ? nextSays(next, say)
          : last
            ? 'For cream such as the last no temperature is better than another.'
            : 'Nothing is learned until the first butter is packed.'}
      </Headline>
      {next && last && (
        <div className={styles.acts}>
          <PressLink look="main" href={`/churn/new?front=again&aim=${next.celsius}`}>
            Plan it at {say.temperature(next.celsius)}
          </PressLink>
          <Quiet>
            By cream such as that of batch <Link href={`/ledger/${last.id}`}>{last.number}</Link>, and this
            churn’s own pace.
          </Quiet>
        </div>
      )}
      {out.length > 0 && (
        <p className={styles.left} role="status">
          Without batch{out.length > 1 ? 'es' : ''} {out.map(({ number }) => number).join(', ')}: what stood
          before is beside it. <Link href="/ledger/learned">Take every batch again</Link>{' '}
          <Press disabled={busy} onClick={() => void leaveOut(out, true)}>
            Leave {out.length === 1 ? 'it' : 'them'} out for good
          </Press>
        </p>
      )}
      <RefusedSentence refused={refused} />
      <section aria-label="What explains it">
        <h2>What explains it, over {counted(many, 'batch', 'batches')}</h2>
        <Effects view={view} />
      </section>
      {churns.length > 0 && (
        <section aria-label="Churns">
          <h2>Your churns: minutes to the break of plain cream at the usual temperature</h2>
          <Figures
            rows={churns.map((one) => ({
              key: keyOf(one),
              name: one.name ?? tools[one.tool].name,
              learned: one,
              before: before?.churns.find((old) => keyOf(old) === keyOf(one)),
              of: 'batch',
            }))}
            says={(minutes) => text(spokenMinutes(minutes))}
            beside={before !== undefined}
          />
        </section>
      )}
      {vessels.length > 0 && (
        <section aria-label="Vessels">
          <h2>Your vessels: how fast they pass heat</h2>
          <Figures
            rows={vessels.map((one) => ({ key: one.id, name: one.name, learned: one, of: 'reading' }))}
            says={(factor) => `${decimal(factor, 2)} ×`}
          />
        </section>
      )}
      {separators.map(({ id, name, cream, skim }) => (
        <section key={id} aria-label={name}>
          <h2>{name}: what it gives of plain warm milk</h2>
          <Figures
            rows={[
              { key: 'cream', name: 'Fat of the cream', learned: cream, of: 'run' },
              { key: 'skim', name: 'Fat left in the skim', learned: skim, of: 'test' },
            ]}
            says={(fat) => percent(fat, fat < 0.02 ? 2 : 0)}
          />
        </section>
      ))}
      {cultures.length > 0 && (
        <section aria-label="Cultures">
          <h2>Your cultures: hours until cream is thick and tart</h2>
          <Figures
            rows={cultures.map((one) => ({
              key: `${one.route} ${one.name}`,
              name: `${one.name}, at ${say.temperature(one.route === 'yoghurt' ? 42 : 20)}`,
              learned: one,
              of: 'souring',
            }))}
            says={(hours) => `${decimal(hours, 1)} h`}
          />
        </section>
      )}
      {newest.length > 2 && (
        <Door name="Leave a batch out" value="and see what changes; the book stays as it is">
          <ul className={styles.batches}>
            {newest.map(({ id, number, day, out: left, leftOut: gone }) => (
              <li key={id} data-gone={gone}>
                <Link
                  aria-label={`${left ? 'Take' : 'Leave'} batch ${number} ${left ? 'in again' : 'out'}`}
                  scroll={false}
                  data-out={left}
                  href={without(left ? out.filter((one) => one.id !== id) : [...out, { id }])}
                >
                  {number} <small>{say.day(day, newest[0]!.day)}</small>
                </Link>
              </li>
            ))}
          </ul>
          {kept.length > 0 && (
            <p className={styles.left}>
              {list(kept.map(({ number }) => String(number)))} {kept.length === 1 ? 'teaches' : 'teach'}{' '}
              nothing: left out for good.{' '}
              <Press disabled={busy} onClick={() => void leaveOut(kept, false)}>
                Take {kept.length === 1 ? 'it' : 'them'} in again
              </Press>
            </p>
          )}
        </Door>
      )}
      <p>
        <Link href="/ledger/trends">From batch to batch</Link>
      </p>
    </article>
  );
}

const without = (batches: readonly { id: string }[]): string =>
  batches.length === 0
    ? '/ledger/learned'
    : `/ledger/learned?without=${batches.map(({ id }) => id).join(',')}`;

const keyOf = ({ tool, churn }: Pick<LearnedChurn, 'tool' | 'churn'>) => `${tool} ${churn ?? ''}`;

/** Causes against outcomes: what one step does, how sure, and what cannot be told and why. */
function Effects({ view: { effects, before } }: { view: LearnedView }) {
  const say = useSay();
  const us = say.system === 'us';
  if (effects.effects.length === 0)
    return (
      <Quiet>
        {effects.unsaid.length > 0 && effects.unsaid.every(({ why }) => why !== 'it hardly varied')
          ? 'Too few batches to say: some ten are needed that were timed and weighed.'
          : 'Nothing to say yet: too few batches, or all alike.'}
      </Quiet>
    );
  const causes = [...new Set([...effects.effects, ...effects.unsaid].map(({ cause }) => cause))].filter(
    (cause) => effects.effects.some((one) => one.cause === cause),
  );
  const said = (found: Effect | undefined, words: (effect: Estimate) => string) =>
    found && words(perOwnDegree(found, us));
  return (
    <>
      <div className={styles.scroll} tabIndex={0} role="region" aria-label="Causes and what they did">
        <table className={styles.table}>
          <thead>
            <tr>
              <th scope="col">In your batches</th>
              {outcomes.map((outcome) => (
                <th key={outcome} scope="col">
                  {outcomeNames[outcome]}
                  {outcome === 'yield' && (
                    <small>from a {say.system === 'metric' ? 'kilogram' : 'pound'} of it</small>
                  )}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {causes.map((cause) => (
              <tr key={cause}>
                <th scope="row">{stepNames[cause]}</th>
                {outcomes.map((outcome) => {
                  const is = (one: { cause: string; outcome: string }) =>
                    one.cause === cause && one.outcome === outcome;
                  const found = effects.effects.find(is);
                  const unsaid = effects.unsaid.find(is);
                  const old = before?.effects.effects.find(is);
                  return (
                    <td key={outcome} data-clear={found?.clear ?? false}>
                      {said(found, ({ mid }) => effectSays(outcome, mid, say)) ??
                        (unsaid ? unsaidWords[unsaid.why] : '–')}
                      {found && (
                        <small>
                          {found.clear ? '' : 'chance can do that: '}
                          {said(
                            found,
                            ({ low, high }) =>
                              `from ${effectSays(outcome, low, say)} to ${effectSays(outcome, high, say)}`,
                          )}
                        </small>
                      )}
                      {old && (
                        <small>with all: {said(old, ({ mid }) => effectSays(outcome, mid, say))}</small>
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <Quiet>
        Nine times in ten the truth lies between the two. What is written down together cannot always be told
        apart.
      </Quiet>
    </>
  );
}

interface FigureRow {
  key: string;
  name: string;
  learned: Learned;
  before?: Learned | undefined;
  /** What it was learned from, one of them. */
  of: string;
}

/** The book’s figure, one’s own with its interval, what it was learned from; each interval drawn on one scale. */
function Figures({
  rows,
  says,
  beside = false,
}: {
  rows: readonly FigureRow[];
  says: (value: number) => string;
  beside?: boolean;
}) {
  return (
    <div className={styles.scroll} tabIndex={0} role="region" aria-label="Figures of the book and your own">
      <table className={styles.table}>
        <thead>
          <tr>
            <th scope="col">Which</th>
            <th scope="col">The book</th>
            <th scope="col">Yours</th>
            {beside && <th scope="col">With all</th>}
            <th scope="col" className={styles.drawn}>
              <span aria-hidden>The book’s range, and yours</span>
            </th>
            <th scope="col">From</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ key, name, learned, before, of }) => (
            <tr key={key}>
              <th scope="row">{name}</th>
              <td>{says(learned.textbook.mid)}</td>
              <td>
                <b>{says(learned.own.mid)}</b>
                <small>
                  {says(learned.own.low)} to {says(learned.own.high)}
                </small>
              </td>
              {beside && <td>{before ? says(before.own.mid) : '–'}</td>}
              <td className={styles.drawn}>
                <Ranges {...learned} />
              </td>
              <td>{widthSays(learned.width, learned.from, of)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** The book’s interval, wide and faint, and one’s own on it, on the logarithm: both ends of either are in the table. */
function Ranges({ textbook, own }: Pick<Learned, 'textbook' | 'own'>) {
  const [low, high] = [Math.min(textbook.low, own.low), Math.max(textbook.high, own.high)].map(Math.log);
  const at = (value: number) => `${(100 * (Math.log(value) - low!)) / (high! - low!)}%`;
  const across = (one: Estimate) => ({ left: at(one.low), right: `calc(100% - ${at(one.high)})` });
  return (
    <span className={styles.ranges} aria-hidden data-picture>
      <span data-of="book" style={across(textbook)} />
      <span data-of="own" style={across(own)} />
      <span data-of="middle" style={{ left: at(own.mid) }} />
    </span>
  );
}
