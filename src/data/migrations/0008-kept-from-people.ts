import type { Migration } from './migration';

/**
 * What is kept from people is let go only when nothing keeps it any more: no withdrawal on the day its milk came in, nothing
 * said of it when it came, no blocked lot that flowed into it. Held here as well as in the use-case that works it out
 * (src/server/ledger/retell.ts), so that no statement of the web server can unblock a lot.
 */
export const keptFromPeople: Migration = {
  name: '0008-kept-from-people',
  up: `
CREATE FUNCTION lot_is_free_again() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE held record; zone text;
BEGIN
  SELECT code, blocked_reason, origin, details INTO held FROM lot WHERE farm_id = NEW.farm_id AND id = NEW.id;
  IF held.blocked_reason IS NOT NULL THEN RETURN NULL; END IF;
  SELECT time_zone INTO zone FROM farm WHERE id = NEW.farm_id;
  IF EXISTS (
    WITH inflow AS (
      SELECT e.id, e.at, e.details,
        row_number() OVER (ORDER BY e.at, e.id) = 1 AS is_first,
        EXISTS (SELECT 1 FROM entry_line s WHERE s.farm_id = e.farm_id AND s.entry_id = e.id AND s.mass < 0 AND s.account IN ('milked', 'received')) AS outside
      FROM entry_line l JOIN entry e ON e.farm_id = l.farm_id AND e.id = l.entry_id AND e.kind <> 'correction'
      WHERE l.farm_id = NEW.farm_id AND l.lot_id = NEW.id AND l.mass > 0
        AND NOT EXISTS (SELECT 1 FROM entry c WHERE c.farm_id = e.farm_id AND c.corrects_id = e.id)
    )
    SELECT 1 FROM inflow
    WHERE (outside AND jsonb_typeof(inflow.details->'block') = 'object')
      OR (outside AND is_first AND NOT jsonb_exists(inflow.details, 'block') AND held.origin->>'blockedReason' IS NOT NULL)
      OR (outside AND EXISTS (
        SELECT 1 FROM withdrawal w JOIN animal a ON a.farm_id = w.farm_id AND a.id = w.animal_id
        WHERE w.farm_id = NEW.farm_id AND w.lifted_at IS NULL
          AND (inflow.at AT TIME ZONE zone)::date BETWEEN w.from_day AND w.until_day
          AND CASE WHEN jsonb_exists(inflow.details, 'milkedIds') THEN jsonb_exists(inflow.details->'milkedIds', w.animal_id::text)
              ELSE jsonb_exists(coalesce(held.details->'animals', '[]'), a.name) END))
      -- A blocked lot that was then as it is now: nothing flowed into it since.
      OR EXISTS (
        SELECT 1 FROM entry_line s JOIN lot source ON source.farm_id = s.farm_id AND source.id = s.lot_id
        WHERE s.farm_id = NEW.farm_id AND s.entry_id = inflow.id AND s.mass < 0 AND source.blocked_reason IS NOT NULL
          AND NOT EXISTS (
            SELECT 1 FROM entry_line later JOIN entry le ON le.farm_id = later.farm_id AND le.id = later.entry_id
            WHERE later.farm_id = NEW.farm_id AND later.lot_id = source.id AND later.mass > 0 AND le.at > inflow.at))
  ) THEN
    RAISE EXCEPTION 'Lot % is kept from people still.', held.code USING ERRCODE = 'IM008';
  END IF;
  RETURN NULL;
END $$;
-- Looked at when the transaction is done: what it came of is let go in the same one.
CREATE CONSTRAINT TRIGGER lot_is_let_go AFTER UPDATE OF blocked_reason ON lot DEFERRABLE INITIALLY DEFERRED
  FOR EACH ROW WHEN (OLD.blocked_reason IS NOT NULL AND NEW.blocked_reason IS NULL)
  EXECUTE FUNCTION lot_is_free_again();
`,
  guarded: [],
};
