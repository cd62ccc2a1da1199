import type { Migration } from './migration';

/** Who churned a batch, by name; nobody is said where one person does it all. */
export const theMaker: Migration = {
  name: '0018-the-maker',
  up: `
ALTER TABLE batch ADD COLUMN maker text CHECK (char_length(maker) BETWEEN 1 AND 60);
CREATE INDEX batch_by_maker ON batch (farm_id, maker) WHERE maker IS NOT NULL;
`,
  guarded: [],
};
