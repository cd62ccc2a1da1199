import * as v from 'valibot';
import { batchFacts } from './batchEvents';
import { ofTheCream } from './wayOfWorking';

/** How a maker works, whatever the cream: churn, temperature, ripeness, washes, salt, shaping, place. */
export const wayOfWorking = v.omit(batchFacts, ofTheCream);
export type WayOfWorking = v.InferOutput<typeof wayOfWorking>;
