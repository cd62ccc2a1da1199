import type { Migration } from './migration';

/** What is mixed into butter has its own name and weight, beside the rule of the house it falls under. */
export const mixedIn: Migration = {
  name: '0015-mixed-in',
  up: `
ALTER TABLE portion ADD COLUMN mixed_in jsonb CHECK (mixed_in IS NULL OR jsonb_typeof(mixed_in) = 'array');
`,
  guarded: [],
};
