'use client';

import { styled } from '@mui/material/styles';
import { usePathname, useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import Link from 'next/link';
import { useOutboxState, useWaiting } from '../outbox/OutboxProvider';

const Tag = styled('span')({
  display: 'inline-flex',
  alignItems: 'center',
  padding: '4px 12px',
  borderRadius: 999,
  border: '1.5px dashed var(--caution)',
  color: 'var(--caution)',
  fontSize: '0.9rem',
  fontWeight: 600,
  whiteSpace: 'nowrap',
  gap: 0,
  '& i': { fontStyle: 'normal', whiteSpace: 'pre' },
  // Where there is little room it is still read out, but not written.
  '@media (max-width: 980px)': { '& i': { position: 'absolute', width: 1, height: 1, overflow: 'hidden' } },
});

/** Says what is kept on this device and not yet with the house. Nothing to say is the usual case. */
export function Unsent() {
  const waiting = useWaiting();
  const { reachable, signedOut } = useOutboxState();
  const path = usePathname();
  const router = useRouter();
  const live = /^\/churn\/(?!new)/.test(path);
  const unsent = waiting.filter(({ aside }) => !aside).length;
  const before = useRef(0);
  useEffect(() => {
    // A page drawn while something was on its way shows the house of before: draw it again once all is answered.
    if (before.current > 0 && unsent === 0 && !live) router.refresh();
    before.current = unsent;
  }, [unsent, live, router]);
  return (
    <span role="status" aria-live="polite">
      {!reachable && unsent > 0 && (
        <Tag>
          {unsent} kept here
          {signedOut ? (
            <>
              :&nbsp;<Link href={`/sign-in?to=${encodeURIComponent(path)}`}>say who you are</Link>
            </>
          ) : (
            <i>, not sent yet</i>
          )}
        </Tag>
      )}
    </span>
  );
}
