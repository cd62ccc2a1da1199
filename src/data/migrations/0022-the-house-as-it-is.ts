import type { Migration } from './migration';

/**
 * How the house itself is: temperatures of its places, °C by place; grams of its salts in a level teaspoon, by kind, and which it
 * takes; the day its week begins on. Nothing where nobody said.
 */
export const theHouseAsItIs: Migration = {
  name: '0022-the-house-as-it-is',
  up: `
ALTER TABLE farm
  ADD COLUMN place_celsius jsonb NOT NULL DEFAULT '{}' CHECK (jsonb_typeof(place_celsius) = 'object'),
  ADD COLUMN salt_teaspoon jsonb NOT NULL DEFAULT '{}' CHECK (jsonb_typeof(salt_teaspoon) = 'object'),
  ADD COLUMN usual_salt text,
  ADD COLUMN week_begins smallint NOT NULL DEFAULT 1 CHECK (week_begins BETWEEN 0 AND 6);
`,
  guarded: [],
};
