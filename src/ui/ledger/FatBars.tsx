'use client';

import Link from 'next/link';
import type { LedgerView } from '@/server/ledger/views';
import { useSay } from '../frame/FarmContext';
import styles from './FatBars.module.css';

const height = 150;
/** The newest stand right, and are what is looked for. */
const toNewest = (list: HTMLOListElement | null) => list?.scrollTo({ left: list.scrollWidth });

/** One bar a batch, oldest left: the outline is the fat that went in, the yellow what reached the butter. */
export function FatBars({ rows }: { rows: LedgerView['rows'] }) {
  const say = useSay();
  const shown = rows
    .flatMap((row) => (row.judged ? [{ ...row, judged: row.judged }] : []))
    .slice(0, 40)
    .reverse();
  const most = Math.max(...shown.map((row) => row.judged.fatIn));
  return (
    <figure className={styles.figure} data-picture>
      <figcaption>
        Fat in each batch, the tallest {say.mass(most)}: yellow reached the butter, white did not.
      </figcaption>
      <ol className={styles.bars} ref={toNewest}>
        {shown.map(({ id, number, judged }) => (
          <li key={id}>
            <Link
              href={`/ledger/${id}`}
              aria-label={`Batch ${number}: ${say.mass(judged.fatToButter)} of ${say.mass(judged.fatIn)} of fat reached the butter`}
            >
              <span className={styles.in} style={{ height: Math.max(6, (height * judged.fatIn) / most) }}>
                <span
                  className={styles.out}
                  style={{ height: `${Math.min(100, (100 * judged.fatToButter) / judged.fatIn)}%` }}
                />
              </span>
              <span className={styles.number}>{number}</span>
            </Link>
          </li>
        ))}
      </ol>
    </figure>
  );
}
