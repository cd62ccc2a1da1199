'use client';

import { useEffect } from 'react';
import styles from './HouseAway.module.css';

/** How often the house is asked whether it is back, ms. */
const asksEvery = 1500;
/** Opened anew by itself no more often than this, so that a page that always fails does not spin, ms. */
const opensAgain = 30_000;
const stampKey = 'immulgo-opened-again';

/**
 * Said in place of a page the house could not finish. A churn opens from what this device keeps; any page opens anew by
 * itself once the house answers.
 */
export function HouseAway({ onRetry }: { onRetry: () => void }) {
  useEffect(() => {
    const { pathname, search } = window.location;
    if (/^\/churn(\/|$)/.test(pathname) && navigator.serviceWorker?.controller) {
      window.location.replace(`/offline?at=${encodeURIComponent(pathname + search)}`);
      return;
    }
    const timer = setInterval(() => {
      fetch('/api/health', { cache: 'no-store' }).then(
        ({ ok }) => {
          if (!ok || Date.now() - lastOpened() < opensAgain) return;
          sessionStorage.setItem(stampKey, String(Date.now()));
          window.location.reload();
        },
        () => undefined,
      );
    }, asksEvery);
    return () => clearInterval(timer);
  }, []);
  return (
    <div role="alert" className={styles.away}>
      <h1>The house does not answer just now.</h1>
      <p>
        Its database may be restarting. What you marked is kept on this device and will be sent, once, when it
        is back. This page opens again by itself.
      </p>
      <button type="button" onClick={onRetry}>
        Try again
      </button>
    </div>
  );
}

function lastOpened(): number {
  try {
    return Number(sessionStorage.getItem(stampKey) ?? 0);
  } catch {
    return Date.now();
  }
}
