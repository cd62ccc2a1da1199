import type { Migration } from './migration';

/** The day an animal was served, and the day it was dried off or is to be: nothing where nobody said. */
export const servedAndDriedOff: Migration = {
  name: '0021-served-and-dried-off',
  up: `
ALTER TABLE animal ADD COLUMN served_on date, ADD COLUMN dry_on date;
`,
  guarded: [],
};
