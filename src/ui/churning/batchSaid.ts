import type { BatchVerdict } from '@/core/balancing/judgeBatch';
import type { Phase } from '@/core/churning/batchStory';

/** Where a batch stands, said plainly. */
export const phaseWords: Record<Phase, string> = {
  churning: 'Churning',
  paused: 'Put by',
  stopped: 'Stopped',
  drained: 'Drained',
  washed: 'Washed',
  portioned: 'Weighed',
  packed: 'Packed',
  abandoned: 'Given up',
};

/** What a batch came to, in the words its page and its row in the ledger share. */
export const verdictWords: Record<BatchVerdict, string> = {
  wet: 'still wet, most likely',
  plausible: 'good',
  suspect: 'some fat went missing',
  unweighed: 'not weighed',
  contradicts: 'the figures do not add up',
};
