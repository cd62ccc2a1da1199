'use client';

import { useLater } from './useLater';

/** What is known of the house, and the way back; fetched as soon as the first page stands. */
export const theHouseAway = () => import('./HouseAway');

/** In place of a page that could not be shown: what {@link theHouseAway} finds, and until it is there, what is certain. */
export function Away({ onRetry }: { onRetry: () => void }) {
  const away = useLater(theHouseAway, true);
  if (away) return <away.HouseAway onRetry={onRetry} />;
  return (
    <section role="alert">
      <h1>This page could not be shown.</h1>
      <p>What you marked is kept on this device.</p>
      <button
        type="button"
        onClick={() => window.location.reload()}
        style={{ font: 'inherit', padding: '12px 20px' }}
      >
        Open it again
      </button>
    </section>
  );
}
