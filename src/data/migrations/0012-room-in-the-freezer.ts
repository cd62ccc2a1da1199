import type { Migration } from './migration';

/** How much butter the house’s freezer has room for, g; nothing where nobody said. */
export const roomInTheFreezer: Migration = {
  name: '0012-room-in-the-freezer',
  up: `
ALTER TABLE farm ADD COLUMN freezer_room numeric(9, 1) CHECK (freezer_room > 0 AND freezer_room <= 2000000);
`,
  guarded: [],
};
