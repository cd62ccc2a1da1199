'use client';

import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useDeferredValue, useState } from 'react';
import { kindNames } from '@/core/standing/lotKinds';
import type { LotKind } from '@/core/standing/lotKinds';
import type { NoteShown } from '@/server/ledger/views';
import { useSay } from '../frame/FarmContext';
import { reads } from '../frame/serverReads';
import { useNow } from '../frame/useNow';
import { Field } from '../quantity/Field';
import { Quiet } from '../theme/Enamel';
import styles from '../standing/Notes.module.css';

/** How long the house is waited for, ms. */
const patience = 6000;

/** Every note that was written down, found by its words. */
export function FindNotes() {
  const say = useSay();
  const now = useNow(60_000);
  const [typed, setTyped] = useState('');
  const find = useDeferredValue(typed.trim());
  const { data, isError } = useQuery(
    {
      queryKey: ['notes', find],
      queryFn: async () => {
        const answer = await fetch(`/api/notes?find=${encodeURIComponent(find)}`, {
          cache: 'no-store',
          signal: AbortSignal.timeout(patience),
        });
        if (!answer.ok) throw new Error('The house did not say.');
        return (await answer.json()) as NoteShown[];
      },
      placeholderData: (before) => before,
      staleTime: 5000,
    },
    reads,
  );
  return (
    <div className={styles.notes}>
      <ul aria-live="polite" aria-label="Notes">
        {data?.map((found) => (
          <li key={found.id}>
            <time>{say.when(found.atSeconds, now)}</time>{' '}
            <Link href={found.lotId ? `/shelf/${found.lotId}` : `/ledger/${found.batchId}`}>
              {found.lotId
                ? `${kindNames[found.lotKind as LotKind]} ${found.lotCode}`
                : `Batch ${found.batchNumber}`}
            </Link>
            : {found.note}
          </li>
        ))}
      </ul>
      {isError ? (
        <Quiet role="alert">The house does not answer: notes are looked for when it does.</Quiet>
      ) : data === undefined ? (
        <Quiet role="status">One moment…</Quiet>
      ) : (
        data.length === 0 && (
          <Quiet role="status">
            {find === ''
              ? 'Nothing was noted yet. Say “note: …” on the line above.'
              : 'No note has these words.'}
          </Quiet>
        )
      )}
      <Field
        label="Find in notes"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 120 } }}
      />
      <Quiet>Notes on batches, on milk and cream, on pieces, and what was written beside a taste.</Quiet>
    </div>
  );
}
