'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { BatchView } from '@/server/churning/views';
import { counted } from '@/core/quantities/counted';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { Quiet } from '../theme/Enamel';
import { Press } from '../theme/Press';
import styles from './Pictures.module.css';

/** ms until a picture that did not get through is asked for again: a slow link carries a few kB a second. */
const patience = 120_000;

interface Waiting {
  id: string;
  file: File;
}

/** Pictures of a batch: added from the phone or a file, drawn anew by the house, taken away again. */
export function Pictures({ view: { id: batchId, farm, pictures } }: { view: BatchView }) {
  const say = useSay();
  const now = useNow(60_000);
  const router = useRouter();
  const { act, refused, busy } = useAct();
  const [sending, setSending] = useState(0);
  const [failed, setFailed] = useState<{ says: string; again: Waiting[] }>();

  /** One after the other; what did not get through can be sent again under the id it had, and is there once. */
  async function send(files: Waiting[]) {
    setFailed(undefined);
    const again: Waiting[] = [];
    let says = '';
    for (const [i, { id, file }] of files.entries()) {
      setSending(files.length - i);
      try {
        const answer = await fetch(`/api/batches/${batchId}/pictures?into=${farm.id}&id=${id}`, {
          method: 'POST',
          headers: { 'content-type': file.type || 'application/octet-stream' },
          body: file,
          signal: AbortSignal.timeout(patience),
        });
        if (answer.ok) continue;
        const said = (await answer.json().catch(() => ({}))) as { error?: { message: string } };
        says = `${file.name}: ${said.error?.message ?? 'the house could not take it.'}`;
      } catch {
        says = 'The house does not answer: it is not kept yet.';
        again.push({ id, file });
      }
    }
    setSending(0);
    if (says !== '') setFailed({ says, again });
    router.refresh();
  }

  return (
    <section aria-label="Pictures" className={styles.pictures}>
      <h2>Pictures</h2>
      {pictures.length > 0 && (
        <ul>
          {pictures.map(({ id, atSeconds, width, height }, i) => (
            <li key={id}>
              <a href={`/api/pictures/${id}`} target="_blank" aria-label={`Picture ${i + 1}, whole`}>
                {/* Of this farm alone, and as small as it gets already: no server may draw it once more. */}
                {/* eslint-disable-next-line @next/next/no-img-element */}
                <img src={`/api/pictures/${id}`} width={width} height={height} alt={`Picture ${i + 1} of this batch`} loading="lazy" />
              </a>
              <span>
                <small>{say.when(atSeconds, now)}</small>
                <Press
                  look="word"
                  disabled={busy}
                  aria-label={`Take picture ${i + 1} away`}
                  onClick={() =>
                    void act('picture.show', { id, shown: false }, 'The picture is taken away.', {
                      name: 'picture.show',
                      input: { id, shown: true },
                    })
                  }
                >
                  Take away
                </Press>
              </span>
            </li>
          ))}
        </ul>
      )}
      <label className={styles.add} data-busy={sending > 0}>
        {sending > 0 ? `One moment: ${counted(sending, 'picture')} to go…` : 'Add a picture'}
        <input
          type="file"
          accept="image/*"
          multiple
          disabled={sending > 0}
          onChange={({ target }) => {
            const files = [...(target.files ?? [])].map((file) => ({ id: newId(), file }));
            target.value = '';
            if (files.length > 0) void send(files);
          }}
        />
      </label>
      {failed && (
        <p role="alert">
          {failed.says}{' '}
          {failed.again.length > 0 && <Press onClick={() => void send(failed.again)}>Send again</Press>}
        </p>
      )}
      <RefusedSentence refused={refused} />
      <Quiet>Kept smaller, upright, and without what the phone wrote into it, such as the place.</Quiet>
    </section>
  );
} // prettier-ignore
