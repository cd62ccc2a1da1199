import type { Migration } from './migration';

/** Butter that nobody weighed says so. A vessel that broke or was given away is retired: what stood in it keeps its name, and another may have it. */
export const putRight: Migration = {
  name: '0014-put-right',
  up: `
ALTER TABLE vessel ADD COLUMN retired_at timestamptz;
ALTER TABLE vessel DROP CONSTRAINT vessel_farm_id_name_key;
CREATE UNIQUE INDEX vessel_name ON vessel (farm_id, name) WHERE retired_at IS NULL;
ALTER TABLE portion DROP CONSTRAINT portion_measured_check;
ALTER TABLE portion ADD CONSTRAINT portion_measured_check CHECK (measured IN ('scale', 'volume', 'foreseen'));
`,
  guarded: [],
};
