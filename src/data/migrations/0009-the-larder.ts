import type { Migration } from './migration';

/** Butter that is given away has an account of its own, and what is kept from people is not given to them either. */
export const theLarder: Migration = {
  name: '0009-the-larder',
  up: `
ALTER TABLE entry_line DROP CONSTRAINT entry_line_account_check;
ALTER TABLE entry_line ADD CONSTRAINT entry_line_account_check CHECK (account IN (
  'received', 'milked', 'water', 'salt', 'culture', 'mixedIn', 'eaten', 'given', 'drunk', 'baked', 'pigs', 'hens', 'calves', 'yoghurt', 'curd',
  'soap', 'sold', 'spilled', 'spoiled', 'smeared', 'boiledOff', 'unaccounted'));

CREATE OR REPLACE FUNCTION blocked_lot_feeds_nobody() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF EXISTS (
    SELECT 1 FROM entry_line l JOIN lot ON lot.farm_id = l.farm_id AND lot.id = l.lot_id WHERE l.farm_id = NEW.farm_id
      AND l.entry_id = NEW.entry_id AND l.mass < 0 AND lot.blocked_reason IS NOT NULL
  ) AND EXISTS (
    SELECT 1 FROM entry_line l JOIN entry e ON e.farm_id = l.farm_id AND e.id = l.entry_id
    LEFT JOIN lot ON lot.farm_id = l.farm_id AND lot.id = l.lot_id
    WHERE l.farm_id = NEW.farm_id AND l.entry_id = NEW.entry_id AND l.mass > 0 AND e.kind <> 'correction'
      AND (l.account IN ('eaten', 'given', 'drunk', 'baked', 'yoghurt', 'curd', 'sold')
        OR (l.lot_id IS NOT NULL AND lot.blocked_reason IS NULL))
  ) THEN
    RAISE EXCEPTION 'A blocked lot does not go to people''s food.' USING ERRCODE = 'IM003';
  END IF;
  RETURN NULL;
END $$;
CREATE INDEX lot_part_of ON lot (farm_id, (details->>'partOf')) WHERE jsonb_exists(details, 'partOf');
`,
  guarded: [],
};
