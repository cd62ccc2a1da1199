'use client';

import { useEffect, useState } from 'react';
import styles from './HouseAway.module.css';

/** How often the house is asked whether it is back, ms. */
const asksEvery = 1500;
/** Opened anew by itself no more often than this, so that a page that always fails does not spin, ms. */
const opensAgain = 30_000;
const stampKey = 'immulgo-opened-again';

/** What is known of the house: still being asked, not there, or well, so that it is this page that went wrong. */
type Found = 'asking' | 'away' | 'well';

const words: Record<Found, { title: string; says: string }> = {
  asking: {
    title: 'This page could not be shown.',
    says: 'The house is being asked whether it is there. What you marked is kept on this device.',
  },
  away: {
    title: 'The house does not answer just now.',
    says: 'It may be restarting, or out of reach. What you marked is kept on this device and will be sent, once, when it is back. This page opens again by itself.',
  },
  well: {
    title: 'This page could not be shown.',
    says: 'The house is well: something went wrong in drawing this page. What you marked is kept. Opening it again often helps; the other places work.',
  },
};

/**
 * Said in place of a page that could not be shown, and only what is true: whether the house is away, or this page went wrong. A
 * churn opens from what this device keeps; any page opens anew by itself once the house answers.
 */
export function HouseAway({ onRetry }: { onRetry: () => void }) {
  const [found, setFound] = useState<Found>('asking');
  useEffect(() => {
    const ask = () =>
      fetch('/api/health', { cache: 'no-store', signal: AbortSignal.timeout(asksEvery * 3) }).then(
        ({ ok }) => {
          setFound(ok ? 'well' : 'away');
          if (!ok || Date.now() - lastOpened() < opensAgain) return ok;
          if (!rememberOpened()) return ok;
          window.location.reload();
          return ok;
        },
        () => {
          setFound('away');
          return false;
        },
      );
    const { pathname, search } = window.location;
    const onChurn = /^\/churn(\/|$)/.test(pathname) && navigator.serviceWorker?.controller;
    void ask().then((ok) => {
      if (!ok && onChurn) window.location.replace(`/offline?at=${encodeURIComponent(pathname + search)}`);
    });
    const timer = setInterval(() => void ask(), asksEvery);
    return () => clearInterval(timer);
  }, []);
  const { title, says } = words[found];
  return (
    <div role="alert" className={styles.away}>
      <h1>{title}</h1>
      <p>{says}</p>
      <button type="button" onClick={onRetry}>
        Try again
      </button>{' '}
      {/* eslint-disable-next-line @next/next/no-html-link-for-pages -- the frame of the page may be what failed: start afresh */}
      {found === 'well' && <a href="/">To Today</a>}
    </div>
  );
}

/** Whether it could be remembered: a page that remembers nothing would open itself for ever. */
function rememberOpened(): boolean {
  try {
    sessionStorage.setItem(stampKey, String(Date.now()));
    return true;
  } catch {
    return false;
  }
}

function lastOpened(): number {
  try {
    return Number(sessionStorage.getItem(stampKey) ?? 0);
  } catch {
    return Date.now();
  }
}
