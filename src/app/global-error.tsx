'use client';

import '@fontsource-variable/atkinson-hyperlegible-next/wght.css';
import '@/ui/theme/palette.css';
import { useEffect } from 'react';
import { Away } from '@/ui/frame/Away';

/** Not even the frame could be drawn: the house has no database just now. */
export default function GlobalError({ reset }: { error: Error; reset: () => void }) {
  useEffect(() => {
    document.documentElement.dataset.scheme = matchMedia('(prefers-color-scheme: dark)').matches
      ? 'dark'
      : 'light';
  }, []);
  return (
    <html lang="en">
      <title>Immulgo: the house does not answer</title>
      <body>
        <main style={{ padding: 'clamp(20px, 8vw, 96px)' }}>
          <Away onRetry={reset} />
        </main>
      </body>
    </html>
  );
}
