import type { Migration } from './migration';

/** Butter of no batch of this house: from before the books were kept, bought, or worked together of several batches. */
export const looseButter: Migration = {
  name: '0016-loose-butter',
  up: `
ALTER TABLE portion ALTER COLUMN batch_id DROP NOT NULL;
`,
  guarded: [],
};
