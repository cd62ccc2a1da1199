import type { Migration } from './migration';

/**
 * Butter that is wanted by a time: how much, which, for what, in which churn; what was foreseen when it was put on the thread; and the
 * batch it was made in; years that were tried and kept under a name. And when there is somebody in the dairy, and what the fridge has room for, and what things
 * cost, where a house said so.
 */
export const wishes: Migration = {
  name: '0023-wishes',
  up: `
ALTER TABLE farm
  ADD COLUMN hours jsonb CHECK (jsonb_typeof(hours) = 'object'),
  ADD COLUMN prices jsonb NOT NULL DEFAULT '{}' CHECK (jsonb_typeof(prices) = 'object'),
  ADD COLUMN fridge_room numeric(10,1) CHECK (fridge_room > 0 AND fridge_room <= 2000000);
CREATE TABLE wish (
  farm_id uuid NOT NULL REFERENCES farm,
  id text NOT NULL CHECK (char_length(id) BETWEEN 8 AND 64),
  mass numeric(10,1) NOT NULL CHECK (mass > 0 AND mass <= 200000),
  soured boolean NOT NULL,
  salt numeric(6,4) NOT NULL CHECK (salt >= 0 AND salt <= 0.15),
  ready_at timestamptz NOT NULL,
  occasion text CHECK (char_length(occasion) BETWEEN 1 AND 40),
  vessel_id uuid,
  buys boolean NOT NULL DEFAULT false,
  foreseen jsonb NOT NULL CHECK (jsonb_typeof(foreseen) = 'object'),
  put_at timestamptz NOT NULL,
  batch_id text,
  not_batch_ids jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(not_batch_ids) = 'array'),
  dropped_at timestamptz,
  PRIMARY KEY (farm_id, id),
  FOREIGN KEY (farm_id, vessel_id) REFERENCES vessel (farm_id, id),
  FOREIGN KEY (farm_id, batch_id) REFERENCES batch (farm_id, id)
);
CREATE INDEX wish_to_come ON wish (farm_id, ready_at) WHERE dropped_at IS NULL;
CREATE INDEX wish_of_batch ON wish (farm_id, batch_id) WHERE batch_id IS NOT NULL;
ALTER TABLE wish ENABLE ROW LEVEL SECURITY;
ALTER TABLE wish FORCE ROW LEVEL SECURITY;
CREATE POLICY of_its_farm ON wish USING (farm_id = (SELECT farm_in_hand())) WITH CHECK (farm_id = (SELECT farm_in_hand()));
CREATE POLICY of_every_farm ON wish TO CURRENT_USER USING (current_setting('immulgo.farm', true) = 'every farm') WITH CHECK (current_setting('immulgo.farm', true) = 'every farm');
CREATE TABLE future (
  farm_id uuid NOT NULL REFERENCES farm,
  id text NOT NULL CHECK (char_length(id) BETWEEN 8 AND 64),
  name text NOT NULL CHECK (char_length(name) BETWEEN 1 AND 60),
  tried jsonb NOT NULL CHECK (jsonb_typeof(tried) = 'object'),
  kept_at timestamptz NOT NULL,
  PRIMARY KEY (farm_id, id),
  UNIQUE (farm_id, name)
);
ALTER TABLE future ENABLE ROW LEVEL SECURITY;
ALTER TABLE future FORCE ROW LEVEL SECURITY;
CREATE POLICY of_its_farm ON future USING (farm_id = (SELECT farm_in_hand())) WITH CHECK (farm_id = (SELECT farm_in_hand()));
CREATE POLICY of_every_farm ON future TO CURRENT_USER USING (current_setting('immulgo.farm', true) = 'every farm') WITH CHECK (current_setting('immulgo.farm', true) = 'every farm');
`,
  guarded: [],
};
