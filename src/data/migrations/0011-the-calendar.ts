import type { Migration } from './migration';

/**
 * Addresses under which a calendar may read what is coming. The house keeps only the hash of an address’s secret: whoever reads
 * the database cannot read the calendar by it.
 */
export const theCalendar: Migration = {
  name: '0011-the-calendar',
  up: `
CREATE TABLE calendar_address (
  farm_id uuid NOT NULL REFERENCES farm,
  id text NOT NULL CHECK (char_length(id) BETWEEN 8 AND 64),
  secret_hash text NOT NULL UNIQUE CHECK (secret_hash ~ '^[0-9a-f]{64}$'),
  made_at timestamptz NOT NULL,
  closed_at timestamptz,
  PRIMARY KEY (farm_id, id)
);
ALTER TABLE calendar_address ENABLE ROW LEVEL SECURITY;
ALTER TABLE calendar_address FORCE ROW LEVEL SECURITY;
CREATE POLICY of_its_farm ON calendar_address USING (farm_id::text = current_setting('immulgo.farm', true)) WITH CHECK (farm_id::text = current_setting('immulgo.farm', true));
CREATE POLICY of_every_farm ON calendar_address TO CURRENT_USER USING (current_setting('immulgo.farm', true) = 'every farm') WITH CHECK (current_setting('immulgo.farm', true) = 'every farm');
-- A calendar knows its address and no farm: whose it is, is asked before a farm is known.
CREATE FUNCTION farm_of_calendar(hash text) RETURNS uuid LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
DECLARE bound text := coalesce(current_setting('immulgo.farm', true), ''); found uuid;
BEGIN
  PERFORM set_config('immulgo.farm', 'every farm', true);
  SELECT farm_id INTO found FROM calendar_address WHERE secret_hash = hash AND closed_at IS NULL;
  PERFORM set_config('immulgo.farm', bound, true);
  RETURN found;
END $$;
`,
  guarded: [],
};
