import * as v from 'valibot';
import { calculation, fraction } from '../calculation';
import { keepingDate, storages } from './keepingDate';

export const keepingDateCalculation = calculation({
  name: 'keeping.date',
  says: 'The date butter keeps until, with the reasons.',
  input: v.strictObject({
    made: v.string(),
    storage: v.picklist(storages),
    washed: v.boolean(),
    salted: v.boolean(),
    cultured: v.boolean(),
    rawOrigin: v.boolean(),
    freshHerbsOrGarlic: v.boolean(),
    /** Strength of the brine in it: salt.waterPhase. */
    brine: v.optional(fraction),
  }),
  output: v.object({ until: v.string(), days: v.number(), reasons: v.array(v.string()) }),
  run: keepingDate,
});
