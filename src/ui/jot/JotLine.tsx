'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { usePlaces, useSay, useTeaspoonOfSalt } from '../frame/FarmContext';
import { useNotice } from '../frame/Notices';
import { useNow } from '../frame/useNow';
import { useOutbox } from '../outbox/OutboxProvider';
import { useLater } from '../frame/useLater';
import { useAct } from '../outbox/useAct';
import type { Offered } from './HeaderJot';
import { JotField } from './JotField';

/** One line that takes what a maker would jot on the door frame, and says back what it became. */
export function JotLine({
  dairy,
  names,
}: {
  /** What the house knows that a line speaks of. */
  dairy: (typed: string) => Promise<Offered | undefined>;
  /** An animal and a vessel of this farm, for what may be written. */
  names: { animal?: string | undefined; vessel?: string | undefined };
}) {
  const say = useSay();
  const now = useNow(60_000);
  const { act, refused, busy } = useAct();
  const outbox = useOutbox();
  const notice = useNotice();
  const router = useRouter();
  const places = usePlaces();
  const teaspoonOfSalt = useTeaspoonOfSalt();
  useLater(theWriting);
  const [typed, setTyped] = useState('');
  const [wrong, setWrong] = useState<string>();

  async function send() {
    const known = await dairy(typed);
    const written = known && (await theWriting().catch(() => undefined));
    if (!written)
      return setWrong('The house does not answer just now. What is written stays here: write it again then.');
    setWrong(undefined);
    const done = await written.writeJot(typed, known, {
      say,
      places,
      teaspoonOfSalt,
      now,
      act,
      outbox,
      notice,
      refresh: () => router.refresh(),
      go: (href) => (location.pathname === href ? location.reload() : router.push(href)),
    });
    if (done === true) setTyped('');
    else if (typeof done === 'string') setWrong(done);
  }

  return (
    <JotField
      typed={typed}
      onTyped={(to) => {
        setTyped(to);
        setWrong(undefined);
      }}
      onWrite={() => void send()}
      wrong={wrong ?? refused?.message}
      example={examples[say.system]
        .replace('herd', names.animal?.toLowerCase() ?? 'herd')
        .replace('blue jar', names.vessel?.toLowerCase() ?? 'blue jar')}
      busy={busy}
    />
  );
}

/** What may be written, with this farm's own names in it where it has any. */
const examples = {
  metric: '11.2 herd · blue jar 6 C',
  us: '3 gal herd · blue jar 43 F',
  imperial: '18 pt herd · blue jar 6 C',
} as const;

/** Reading what is written is fetched apart from the line: a page is there before anybody writes on it. */
const theWriting = () => import('./writeJot');
