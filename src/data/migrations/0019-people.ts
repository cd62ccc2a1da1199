import type { Migration } from './migration';

/**
 * People of the house, what each is on which farm, the devices they came in with, and codes that let another in, and how the house itself stands (its
 * backups). These rows
 * belong to the house and not to a farm: they are seen only by a transaction that says in as many words that it is about
 * people (`immulgo.house`), so that a farm's reading never meets them. Failed tries are counted for all processes.
 */
export const people: Migration = {
  name: '0019-people',
  up: `
CREATE TABLE person (
  id uuid PRIMARY KEY,
  name text NOT NULL CHECK (char_length(name) BETWEEN 1 AND 60),
  password_hash text CHECK (password_hash LIKE '$argon2id$%'),
  pin_hash text CHECK (pin_hash LIKE '$argon2id$%'),
  made_at timestamptz NOT NULL,
  closed_at timestamptz
);
CREATE UNIQUE INDEX person_by_name ON person (lower(name)) WHERE closed_at IS NULL;

CREATE TABLE membership (
  farm_id uuid NOT NULL REFERENCES farm,
  person_id uuid NOT NULL REFERENCES person,
  role text NOT NULL CHECK (role IN ('owner', 'maker', 'helper', 'reader')),
  since timestamptz NOT NULL,
  ended_at timestamptz,
  PRIMARY KEY (farm_id, person_id)
);
CREATE INDEX membership_of_person ON membership (person_id);

CREATE TABLE device (
  id uuid PRIMARY KEY,
  secret_hash text NOT NULL CHECK (secret_hash ~ '^[0-9a-f]{64}$'),
  person_id uuid NOT NULL REFERENCES person,
  farm_id uuid NOT NULL REFERENCES farm,
  name text NOT NULL CHECK (char_length(name) BETWEEN 1 AND 60),
  shared boolean NOT NULL DEFAULT false,
  made_at timestamptz NOT NULL,
  seen_at timestamptz NOT NULL,
  revoked_at timestamptz
);
CREATE INDEX device_of_person ON device (person_id);

CREATE TABLE device_person (
  device_id uuid NOT NULL REFERENCES device,
  person_id uuid NOT NULL REFERENCES person,
  first_at timestamptz NOT NULL,
  PRIMARY KEY (device_id, person_id)
);

CREATE TABLE pairing (
  code_hash text PRIMARY KEY CHECK (code_hash ~ '^[0-9a-f]{64}$'),
  person_id uuid REFERENCES person,
  role text CHECK (role IN ('owner', 'maker', 'helper', 'reader')),
  farm_id uuid NOT NULL REFERENCES farm,
  made_by uuid NOT NULL REFERENCES person,
  made_at timestamptz NOT NULL,
  until timestamptz NOT NULL,
  used_at timestamptz,
  CHECK ((person_id IS NULL) <> (role IS NULL))
);

CREATE TABLE people_act (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  farm_id uuid REFERENCES farm,
  at timestamptz NOT NULL,
  by_name text,
  act text NOT NULL CHECK (char_length(act) BETWEEN 1 AND 400)
);
CREATE INDEX people_act_by_farm ON people_act (farm_id, at);

CREATE TABLE house_state (
  key text PRIMARY KEY CHECK (char_length(key) BETWEEN 1 AND 60),
  value jsonb NOT NULL,
  at timestamptz NOT NULL
);

CREATE TABLE attempt (
  key varchar(255) PRIMARY KEY,
  points integer NOT NULL DEFAULT 0,
  expire bigint
);

ALTER TABLE command ADD COLUMN said_by text CHECK (char_length(said_by) BETWEEN 1 AND 60);
ALTER TABLE command ADD COLUMN person_id uuid REFERENCES person;
${['person', 'membership', 'device', 'device_person', 'pairing', 'people_act', 'house_state']
  .map(
    (table) => `
ALTER TABLE ${table} ENABLE ROW LEVEL SECURITY;
ALTER TABLE ${table} FORCE ROW LEVEL SECURITY;
CREATE POLICY of_the_house ON ${table}
  USING (current_setting('immulgo.house', true) = 'people')
  WITH CHECK (current_setting('immulgo.house', true) = 'people');`,
  )
  .join('')}
`,
  guarded: [],
};
