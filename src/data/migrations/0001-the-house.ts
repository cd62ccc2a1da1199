import type { Migration } from './migration';

/**
 * The house and its lot ledger. Every row belongs to a farm, and a key that carries the farm ties it to rows of the
 * same farm only. Milk, cream, skim, buttermilk and butter are lots in vessels; entries move grams, and with them fat,
 * between lots and named accounts. Entries are never changed: what was wrong is put right by a counter-entry.
 */
export const theHouse: Migration = {
  name: '0001-the-house',
  up: `
CREATE TABLE farm (
  id uuid PRIMARY KEY,
  name text CHECK (char_length(name) BETWEEN 1 AND 80),
  unit_system text NOT NULL DEFAULT 'metric' CHECK (unit_system IN ('metric', 'us', 'imperial')),
  time_zone text NOT NULL DEFAULT 'UTC',
  fat_hardness numeric(4, 2) NOT NULL DEFAULT 0 CHECK (fat_hardness BETWEEN -8 AND 8),
  settled boolean NOT NULL DEFAULT false,
  next_batch_number integer NOT NULL DEFAULT 1 CHECK (next_batch_number > 0),
  created_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE animal (
  farm_id uuid NOT NULL REFERENCES farm,
  id uuid NOT NULL,
  name text NOT NULL CHECK (char_length(name) BETWEEN 1 AND 60),
  breed text NOT NULL,
  PRIMARY KEY (farm_id, id),
  UNIQUE (farm_id, name)
);

CREATE TABLE vessel (
  farm_id uuid NOT NULL REFERENCES farm,
  id uuid NOT NULL,
  name text NOT NULL CHECK (char_length(name) BETWEEN 1 AND 60),
  kind text NOT NULL CHECK (kind IN ('churn', 'jar', 'can', 'pan', 'tub', 'crock', 'mould')),
  tool text,
  capacity numeric(12, 3) NOT NULL CHECK (capacity > 0),
  PRIMARY KEY (farm_id, id),
  UNIQUE (farm_id, name),
  CHECK ((kind = 'churn') = (tool IS NOT NULL))
);

CREATE TABLE lot (
  farm_id uuid NOT NULL REFERENCES farm,
  id text NOT NULL CHECK (char_length(id) BETWEEN 8 AND 64),
  code text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('milk', 'cream', 'skim', 'buttermilk', 'butter', 'culture', 'ghee')),
  vessel_id uuid,
  made_at timestamptz NOT NULL,
  raw boolean NOT NULL,
  ripened boolean NOT NULL,
  fat_method text,
  storage text CHECK (storage IN ('counter', 'crock', 'fridge', 'freezer')),
  keep_until date,
  keep_reasons jsonb NOT NULL DEFAULT '[]',
  blocked_reason text,
  details jsonb NOT NULL DEFAULT '{}',
  PRIMARY KEY (farm_id, id),
  UNIQUE (farm_id, code),
  FOREIGN KEY (farm_id, vessel_id) REFERENCES vessel (farm_id, id)
);
CREATE INDEX lot_by_kind ON lot (farm_id, kind, made_at);

CREATE TABLE command (
  farm_id uuid NOT NULL REFERENCES farm,
  id text NOT NULL CHECK (char_length(id) BETWEEN 8 AND 64),
  device text NOT NULL CHECK (char_length(device) BETWEEN 1 AND 64),
  name text NOT NULL,
  input jsonb NOT NULL,
  at timestamptz NOT NULL,
  received_at timestamptz NOT NULL,
  result jsonb,
  PRIMARY KEY (farm_id, id)
);

CREATE TABLE entry (
  farm_id uuid NOT NULL REFERENCES farm,
  id uuid NOT NULL DEFAULT gen_random_uuid(),
  command_id text NOT NULL,
  kind text NOT NULL CHECK (kind IN ('received', 'churned', 'used', 'correction')),
  at timestamptz NOT NULL,
  recorded_at timestamptz NOT NULL,
  corrects_id uuid,
  PRIMARY KEY (farm_id, id),
  UNIQUE (farm_id, corrects_id),
  FOREIGN KEY (farm_id, command_id) REFERENCES command (farm_id, id),
  FOREIGN KEY (farm_id, corrects_id) REFERENCES entry (farm_id, id),
  CHECK ((kind = 'correction') = (corrects_id IS NOT NULL))
);

CREATE TABLE entry_line (
  farm_id uuid NOT NULL,
  entry_id uuid NOT NULL,
  position smallint NOT NULL CHECK (position >= 0),
  lot_id text,
  account text CHECK (account IN (
    'received', 'milked', 'water', 'salt', 'eaten', 'drunk', 'baked', 'pigs', 'hens', 'calves', 'yoghurt', 'curd', 'soap',
    'sold', 'spilled', 'spoiled', 'smeared', 'unaccounted')),
  mass numeric(14, 3) NOT NULL,
  fat numeric(14, 3) NOT NULL,
  PRIMARY KEY (farm_id, entry_id, position),
  FOREIGN KEY (farm_id, entry_id) REFERENCES entry (farm_id, id),
  FOREIGN KEY (farm_id, lot_id) REFERENCES lot (farm_id, id),
  CHECK ((lot_id IS NULL) <> (account IS NULL)),
  CONSTRAINT fat_within_mass CHECK (account = 'unaccounted' OR (abs(fat) <= abs(mass) AND fat * mass >= 0))
);
CREATE INDEX entry_line_by_lot ON entry_line (farm_id, lot_id) WHERE lot_id IS NOT NULL;

CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'An entry of the ledger is never changed; put it right with a counter-entry.' USING ERRCODE = 'IM001';
END $$;
CREATE TRIGGER entry_is_final BEFORE UPDATE OR DELETE ON entry FOR EACH ROW EXECUTE FUNCTION refuse_change();
CREATE TRIGGER entry_line_is_final BEFORE UPDATE OR DELETE ON entry_line FOR EACH ROW EXECUTE FUNCTION refuse_change();

CREATE FUNCTION entry_must_balance() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE off_mass numeric; off_fat numeric;
BEGIN
  SELECT sum(mass), sum(fat) INTO off_mass, off_fat FROM entry_line WHERE farm_id = NEW.farm_id AND entry_id = NEW.entry_id;
  IF off_mass <> 0 OR off_fat <> 0 THEN
    RAISE EXCEPTION 'The two sides of entry % differ by % g, % g of it fat.', NEW.entry_id, off_mass, off_fat USING ERRCODE = 'IM002';
  END IF;
  RETURN NULL;
END $$;
CREATE CONSTRAINT TRIGGER entry_balances AFTER INSERT ON entry_line DEFERRABLE INITIALLY DEFERRED
  FOR EACH ROW EXECUTE FUNCTION entry_must_balance();

CREATE FUNCTION blocked_lot_feeds_nobody() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (
    SELECT 1 FROM entry_line l JOIN lot USING (farm_id) WHERE lot.id = l.lot_id AND l.farm_id = NEW.farm_id
      AND l.entry_id = NEW.entry_id AND l.mass < 0 AND lot.blocked_reason IS NOT NULL
  ) AND EXISTS (
    SELECT 1 FROM entry_line l JOIN entry e ON e.farm_id = l.farm_id AND e.id = l.entry_id
    WHERE l.farm_id = NEW.farm_id AND l.entry_id = NEW.entry_id AND l.mass > 0 AND e.kind <> 'correction'
      AND (l.account IN ('eaten', 'drunk', 'baked', 'yoghurt', 'curd', 'sold') OR l.lot_id IS NOT NULL)
  ) THEN
    RAISE EXCEPTION 'A blocked lot does not go to people''s food.' USING ERRCODE = 'IM003';
  END IF;
  RETURN NULL;
END $$;
CREATE CONSTRAINT TRIGGER entry_spares_blocked AFTER INSERT ON entry_line DEFERRABLE INITIALLY DEFERRED
  FOR EACH ROW EXECUTE FUNCTION blocked_lot_feeds_nobody();

CREATE VIEW lot_balance WITH (security_barrier, security_invoker) AS
  SELECT farm_id, lot_id, sum(mass) AS mass, sum(fat) AS fat FROM entry_line WHERE lot_id IS NOT NULL GROUP BY farm_id, lot_id;
`,
  guarded: ['animal', 'vessel', 'lot', 'command', 'entry', 'entry_line'],
};
