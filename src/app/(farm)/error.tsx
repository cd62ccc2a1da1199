'use client';

import { Away } from '@/ui/frame/Away';

/** The house did not answer: what was marked is still on the device. */
export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return <Away onRetry={reset} />;
}
