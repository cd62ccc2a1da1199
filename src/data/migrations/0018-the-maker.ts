import type { Migration } from './migration';

/**
 * Who churned a batch, by name; nobody is said where one person does it all. And whether its cream stood on the Shelf, which
 * follows from its entries and is asked of every batch at once.
 */
export const theMaker: Migration = {
  name: '0018-the-maker',
  up: `
ALTER TABLE batch ADD COLUMN maker text CHECK (char_length(maker) BETWEEN 1 AND 60);
CREATE INDEX batch_by_maker ON batch (farm_id, maker) WHERE maker IS NOT NULL;
ALTER TABLE batch ADD COLUMN from_shelf boolean NOT NULL DEFAULT false;
UPDATE batch SET from_shelf = true WHERE EXISTS (
  SELECT 1 FROM entry_line l JOIN entry e ON e.farm_id = l.farm_id AND e.id = l.entry_id
  WHERE l.farm_id = batch.farm_id AND l.lot_id = batch.cream_lot_id AND l.mass > 0 AND e.kind = 'poured');
CREATE INDEX batch_event_undone ON batch_event (farm_id, batch_id, (data->>'eventId')) WHERE kind = 'undone';
CREATE INDEX batch_event_tasted ON batch_event (farm_id, batch_id, at) WHERE kind = 'tasted';
`,
  guarded: [],
};
