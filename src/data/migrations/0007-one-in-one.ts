import type { Migration } from './migration';

/**
 * One thing in one vessel; entries that are whole once they are written; and a role for the web server that may do what
 * its use-cases do and nothing besides: no farm but the one it is bound to, no gram but through an entry, no command twice.
 */
export const oneInOne: Migration = {
  name: '0007-one-in-one',
  up: `
-- Cream that is being churned stands in the churn, whatever else is poured in there by mistake.
ALTER TABLE lot ADD COLUMN in_churn boolean NOT NULL DEFAULT false;
UPDATE lot SET in_churn = true FROM batch WHERE batch.farm_id = lot.farm_id AND batch.cream_lot_id = lot.id;
-- By-products that left the shelf by themselves left their vessel too.
UPDATE lot SET put_away_at = now()
  WHERE kind IN ('skim', 'buttermilk') AND mass_now > 0 AND put_away_at IS NULL AND vessel_id IS NOT NULL
    AND oldest_at < now() - interval '21 days'
    AND NOT EXISTS (SELECT 1 FROM lot_event f WHERE f.farm_id = lot.farm_id AND f.lot_id = lot.id AND f.kind = 'placed' AND f.data->>'place' = 'freezer');
-- Two in one were written down before: the newest keeps the vessel, the others stand beside it.
UPDATE lot SET vessel_id = NULL, details = details || jsonb_build_object('stoodIn', vessel_id)
  WHERE vessel_id IS NOT NULL AND mass_now > 0 AND put_away_at IS NULL AND NOT in_churn
    AND kind IN ('milk', 'cream', 'skim', 'buttermilk', 'culture')
    AND EXISTS (SELECT 1 FROM lot newer WHERE newer.farm_id = lot.farm_id AND newer.vessel_id = lot.vessel_id AND newer.id <> lot.id
      AND newer.mass_now > 0 AND newer.put_away_at IS NULL AND NOT newer.in_churn
      AND newer.kind IN ('milk', 'cream', 'skim', 'buttermilk', 'culture') AND (newer.made_at, newer.id) > (lot.made_at, lot.id));
ALTER TABLE lot ADD CONSTRAINT one_in_one_vessel EXCLUDE USING btree (farm_id WITH =, vessel_id WITH =)
  WHERE (mass_now > 0 AND put_away_at IS NULL AND NOT in_churn AND kind IN ('milk', 'cream', 'skim', 'buttermilk', 'culture'))
  DEFERRABLE INITIALLY DEFERRED;

-- An entry says how many lines it has: none is added to it later.
ALTER TABLE entry ADD COLUMN line_count smallint;
ALTER TABLE entry DISABLE TRIGGER entry_is_final;
UPDATE entry SET line_count = (SELECT count(*) FROM entry_line l WHERE l.farm_id = entry.farm_id AND l.entry_id = entry.id);
ALTER TABLE entry ENABLE TRIGGER entry_is_final;
ALTER TABLE entry ALTER COLUMN line_count SET NOT NULL;
CREATE OR REPLACE FUNCTION entry_must_balance() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE off_mass numeric; off_fat numeric; has integer; wants integer;
BEGIN
  SELECT sum(mass), sum(fat), count(*) INTO off_mass, off_fat, has FROM entry_line WHERE farm_id = NEW.farm_id AND entry_id = NEW.entry_id;
  IF off_mass <> 0 OR off_fat <> 0 THEN
    RAISE EXCEPTION 'The two sides of entry % differ by % g, % g of it fat.', NEW.entry_id, off_mass, off_fat USING ERRCODE = 'IM002';
  END IF;
  SELECT line_count INTO wants FROM entry WHERE farm_id = NEW.farm_id AND id = NEW.entry_id;
  IF has <> wants THEN
    RAISE EXCEPTION 'Entry % has % lines and says %.', NEW.entry_id, has, wants USING ERRCODE = 'IM005';
  END IF;
  RETURN NULL;
END $$;

-- What a command was and what was answered stand for good; only its answer is filled in, once.
CREATE FUNCTION command_stands() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' OR OLD.result IS NOT NULL OR
    (NEW.farm_id, NEW.id, NEW.device, NEW.name, NEW.input, NEW.at, NEW.received_at) IS DISTINCT FROM
    (OLD.farm_id, OLD.id, OLD.device, OLD.name, OLD.input, OLD.at, OLD.received_at) THEN
    RAISE EXCEPTION 'A command that was carried out is never changed.' USING ERRCODE = 'IM006';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER command_is_final BEFORE UPDATE OR DELETE ON command FOR EACH ROW EXECUTE FUNCTION command_stands();

-- A lot stays what it is, and of the batch it is of: an id is not borrowed for something else.
CREATE FUNCTION lot_stays_itself() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF (NEW.kind <> OLD.kind AND NOT (NEW.kind IN ('butter', 'ghee') AND OLD.kind IN ('butter', 'ghee')))
    OR (OLD.batch_id IS NOT NULL AND NEW.batch_id IS DISTINCT FROM OLD.batch_id) THEN
    RAISE EXCEPTION 'Lot % is % already.', OLD.code, OLD.kind USING ERRCODE = 'IM007';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER lot_stays_what_it_is BEFORE UPDATE OF kind, batch_id ON lot FOR EACH ROW EXECUTE FUNCTION lot_stays_itself();

-- Grams reach a lot through an entry only: the trigger that moves them has the rights to, the web server has not.
ALTER FUNCTION line_moves_its_lot() SECURITY DEFINER SET search_path = public;

-- Every table is guarded, the farm's own too; what is about every farm is for the role that brings the database forward.
ALTER TABLE farm ENABLE ROW LEVEL SECURITY;
ALTER TABLE farm FORCE ROW LEVEL SECURITY;
CREATE POLICY of_its_farm ON farm USING (id::text = current_setting('immulgo.farm', true)) WITH CHECK (id::text = current_setting('immulgo.farm', true));
CREATE POLICY of_every_farm ON farm TO CURRENT_USER USING (current_setting('immulgo.farm', true) = 'every farm') WITH CHECK (current_setting('immulgo.farm', true) = 'every farm');
DO $$
DECLARE one text;
BEGIN
  FOREACH one IN ARRAY ARRAY['animal', 'vessel', 'lot', 'command', 'entry', 'entry_line', 'batch', 'batch_event', 'portion', 'lot_event', 'parked', 'cleaning', 'way', 'withdrawal'] LOOP
    EXECUTE format('DROP POLICY of_its_farm ON %I', one);
    EXECUTE format('CREATE POLICY of_its_farm ON %I USING (farm_id::text = current_setting(''immulgo.farm'', true)) WITH CHECK (farm_id::text = current_setting(''immulgo.farm'', true))', one);
    EXECUTE format('CREATE POLICY of_every_farm ON %I TO CURRENT_USER USING (current_setting(''immulgo.farm'', true) = ''every farm'') WITH CHECK (current_setting(''immulgo.farm'', true) = ''every farm'')', one);
  END LOOP;
END $$;
-- The one thing that is asked before a farm is known: which is the house's.
CREATE FUNCTION house_farm() RETURNS uuid LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
DECLARE bound text := coalesce(current_setting('immulgo.farm', true), ''); found uuid;
BEGIN
  PERFORM set_config('immulgo.farm', 'every farm', true);
  SELECT id INTO found FROM farm ORDER BY created_at, id LIMIT 1;
  PERFORM set_config('immulgo.farm', bound, true);
  RETURN found;
END $$;
`,
  guarded: [],
};
