'use client';

import Link from 'next/link';
import { useState } from 'react';
import { tools } from '@/core/churning/tools';
import { decimal, spokenFraction, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import { counted } from '@/core/quantities/counted';
import type { LedgerView } from '@/server/ledger/views';
import { Door } from '../board/Door';
import { Said, Wall } from '../board/Wall';
import { useSay } from '../frame/FarmContext';
import { laterPart } from '../frame/laterPart';
import { phaseWords, verdictSaid } from '../churning/batchSaid';
import { Quiet } from '../theme/Enamel';
import { Press, PressLink } from '../theme/Press';
import { FatBars } from './FatBars';
import styles from './Ledger.module.css';

const FindNotes = laterPart(() => import('./FindNotes').then((part) => part.FindNotes));

/** Rows at first, and with each further press. */
const firstRows = 8;
const furtherRows = 40;

/** Every batch with the figures that matter; the sentence and the picture first. */
export function Ledger({ view }: { view: LedgerView }) {
  const say = useSay();
  const { rows } = view;
  const [shown, setShown] = useState(firstRows);
  const { judged, good, butterMass, fatIn, fatToButter, batches } = view.totals;
  return (
    <div className={styles.ledger}>
      <Wall>
        <Said
          says={
            judged === 0
              ? 'The ledger is empty until the first butter is packed.'
              : `${judged === 1 ? 'One batch' : counted(judged, 'batch', 'batches')} made ${say.mass(butterMass)} of butter; ${text(spokenFraction(Math.min(1, fatToButter / fatIn), 0))} of the fat reached it${judged > 1 ? `, and ${decimal(good, 0)} came out good` : ''}.`
          }
          acts={
            <PressLink
              look="main"
              className={styles.main}
              href={rows.length > 0 ? '/churn/new?front=again' : '/churn/new'}
            >
              {rows.length > 0 ? 'Churn as last time' : 'Start with cream'}
            </PressLink>
          }
        />
        {judged > 0 && <FatBars rows={rows} />}
      </Wall>
      {rows.length < batches && (
        <Quiet>
          Its newest {rows.length} batches; the figures above are of all {decimal(batches, 0)}.{' '}
          <Link href="/ledger/batches">Look at any of them</Link>
        </Quiet>
      )}
      <Door name="Notes" value="find what was noted, by its words">
        <FindNotes />
      </Door>
      {rows.length > 0 && (
        <div className={styles.scroll} tabIndex={0} role="region" aria-label="Every batch">
          <table className={styles.table}>
            <thead>
              <tr>
                <th scope="col">Batch</th>
                <th scope="col">Cream</th>
                <th scope="col">Churned in</th>
                <th scope="col">Broke after</th>
                <th scope="col">Butter</th>
                <th scope="col">Fat</th>
                <th scope="col">Efficiency</th>
                <th scope="col">Verdict</th>
              </tr>
            </thead>
            <tbody>
              {rows
                .slice(0, shown)
                .map(({ id, number, day, facts, phase, breakMinutes, judged: figures }) => (
                  <tr key={id}>
                    <th scope="row">
                      <Link
                        href={phase === 'packed' || phase === 'abandoned' ? `/ledger/${id}` : `/churn/${id}`}
                      >
                        {number}
                      </Link>
                      <small>{say.day(day)}</small>
                    </th>
                    <td>
                      {say.mass(facts.creamMass)}
                      <small>
                        {text(spokenFraction(facts.creamFat, 0))} fat, {say.temperature(facts.temperature)}
                        {facts.ripened && ', ripened'}
                      </small>
                    </td>
                    <td>{tools[facts.tool].name}</td>
                    <td>{breakMinutes === null ? '–' : text(spokenMinutes(breakMinutes))}</td>
                    <td>
                      {figures ? say.mass(figures.butterMass) : <em>{phaseWords[phase].toLowerCase()}</em>}
                    </td>
                    <td>{figures ? text(spokenFraction(figures.composition.fat)) : '–'}</td>
                    <td>{figures ? text(spokenFraction(figures.churnEfficiency)) : '–'}</td>
                    <td>
                      {figures ? <span data-verdict={figures.verdict}>{verdictSaid(figures)}</span> : '–'}
                    </td>
                  </tr>
                ))}
            </tbody>
          </table>
        </div>
      )}
      {batches > 1 && (
        <p style={{ margin: 0 }}>
          <Link href="/ledger/batches">Search, filter and sort every batch</Link>,{' '}
          <Link href="/ledger/trends">see them from one to the next</Link>, and{' '}
          <Link href="/ledger/learned">what they have taught</Link>
        </p>
      )}
      <p style={{ margin: 0 }}>
        {judged > 0 && (
          <>
            <Link href="/ledger/trail">Where the fat went, of a month or a year</Link>
            {' · '}
          </>
        )}
        <Link href="/ledger/milk">Milk, day by day</Link>
        {' · '}
        <Link href="/ledger/ready">Ready by a time</Link>
        {' · '}
        <Link href="/ledger/year">The year ahead</Link>
        {' · '}
        <Link href="/ledger/season">The season</Link>
        {' · '}
        <Link href="/ledger/money">Money</Link>
        {' · '}
        <Link href="/ledger/notebook">Bring years on paper</Link>
      </p>
      {rows.length > shown && (
        <Press style={{ justifySelf: 'start' }} onClick={() => setShown(shown + furtherRows)}>
          {Math.min(furtherRows, rows.length - shown)} older {rows.length - shown === 1 ? 'one' : 'ones'}
        </Press>
      )}
    </div>
  );
}
