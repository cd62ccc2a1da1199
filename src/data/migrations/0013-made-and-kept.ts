import type { Migration } from './migration';

/** Yoghurt, curd and whipped cream are lots of their own; the whey that parts from them has an account. */
export const madeAndKept: Migration = {
  name: '0013-made-and-kept',
  up: `
ALTER TABLE lot DROP CONSTRAINT lot_kind_check;
ALTER TABLE lot ADD CONSTRAINT lot_kind_check CHECK (kind IN (
  'milk', 'cream', 'skim', 'buttermilk', 'butter', 'culture', 'ghee', 'yoghurt', 'curd', 'whipped'));
ALTER TABLE entry_line DROP CONSTRAINT entry_line_account_check;
ALTER TABLE entry_line ADD CONSTRAINT entry_line_account_check CHECK (account IN (
  'received', 'milked', 'water', 'salt', 'culture', 'mixedIn', 'eaten', 'given', 'drunk', 'baked', 'pigs', 'hens', 'calves', 'yoghurt', 'curd',
  'whey', 'soap', 'sold', 'spilled', 'spoiled', 'smeared', 'boiledOff', 'unaccounted'));
`,
  guarded: [],
};
