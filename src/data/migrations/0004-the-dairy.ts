import type { Migration } from './migration';

/**
 * Milk and cream before the churn: animals with what blocks their milk, vessels with their shape, lots that know what is
 * in them now and how old their oldest part is, what was done to them, late entries parked in sight, and cleaning.
 * `lot.mass_now` and `lot.fat_now` are kept by a trigger from the entries and by nothing else.
 */
export const theDairy: Migration = {
  name: '0004-the-dairy',
  up: `
ALTER TABLE animal
  ADD COLUMN calved_on date,
  ADD COLUMN shares_with_calf boolean NOT NULL DEFAULT false,
  ADD COLUMN withdrawn_until date,
  ADD COLUMN withdrawn_reason text CHECK (char_length(withdrawn_reason) BETWEEN 1 AND 120),
  ADD COLUMN milked boolean NOT NULL DEFAULT true;
ALTER TABLE animal ADD CONSTRAINT withdrawn_with_reason CHECK ((withdrawn_until IS NULL) = (withdrawn_reason IS NULL));

ALTER TABLE vessel DROP CONSTRAINT vessel_kind_check;
ALTER TABLE vessel ADD CONSTRAINT vessel_kind_check
  CHECK (kind IN ('churn', 'pail', 'jar', 'can', 'tapCan', 'pan', 'tub', 'crock', 'mould', 'separator'));
ALTER TABLE vessel
  ADD COLUMN diameter numeric(8, 2) CHECK (diameter > 0),
  ADD COLUMN equipment jsonb NOT NULL DEFAULT '{}';

ALTER TABLE farm ADD COLUMN next_lot_number integer NOT NULL DEFAULT 1 CHECK (next_lot_number > 0);

ALTER TABLE lot
  ADD COLUMN treatment text NOT NULL DEFAULT 'raw' CHECK (treatment IN ('raw', 'pasteurised', 'boiled')),
  ADD COLUMN oldest_at timestamptz,
  ADD COLUMN fat_sd numeric(8, 6) CHECK (fat_sd >= 0),
  ADD COLUMN blocked_until date,
  ADD COLUMN mass_now numeric(14, 3) NOT NULL DEFAULT 0,
  ADD COLUMN fat_now numeric(14, 3) NOT NULL DEFAULT 0;
UPDATE lot SET oldest_at = made_at, treatment = CASE WHEN raw THEN 'raw' ELSE 'pasteurised' END,
  mass_now = coalesce((SELECT sum(mass) FROM entry_line l WHERE l.farm_id = lot.farm_id AND l.lot_id = lot.id), 0),
  fat_now = coalesce((SELECT sum(fat) FROM entry_line l WHERE l.farm_id = lot.farm_id AND l.lot_id = lot.id), 0);
CREATE INDEX lot_standing ON lot (farm_id, kind, oldest_at) WHERE mass_now > 0;

ALTER TABLE entry DROP CONSTRAINT entry_kind_check;
ALTER TABLE entry ADD CONSTRAINT entry_kind_check
  CHECK (kind IN ('received', 'milked', 'bought', 'separated', 'poured', 'churned', 'used', 'correction'));
ALTER TABLE entry ADD COLUMN details jsonb NOT NULL DEFAULT '{}';
CREATE INDEX entry_by_time ON entry (farm_id, kind, at);
CREATE INDEX entry_by_command ON entry (farm_id, command_id);

-- The way from grams to what is in a lot now: every new line moves its lot.
CREATE FUNCTION line_moves_its_lot() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE lot SET mass_now = lot.mass_now + moved.mass, fat_now = lot.fat_now + moved.fat
  FROM (SELECT farm_id, lot_id, sum(mass) AS mass, sum(fat) AS fat FROM added WHERE lot_id IS NOT NULL
        GROUP BY farm_id, lot_id) moved
  WHERE lot.farm_id = moved.farm_id AND lot.id = moved.lot_id;
  RETURN NULL;
END $$;
CREATE TRIGGER entry_line_moves_its_lot AFTER INSERT ON entry_line
  REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION line_moves_its_lot();

-- Blocked milk may be separated and poured on, into lots that are blocked as well; it never reaches people.
CREATE OR REPLACE FUNCTION blocked_lot_feeds_nobody() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (
    SELECT 1 FROM entry_line l JOIN lot ON lot.farm_id = l.farm_id AND lot.id = l.lot_id WHERE l.farm_id = NEW.farm_id
      AND l.entry_id = NEW.entry_id AND l.mass < 0 AND lot.blocked_reason IS NOT NULL
  ) AND EXISTS (
    SELECT 1 FROM entry_line l JOIN entry e ON e.farm_id = l.farm_id AND e.id = l.entry_id
    LEFT JOIN lot ON lot.farm_id = l.farm_id AND lot.id = l.lot_id
    WHERE l.farm_id = NEW.farm_id AND l.entry_id = NEW.entry_id AND l.mass > 0 AND e.kind <> 'correction'
      AND (l.account IN ('eaten', 'drunk', 'baked', 'yoghurt', 'curd', 'sold')
        OR (l.lot_id IS NOT NULL AND lot.blocked_reason IS NULL))
  ) THEN
    RAISE EXCEPTION 'A blocked lot does not go to people''s food.' USING ERRCODE = 'IM003';
  END IF;
  RETURN NULL;
END $$;

CREATE TABLE lot_event (
  farm_id uuid NOT NULL,
  lot_id text NOT NULL,
  id text NOT NULL CHECK (char_length(id) BETWEEN 8 AND 64),
  kind text NOT NULL,
  at timestamptz NOT NULL,
  recorded_at timestamptz NOT NULL,
  device text NOT NULL,
  command_id text NOT NULL,
  data jsonb NOT NULL,
  PRIMARY KEY (farm_id, id),
  FOREIGN KEY (farm_id, lot_id) REFERENCES lot (farm_id, id),
  FOREIGN KEY (farm_id, command_id) REFERENCES command (farm_id, id)
);
CREATE INDEX lot_event_by_lot ON lot_event (farm_id, lot_id, at);
CREATE INDEX lot_event_by_kind ON lot_event (farm_id, kind, at);
CREATE TRIGGER lot_event_is_final BEFORE UPDATE OR DELETE ON lot_event FOR EACH ROW EXECUTE FUNCTION refuse_change();

CREATE TABLE parked (
  farm_id uuid NOT NULL,
  command_id text NOT NULL,
  name text NOT NULL,
  input jsonb NOT NULL,
  lot_id text NOT NULL,
  device text NOT NULL,
  at timestamptz NOT NULL,
  question text NOT NULL,
  settled_at timestamptz,
  settled_how text CHECK (settled_how IN ('letGo', 'takeWhatIsLeft')),
  PRIMARY KEY (farm_id, command_id),
  FOREIGN KEY (farm_id, command_id) REFERENCES command (farm_id, id),
  FOREIGN KEY (farm_id, lot_id) REFERENCES lot (farm_id, id),
  CHECK ((settled_at IS NULL) = (settled_how IS NULL))
);
CREATE INDEX parked_open ON parked (farm_id, at) WHERE settled_at IS NULL;

CREATE TABLE cleaning (
  farm_id uuid NOT NULL,
  command_id text NOT NULL,
  vessel_id uuid NOT NULL,
  at timestamptz NOT NULL,
  steps text[] NOT NULL CHECK (steps <@ ARRAY['rinse', 'wash', 'rinseAgain', 'scald'] AND array_length(steps, 1) > 0),
  PRIMARY KEY (farm_id, command_id, vessel_id),
  FOREIGN KEY (farm_id, command_id) REFERENCES command (farm_id, id),
  FOREIGN KEY (farm_id, vessel_id) REFERENCES vessel (farm_id, id)
);
CREATE INDEX cleaning_by_vessel ON cleaning (farm_id, vessel_id, at DESC);
`,
  guarded: ['lot_event', 'parked', 'cleaning'],
};
