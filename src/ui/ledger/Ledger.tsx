'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import type { Verdict } from '@/core/balancing/churnBalance';
import { tools } from '@/core/churning/tools';
import { spokenFraction, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import type { LedgerView } from '@/server/ledger/views';
import { useSay } from '../frame/FarmContext';
import { phaseWords } from '../churning/words';
import { FatBars } from './FatBars';
import styles from './Ledger.module.css';

const verdictWords: Record<Verdict, string> = { wet: 'wet', plausible: 'good', suspect: 'fat missing' };

/** Every batch with the figures that matter; the sentence and the picture first. */
export function Ledger({ view }: { view: LedgerView }) {
  const say = useSay();
  const { rows } = view;
  const judged = rows.flatMap((row) => (row.judged ? [row.judged] : []));
  const good = judged.filter((one) => one.verdict === 'plausible').length;
  const fatIn = judged.reduce((sum, one) => sum + one.fatIn, 0);
  const fatOut = judged.reduce((sum, one) => sum + one.fatToButter, 0);
  const butter = judged.reduce((sum, one) => sum + one.butterMass, 0);
  return (
    <div className={styles.ledger}>
      <section className={styles.head}>
        <h1>
          {judged.length === 0
            ? 'The ledger is empty until the first butter is packed.'
            : `${judged.length === 1 ? 'One batch' : `${judged.length} batches`} made ${say.mass(butter)} of butter; ${text(spokenFraction(fatOut / fatIn, 0))} of the fat reached it${judged.length > 1 ? `, and ${good} came out good` : ''}.`}
        </h1>
        <Button
          component={Link}
          href={rows.length > 0 ? '/churn/new?front=again' : '/churn/new'}
          variant="contained"
          size="large"
        >
          {rows.length > 0 ? 'Churn as last time' : 'Start with cream'}
        </Button>
      </section>
      {judged.length > 0 && <FatBars rows={rows} />}
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
                <th scope="col">Implied fat</th>
                <th scope="col">Efficiency</th>
                <th scope="col">Verdict</th>
              </tr>
            </thead>
            <tbody>
              {rows.map(({ id, number, day, facts, phase, breakMinutes, judged: figures }) => (
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
                  <td>{figures ? text(spokenFraction(figures.impliedButterFat)) : '–'}</td>
                  <td>{figures ? text(spokenFraction(figures.churnEfficiency)) : '–'}</td>
                  <td>
                    {figures ? (
                      <span data-verdict={figures.verdict}>{verdictWords[figures.verdict]}</span>
                    ) : (
                      '–'
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </div>
  );
}
