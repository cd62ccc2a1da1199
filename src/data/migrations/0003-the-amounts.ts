import type { Migration } from './migration';

/**
 * Facts and events are kept whole, as they were said; the amounts in them obey the same signs as the ledger's columns.
 * What an event moves stands in `entry_line` as well, in milligrams.
 */
export const theAmounts: Migration = {
  name: '0003-the-amounts',
  up: `
ALTER TABLE batch ADD CONSTRAINT facts_have_cream CHECK (
  (facts->>'creamMass')::numeric > 0 AND (facts->>'creamMassSd')::numeric >= 0 AND
  (facts->>'creamVolume')::numeric > 0 AND (facts->>'capacity')::numeric > 0 AND
  (facts->>'creamFat')::numeric BETWEEN 0 AND 1);
ALTER TABLE batch_event ADD CONSTRAINT amounts_have_their_sign CHECK (
  coalesce((data->>'mass')::numeric >= 0, true) AND coalesce((data->>'massSd')::numeric >= 0, true) AND
  coalesce((data->>'waterMass')::numeric >= 0, true) AND coalesce((data->>'capacity')::numeric > 0, true) AND
  coalesce((data->>'saltMass')::numeric BETWEEN 0 AND (data->>'mass')::numeric, true));
`,
  guarded: [],
};
