import * as v from 'valibot';
import { atSeconds, id } from '../churning/batchEvents';
import { positiveMass } from '../calculation';
import type { ReadyPlan } from './readyBy';
import type { ReadyStepKey } from './readyPieces';

/** What was foreseen when butter was put on the thread; times in s since 1970. */
export interface Foreseen {
  at: number;
  /** By when it is ready nine times in ten; nothing where it is not enough so often. */
  by?: number | undefined;
  steps: { key: ReadyStepKey; start: number; end: number; late: number }[];
}

/** A wish as it is said to the house. */
export const wishSaid = v.strictObject({
  id,
  mass: v.pipe(positiveMass, v.maxValue(200_000, 'at most 200 kg of butter.')),
  soured: v.boolean(),
  salt: v.pipe(
    v.number(),
    v.minValue(0, 'salt from 0 to 15 % is allowed.'),
    v.maxValue(0.15, 'salt from 0 to 15 % is allowed.'),
  ),
  readyAtSeconds: atSeconds,
  occasion: v.optional(
    v.nullable(
      v.pipe(
        v.string(),
        v.trim(),
        v.minLength(1, 'what it is for, in a word or three.'),
        v.maxLength(40, 'at most 40 letters.'),
      ),
    ),
  ),
  vesselId: v.optional(v.nullable(v.string())),
  /** Cream that is lacking is bought. */
  buys: v.optional(v.boolean(), false),
});
export type WishSaid = v.InferOutput<typeof wishSaid>;

/** A plan as it is kept with its wish. */
export const foreseenBy = ({ steps, by }: ReadyPlan, nowSeconds: number): Foreseen => {
  const at = (minutes: number) => Math.round(nowSeconds + 60 * minutes);
  return {
    at: Math.round(nowSeconds),
    ...(by === undefined ? {} : { by: at(by) }),
    steps: steps.map(({ key, start, end, late }) => ({
      key,
      start: at(start),
      end: at(end),
      late: at(late),
    })),
  };
};
