'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import type { Recalled, RecallView } from '@/server/recall/views';
import { useSay } from '../frame/FarmContext';
import { Quiet } from '../theme/Enamel';
import { recallSays } from './recallWords';
import { Headline } from '../theme/Headline';
import styles from './Recall.module.css';

const wentTo: Record<string, string> = {
  eaten: 'eaten',
  given: 'given away',
  sold: 'sold',
  drunk: 'drunk',
  baked: 'baked with',
  yoghurt: 'made into yoghurt',
  curd: 'made into curd',
  pigs: 'to the pigs',
  hens: 'to the hens',
  calves: 'to the calves',
  soap: 'made into soap',
  spilled: 'spilled',
  spoiled: 'thrown out',
};

/** A recall on one page, to be printed: what a lot came from, what came of it, where each is, and to whom the rest went. */
export function Recall({ view }: { view: RecallView }) {
  const say = useSay();
  const { of, from, became } = view;
  const { says, why } = recallSays(view, say.mass);
  const milkings = from.filter(({ kind }) => kind === 'milk');
  return (
    <article className={styles.recall}>
      <header>
        <Quiet>
          <Link href={of.kind === 'milk' ? `/pail/${of.id}` : `/shelf/${of.id}`}>{of.code}</Link>, {of.kind}{' '}
          of {say.day(say.dateOf(of.madeSeconds))}
          {of.animals.length > 0 && `, of ${of.animals.join(', ')}`}
        </Quiet>
        <Headline>{says}</Headline>
        <p>{why}</p>
        <Button
          variant="contained"
          size="large"
          className={styles.print}
          sx={{ minHeight: 64 }}
          onClick={() => window.print()}
        >
          Print this page
        </Button>
      </header>
      <Lots title="It, and what came of it" lots={[of, ...became]} />
      {from.length > 0 && (
        <Lots
          title={`What it came from: ${milkings.length} ${milkings.length === 1 ? 'milking' : 'milkings'}`}
          lots={from}
          recalls
        />
      )}
      <Quiet>
        Only what was written down is here. Your local authority says what a recall has to do, and whom to
        tell.
      </Quiet>
    </article>
  );
}

function Lots({
  title,
  lots,
  recalls = false,
}: {
  title: string;
  lots: readonly Recalled[];
  recalls?: boolean;
}) {
  const say = useSay();
  return (
    <section>
      <h2>{title}</h2>
      <div className={styles.scroll} tabIndex={0} role="region" aria-label={title}>
        <table>
          <thead>
            <tr>
              <th scope="col">Lot</th>
              <th scope="col">What, and when</th>
              <th scope="col">In the house</th>
              <th scope="col">Gone</th>
            </tr>
          </thead>
          <tbody>
            {lots.map((lot) => (
              <tr key={lot.id}>
                <th scope="row">{recalls ? <Link href={`/recall/${lot.id}`}>{lot.code}</Link> : lot.code}</th>
                <td>
                  {lot.kind}, {say.day(say.dateOf(lot.madeSeconds))}
                  {lot.animals.length > 0 && <small>{lot.animals.join(', ')}</small>}
                  {lot.blockedReason && (
                    <small className={styles.blocked}>kept from people: {lot.blockedReason}</small>
                  )}
                </td>
                <td>
                  {lot.mass > 0.5 ? `${say.mass(lot.mass)}${lot.where ? `, ${lot.where}` : ''}` : 'none'}
                </td>
                <td>
                  {lot.gone.length === 0
                    ? '–'
                    : lot.gone.map(({ atSeconds, account, mass, note }, i) => (
                        <span key={i} className={styles.gone}>
                          {say.mass(mass)} {wentTo[account] ?? account}, {say.day(say.dateOf(atSeconds))}
                          {note && `: ${note}`}
                        </span>
                      ))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
