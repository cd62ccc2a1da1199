'use client';

import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { BackupsView } from '@/server/house/views';
import { useSay } from '../frame/FarmContext';
import { reads } from '../frame/serverReads';
import { useNow } from '../frame/useNow';
import { Quiet } from '../theme/Enamel';
import { Press } from '../theme/Press';
import styles from './House.module.css';

/** How long the house is waited for, ms. */
const patience = 8000;

/** What the house says of its backups; undefined until it has, or where it makes none. */
export const useBackups = (asked: boolean) =>
  useQuery(
    {
      queryKey: ['backups'],
      queryFn: async () => {
        const answer = await fetch('/api/backup', {
          cache: 'no-store',
          signal: AbortSignal.timeout(patience),
        });
        if (!answer.ok) throw new Error('The house did not say.');
        return (await answer.json()) as BackupsView | null;
      },
      enabled: asked,
      staleTime: 60_000,
      retry: false,
    },
    reads,
  );

/** How old the newest backup is, whether one is elsewhere, and how to have more. */
export function Backups() {
  const { data, isError, refetch } = useBackups(true);
  const say = useSay();
  const now = useNow(60_000);
  const [failed, setFailed] = useState(false);
  if (isError) return <Quiet role="alert">The house does not answer just now.</Quiet>;
  if (data === undefined) return <p role="status">One moment…</p>;
  if (data === null)
    return (
      <div className={styles.inside}>
      <Quiet>
        This house makes none: it is the demo, or its database is a server of your own, which has its own means. “Everything as
        one file” takes a farm along from anywhere.
      </Quiet>
      </div>
    );
  const { madeAtSeconds, bytes, leftDays, elsewhere, says } = data;
  return (
    <div className={styles.inside}>
      {says && (
        <p role="status" className={styles.thought}>
          {says}
        </p>
      )}
      <p style={{ margin: 0 }}>
        {madeAtSeconds === null
          ? 'The first is made within the hour.'
          : `The newest is of ${say.when(madeAtSeconds, now)}${bytes === null ? '' : `, ${(bytes / 1e6).toFixed(1)} MB`}.`}{' '}
        One is made every day and kept for two weeks, and the first of each month for a year.
      </p>
      <p style={{ margin: 0 }}>
        {elsewhere
          ? 'They go to another disk.'
          : leftDays === null
            ? 'They lie on the disk of the farm itself.'
            : `They lie on the disk of the farm itself; one was carried away ${leftDays === 0 ? 'today' : leftDays === 1 ? 'yesterday' : `${leftDays} days ago`}.`}
      </p>
      {!elsewhere && (
        <div className={styles.acts}>
          <Press
            onClick={() =>
              void fetch('/api/backup', { method: 'POST', signal: AbortSignal.timeout(patience) })
                .then(({ ok }) => {
                  setFailed(!ok);
                  if (ok) void refetch();
                })
                .catch(() => setFailed(true))
            }
          >
            I have carried one away today
          </Press>
        </div>
      )}
      {failed && <Quiet role="alert">The house could not write that down just now.</Quiet>}
      <Quiet>
        On the machine: <code>./immulgo backup FILE</code> writes one now (<code>--encrypt</code> with a passphrase),{' '}
        <code>./immulgo backup --daily FOLDER</code> lets the daily one go elsewhere, <code>./immulgo restore FILE</code>{' '}
        brings one back, <code>./immulgo doctor</code> looks everything over.
      </Quiet>
    </div>
  );
} // prettier-ignore
