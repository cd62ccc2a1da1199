import type { Migration } from './migration';

/**
 * From drained to packed: butter shaped into pieces or made into ghee, the water that boils off as an account of its
 * own, and ways of working that a maker has given a name.
 */
export const theFinish: Migration = {
  name: '0005-the-finish',
  up: `
ALTER TABLE entry_line DROP CONSTRAINT entry_line_account_check;
ALTER TABLE entry_line ADD CONSTRAINT entry_line_account_check CHECK (account IN (
  'received', 'milked', 'water', 'salt', 'eaten', 'drunk', 'baked', 'pigs', 'hens', 'calves', 'yoghurt', 'curd', 'soap',
  'sold', 'spilled', 'spoiled', 'smeared', 'boiledOff', 'unaccounted'));

ALTER TABLE portion ADD COLUMN pieces jsonb;

CREATE TABLE way (
  farm_id uuid NOT NULL REFERENCES farm,
  id text NOT NULL CHECK (char_length(id) BETWEEN 8 AND 64),
  name text NOT NULL CHECK (char_length(name) BETWEEN 1 AND 40),
  way jsonb NOT NULL,
  kept_at timestamptz NOT NULL,
  PRIMARY KEY (farm_id, id),
  UNIQUE (farm_id, name)
);
`,
  guarded: ['way'],
};
