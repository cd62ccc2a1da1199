import { notifyManager, QueryClient } from '@tanstack/react-query';

/**
 * What this device has read of the house, and how it is read again. The house stands on this machine or this network: whether the
 * internet is there says nothing of it. Loaded by the pages that read, not by the frame of every one.
 */
export const reads = new QueryClient({
  defaultOptions: { queries: { networkMode: 'always', retry: false } },
});

// What was read shows before whoever waited for it goes on: a mark that leaves the outbox is in the story already.
notifyManager.setScheduler(queueMicrotask);
// Pages that come into sight again are told.
if (typeof window !== 'undefined') reads.mount();
