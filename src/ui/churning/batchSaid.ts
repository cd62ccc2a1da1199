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

export { verdictSaid, verdictWords } from '@/core/balancing/verdictWords';
