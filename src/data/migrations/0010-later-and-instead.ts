import type { Migration } from './migration';

/** What was answered when something stood first on Today: not now, something else instead, or later as it was advised. */
export const laterAndInstead: Migration = {
  name: '0010-later-and-instead',
  up: `
CREATE TABLE answered (
  farm_id uuid NOT NULL REFERENCES farm,
  command_id text NOT NULL CHECK (char_length(command_id) BETWEEN 8 AND 64),
  at timestamptz NOT NULL,
  act text NOT NULL CHECK (char_length(act) BETWEEN 2 AND 20),
  answer text NOT NULL CHECK (answer IN ('later', 'instead', 'agreed')),
  instead text CHECK (char_length(instead) BETWEEN 2 AND 20),
  lots jsonb NOT NULL CHECK (jsonb_typeof(lots) = 'array'),
  until timestamptz NOT NULL CHECK (until >= at AND until <= at + interval '2 days'),
  taken_back boolean NOT NULL DEFAULT false,
  PRIMARY KEY (farm_id, command_id)
);
CREATE INDEX answered_lately ON answered (farm_id, at);
ALTER TABLE answered ENABLE ROW LEVEL SECURITY;
ALTER TABLE answered FORCE ROW LEVEL SECURITY;
CREATE POLICY of_its_farm ON answered USING (farm_id::text = current_setting('immulgo.farm', true)) WITH CHECK (farm_id::text = current_setting('immulgo.farm', true));
CREATE POLICY of_every_farm ON answered TO CURRENT_USER USING (current_setting('immulgo.farm', true) = 'every farm') WITH CHECK (current_setting('immulgo.farm', true) = 'every farm');
`,
  guarded: [],
};
