import type { Migration } from './migration';

/** Pictures of a batch, made anew by the house (base64 of WebP); and whether a batch teaches what follows it. */
export const pictures: Migration = {
  name: '0017-pictures',
  up: `
CREATE TABLE picture (
  farm_id uuid NOT NULL REFERENCES farm,
  id text NOT NULL CHECK (char_length(id) BETWEEN 8 AND 64),
  batch_id text NOT NULL,
  at timestamptz NOT NULL,
  device text NOT NULL,
  width integer NOT NULL CHECK (width BETWEEN 1 AND 4000),
  height integer NOT NULL CHECK (height BETWEEN 1 AND 4000),
  webp text NOT NULL CHECK (char_length(webp) BETWEEN 20 AND 200000),
  removed_at timestamptz,
  PRIMARY KEY (farm_id, id),
  FOREIGN KEY (farm_id, batch_id) REFERENCES batch (farm_id, id)
);
CREATE INDEX picture_batch ON picture (farm_id, batch_id);
ALTER TABLE batch ADD COLUMN left_out boolean NOT NULL DEFAULT false;
`,
  guarded: ['picture'],
};
