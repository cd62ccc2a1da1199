'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { counted } from '@/core/quantities/counted';
import { useSay } from '../../frame/FarmContext';
import { useNow } from '../../frame/useNow';
import { Press } from '../../theme/Press';
import styles from './Notebook.module.css';

export interface BroughtBefore {
  commandId: string;
  atSeconds: number;
  batches: number;
}

/** ms; a notebook of a thousand lines takes minutes on a slow machine, and as long to be taken back. */
const patience = 10 * 60_000;

/** Notebooks that were taken in: each can be taken back as a whole, where a column was named wrong. */
export function Brought({ farmId, brought }: { farmId: string; brought: readonly BroughtBefore[] }) {
  const say = useSay();
  const router = useRouter();
  const now = useNow(60_000);
  const [asked, setAsked] = useState<string>();
  const [busy, setBusy] = useState(false);
  const [says, setSays] = useState('');
  async function takeBack(commandId: string) {
    setBusy(true);
    try {
      const answer = await fetch(`/api/farm/notebook?into=${farmId}&back=${commandId}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: '{}',
        signal: AbortSignal.timeout(patience),
      });
      const said = (await answer.json()) as { says?: string; error?: { message: string } };
      setSays(said.says ?? said.error?.message ?? 'The house could not take it back.');
      setAsked(undefined);
      if (answer.ok) router.refresh();
    } catch {
      setSays('The house does not answer: look whether it was taken back.');
    } finally {
      setBusy(false);
    }
  }
  if (brought.length === 0 && says === '') return null;
  return (
    <section aria-label="Taken in before">
      {brought.length > 0 && <h2>Taken in before</h2>}
      <ul className={styles.brought}>
        {brought.map(({ commandId, atSeconds, batches }) => (
          <li key={commandId}>
            <span>
              {counted(batches, 'batch', 'batches')}, {say.when(atSeconds, now)}
            </span>
            {asked === commandId ? (
              <>
                <Press disabled={busy} onClick={() => void takeBack(commandId)}>
                  {busy ? 'One moment…' : `Yes, take ${batches === 1 ? 'it' : `all ${batches}`} back`}
                </Press>
                <Press look="word" disabled={busy} onClick={() => setAsked(undefined)}>
                  Leave {batches === 1 ? 'it' : 'them'}
                </Press>
              </>
            ) : (
              <Press disabled={busy} onClick={() => setAsked(commandId)}>
                Take it back
              </Press>
            )}
          </li>
        ))}
      </ul>
      <p role="status" aria-live="polite">
        {says}
      </p>
    </section>
  );
}
