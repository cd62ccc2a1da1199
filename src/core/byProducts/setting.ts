import * as v from 'valibot';
import { positiveMass, temperature } from '../calculation';
import { placeKeys } from '../standing/places';

/** Yoghurt that is begun and sets from then on: live yoghurt that went in, g, how warm it is by then, and where it stands, °C around it. */
export const setting = v.strictObject({
  culture: positiveMass,
  /** A yoghurt of the house’s own that it is spooned from. */
  cultureLotId: v.optional(v.pipe(v.string(), v.minLength(1), v.maxLength(64))),
  celsius: temperature,
  place: v.optional(v.picklist(placeKeys), 'warm'),
  around: v.optional(temperature),
});
export type Setting = v.InferOutput<typeof setting>;
