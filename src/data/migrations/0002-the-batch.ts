import type { Migration } from './migration';

/**
 * A batch is its facts and the events that happened to it, in whatever order they arrived. Portions of its butter are
 * lots; what a batch moved stands in one entry, replaced by counter-entry when the batch is put right.
 */
export const theBatch: Migration = {
  name: '0002-the-batch',
  up: `
CREATE TABLE batch (
  farm_id uuid NOT NULL REFERENCES farm,
  id text NOT NULL CHECK (char_length(id) BETWEEN 8 AND 64),
  number integer NOT NULL CHECK (number > 0),
  cream_lot_id text NOT NULL,
  vessel_id uuid,
  facts jsonb NOT NULL,
  started_at timestamptz NOT NULL,
  phase text NOT NULL,
  break_minutes numeric(8, 3) CHECK (break_minutes >= 0),
  pace_ratio numeric(8, 4) CHECK (pace_ratio > 0),
  judged jsonb,
  churned_entry_id uuid,
  revision integer NOT NULL DEFAULT 0,
  PRIMARY KEY (farm_id, id),
  UNIQUE (farm_id, number),
  UNIQUE (farm_id, cream_lot_id),
  FOREIGN KEY (farm_id, cream_lot_id) REFERENCES lot (farm_id, id),
  FOREIGN KEY (farm_id, vessel_id) REFERENCES vessel (farm_id, id),
  FOREIGN KEY (farm_id, churned_entry_id) REFERENCES entry (farm_id, id)
);
CREATE INDEX batch_by_start ON batch (farm_id, started_at DESC);

CREATE TABLE batch_event (
  farm_id uuid NOT NULL,
  batch_id text NOT NULL,
  id text NOT NULL CHECK (char_length(id) BETWEEN 8 AND 64),
  kind text NOT NULL,
  at timestamptz NOT NULL,
  recorded_at timestamptz NOT NULL,
  device text NOT NULL,
  command_id text NOT NULL,
  data jsonb NOT NULL,
  PRIMARY KEY (farm_id, id),
  FOREIGN KEY (farm_id, batch_id) REFERENCES batch (farm_id, id),
  FOREIGN KEY (farm_id, command_id) REFERENCES command (farm_id, id)
);
CREATE INDEX batch_event_by_batch ON batch_event (farm_id, batch_id, at);
CREATE TRIGGER batch_event_is_final BEFORE UPDATE OR DELETE ON batch_event FOR EACH ROW EXECUTE FUNCTION refuse_change();

CREATE TABLE portion (
  farm_id uuid NOT NULL,
  lot_id text NOT NULL,
  batch_id text NOT NULL,
  name text NOT NULL,
  mass numeric(12, 3) NOT NULL CHECK (mass > 0),
  salt_mass numeric(12, 3) NOT NULL CHECK (salt_mass >= 0 AND salt_mass < mass),
  measured text NOT NULL CHECK (measured IN ('scale', 'volume')),
  additions jsonb NOT NULL DEFAULT '[]',
  standing boolean NOT NULL DEFAULT true,
  PRIMARY KEY (farm_id, lot_id),
  FOREIGN KEY (farm_id, lot_id) REFERENCES lot (farm_id, id),
  FOREIGN KEY (farm_id, batch_id) REFERENCES batch (farm_id, id)
);
CREATE INDEX portion_by_batch ON portion (farm_id, batch_id);

ALTER TABLE lot ADD COLUMN batch_id text;
ALTER TABLE lot ADD CONSTRAINT lot_of_batch FOREIGN KEY (farm_id, batch_id) REFERENCES batch (farm_id, id);
`,
  guarded: ['batch', 'batch_event', 'portion'],
};
