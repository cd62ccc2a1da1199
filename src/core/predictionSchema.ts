import * as v from 'valibot';
import type { Estimate } from './quantities/estimate';

export const estimateSchema: v.GenericSchema<Estimate> = v.object({
  low: v.number(),
  mid: v.number(),
  high: v.number(),
});

/** Entries every predicting calculation's output carries. */
export const predictedEntries = {
  reasons: v.array(v.object({ says: v.string(), weight: v.number() })),
  cautions: v.array(
    v.object({ key: v.string(), level: v.picklist(['caution', 'danger']), says: v.string() }),
  ),
};
