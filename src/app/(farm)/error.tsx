'use client';

import { HouseAway } from '@/ui/frame/HouseAway';

/** The house did not answer: what was marked is still on the device. */
export default function ErrorPage({ reset }: { error: Error; reset: () => void }) {
  return <HouseAway onRetry={reset} />;
}
