/** One step of the schema: forward only, run once, in a transaction. `guarded` tables get row security by farm. */
export interface Migration {
  name: string;
  up: string;
  guarded: string[];
}

/**
 * As steps up to 0019 guarded; 0020 guards all of their tables by the farm in hand, and so does every step after it by itself.
 * Row security for a farm's tables, forced on the owner too: a statement sees the rows of the farm its transaction is
 * bound to (`immulgo.farm`), or all of them when a migration says so in as many words.
 */
export const guard = (table: string): string => `
ALTER TABLE ${table} ENABLE ROW LEVEL SECURITY;
ALTER TABLE ${table} FORCE ROW LEVEL SECURITY;
CREATE POLICY of_its_farm ON ${table}
  USING (current_setting('immulgo.farm', true) IN (farm_id::text, 'every farm'))
  WITH CHECK (current_setting('immulgo.farm', true) IN (farm_id::text, 'every farm'));
`;
