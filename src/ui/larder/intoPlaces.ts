import type { Storage } from '@/core/keeping/keepingDate';

/** A way to each place, as a button says it. */
export const into: Record<Storage, string> = {
  counter: 'Onto the counter',
  crock: 'Into the crock',
  fridge: 'To the fridge',
  freezer: 'To the freezer',
};
