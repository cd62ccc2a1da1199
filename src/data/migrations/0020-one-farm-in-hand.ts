import type { Migration } from './migration';

/**
 * Row security that the planner can reckon with. “This row’s farm as text is the one that is set” looked to it like one row in
 * two hundred, and was worked out for every row: a young farm’s queries were planned as if its tables held a row each, and one of
 * them took minutes. “This row’s farm is the one in hand”, asked once for each statement, it knows from its statistics. What is
 * about every farm is for the role that brings the database forward, on every table.
 */
export const oneFarmInHand: Migration = {
  name: '0020-one-farm-in-hand',
  up: `
CREATE FUNCTION farm_in_hand() RETURNS uuid LANGUAGE sql STABLE PARALLEL SAFE AS $$
  SELECT CASE WHEN current_setting('immulgo.farm', true) ~ '^[0-9a-fA-F]{8}(-[0-9a-fA-F]{4}){3}-[0-9a-fA-F]{12}$'
    THEN current_setting('immulgo.farm', true)::uuid END
$$;
DO $$
DECLARE guarded record;
BEGIN
  FOR guarded IN SELECT tablename FROM pg_policies WHERE schemaname = 'public' AND policyname = 'of_its_farm' LOOP
    EXECUTE format('DROP POLICY of_its_farm ON %I', guarded.tablename);
    EXECUTE format('DROP POLICY IF EXISTS of_every_farm ON %I', guarded.tablename);
    EXECUTE format('CREATE POLICY of_its_farm ON %1$I USING (%2$I = (SELECT farm_in_hand())) WITH CHECK (%2$I = (SELECT farm_in_hand()))',
      guarded.tablename, CASE WHEN guarded.tablename = 'farm' THEN 'id' ELSE 'farm_id' END);
    EXECUTE format('CREATE POLICY of_every_farm ON %I TO CURRENT_USER USING (current_setting(''immulgo.farm'', true) = ''every farm'') WITH CHECK (current_setting(''immulgo.farm'', true) = ''every farm'')', guarded.tablename);
  END LOOP;
END $$;
`,
  guarded: [],
};
