import type { Migration } from './migration';

/**
 * What stays with the stuff: how a lot came in, so that undoing a pour or a heating gives back what was; withdrawals with a
 * start and an end, kept after they are over; a ledger in which no lot can hold less than nothing; what is mixed in and
 * poured in as culture with its mass; and the looks that must not grow with the years.
 */
export const whatStays: Migration = {
  name: '0006-what-stays',
  up: `
ALTER TABLE entry_line DROP CONSTRAINT entry_line_account_check;
ALTER TABLE entry_line ADD CONSTRAINT entry_line_account_check CHECK (account IN (
  'received', 'milked', 'water', 'salt', 'culture', 'mixedIn', 'eaten', 'drunk', 'baked', 'pigs', 'hens', 'calves', 'yoghurt', 'curd',
  'soap', 'sold', 'spilled', 'spoiled', 'smeared', 'boiledOff', 'unaccounted'));

-- As it came in: what heating, pouring and withdrawals made of it since is worked out from here.
ALTER TABLE lot ADD COLUMN origin jsonb NOT NULL DEFAULT '{}';
UPDATE lot SET origin = jsonb_strip_nulls(jsonb_build_object(
  'treatment', CASE WHEN EXISTS (SELECT 1 FROM lot_event e WHERE e.farm_id = lot.farm_id AND e.lot_id = lot.id AND e.kind = 'heated')
                    THEN 'raw' ELSE lot.treatment END,
  'oldestSeconds', extract(epoch FROM coalesce(lot.oldest_at, lot.made_at)),
  'blockedReason', lot.blocked_reason, 'blockedUntil', lot.blocked_until, 'line', lot.details->'line'));
ALTER TABLE lot ADD COLUMN put_away_at timestamptz;
DROP INDEX lot_standing;
CREATE INDEX lot_standing ON lot (farm_id, kind, oldest_at) WHERE mass_now > 0 AND put_away_at IS NULL;

CREATE TABLE withdrawal (
  farm_id uuid NOT NULL REFERENCES farm,
  id uuid NOT NULL DEFAULT gen_random_uuid(),
  animal_id uuid NOT NULL,
  from_day date NOT NULL,
  until_day date NOT NULL,
  reason text NOT NULL CHECK (char_length(reason) BETWEEN 1 AND 120),
  command_id text,
  lifted_at timestamptz,
  PRIMARY KEY (farm_id, id),
  FOREIGN KEY (farm_id, animal_id) REFERENCES animal (farm_id, id),
  FOREIGN KEY (farm_id, command_id) REFERENCES command (farm_id, id),
  CHECK (from_day <= until_day)
);
CREATE INDEX withdrawal_by_animal ON withdrawal (farm_id, animal_id) WHERE lifted_at IS NULL;
ALTER TABLE animal ADD COLUMN withdrawn_from date;
UPDATE animal SET withdrawn_from = LEAST(current_date, withdrawn_until) WHERE withdrawn_until IS NOT NULL;
INSERT INTO withdrawal (farm_id, animal_id, from_day, until_day, reason)
  SELECT farm_id, id, withdrawn_from, withdrawn_until, withdrawn_reason FROM animal WHERE withdrawn_until IS NOT NULL;
ALTER TABLE animal ADD CONSTRAINT withdrawn_from_until CHECK ((withdrawn_until IS NULL) = (withdrawn_from IS NULL) AND withdrawn_from <= withdrawn_until);

CREATE INDEX batch_open ON batch (farm_id, started_at DESC) WHERE phase NOT IN ('packed', 'abandoned');
CREATE INDEX lot_by_batch ON lot (farm_id, batch_id) WHERE batch_id IS NOT NULL;
CREATE INDEX lot_by_vessel ON lot (farm_id, vessel_id, made_at DESC) WHERE vessel_id IS NOT NULL;
CREATE INDEX reading_factor ON lot_event (farm_id, at DESC) WHERE kind = 'reading' AND jsonb_exists(data, 'factor');

CREATE FUNCTION lot_holds_what_it_holds() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE held record;
BEGIN
  SELECT code, mass_now, fat_now INTO held FROM lot WHERE farm_id = NEW.farm_id AND id = NEW.id;
  IF held.mass_now < 0 OR held.fat_now < 0 OR held.fat_now > held.mass_now THEN
    RAISE EXCEPTION 'Lot % would hold % g, % g of it fat.', held.code, held.mass_now, held.fat_now USING ERRCODE = 'IM004';
  END IF;
  RETURN NULL;
END $$;
-- Looked at when the transaction is done, or when an entry asks for it: what is taken and given back in between does not matter.
CREATE CONSTRAINT TRIGGER lot_never_below_zero AFTER UPDATE OF mass_now, fat_now ON lot DEFERRABLE INITIALLY DEFERRED
  FOR EACH ROW WHEN (NEW.mass_now < 0 OR NEW.fat_now < 0 OR NEW.fat_now > NEW.mass_now)
  EXECUTE FUNCTION lot_holds_what_it_holds();
`,
  guarded: ['withdrawal'],
};
