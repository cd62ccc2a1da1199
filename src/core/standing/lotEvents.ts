import * as v from 'valibot';
import { fraction, mass, positiveMass, temperature } from '../calculation';
import { atSeconds, id, note } from '../churning/batchEvents';
import type { Storage } from '../keeping/keepingDate';
import { routes, cultureKinds, looks, meanings } from './lotWords';
import { placeKeys } from './places';

const shared = { id, atSeconds };

/** What a maker can say happened to a lot, each as it is sent, stored and read back. */
export const saidLotEvent = v.variant('kind', [
  v.strictObject({ ...shared, kind: v.literal('reading'), celsius: temperature }),
  v.strictObject({
    ...shared,
    kind: v.literal('placed'),
    place: v.picklist(placeKeys),
    /** Around it, when it was measured or chosen. */
    celsius: v.optional(temperature),
    /** A temperature it is brought to, when it is tempered: then it is looked at again at that time. */
    to: v.optional(temperature),
    readyAtSeconds: v.optional(atSeconds),
  }),
  v.strictObject({
    ...shared,
    kind: v.literal('soured'),
    route: v.picklist(routes),
    dose: v.optional(v.pipe(fraction, v.maxValue(0.3, 'at most 30 % of culture.'))),
    culture: v.optional(v.picklist(cultureKinds)),
    generation: v.optional(
      v.pipe(
        v.number(),
        v.integer('a whole number.'),
        v.minValue(0, 'zero or more.'),
        v.maxValue(200, 'at most 200.'),
      ),
      0,
    ),
    /** Only a little, while it warms for some hours: it is churned then, or chilled, before it is thick. */
    lightly: v.optional(v.literal(true)),
  }),
  v.strictObject({
    ...shared,
    kind: v.literal('looked'),
    seen: v.picklist(looks),
    ph: v.optional(
      v.pipe(
        v.number(),
        v.minValue(3.5, 'a pH from 3.5 to 7 is allowed.'),
        v.maxValue(7, 'a pH from 3.5 to 7 is allowed.'),
      ),
    ),
  }),
  v.strictObject({
    ...shared,
    kind: v.literal('heated'),
    how: v.picklist(['pasteurised', 'boiled']),
    celsius: v.pipe(temperature, v.minValue(60, 'pasteurising starts at 60 °C and more.')),
    minutes: v.pipe(
      v.number(),
      v.gtValue(0, 'some time, in minutes.'),
      v.maxValue(600, 'at most ten hours.'),
    ),
  }),
  /** What it is kept for: cream for the table or the churn, the rest for the kitchen, the animals, or soap. */
  v.strictObject({ ...shared, kind: v.literal('meant'), for: v.picklist(meanings) }),
  /** Milk that was poured in as it came is strained now. */
  v.strictObject({ ...shared, kind: v.literal('strained') }),
  v.strictObject({ ...shared, kind: v.literal('noted'), note }),
  v.strictObject({ ...shared, kind: v.literal('undone'), eventId: id }),
]);
export type SaidLotEvent = v.InferOutput<typeof saidLotEvent>;

/** What the ledger adds by itself when grams move. */
export interface PouredEvent {
  kind: 'poured';
  id: string;
  atSeconds: number;
  /** g and mass fraction of what came in. */
  mass: number;
  fat: number;
  celsius: number;
}
export interface DrawnEvent {
  kind: 'drawn';
  id: string;
  atSeconds: number;
  mass: number;
}
/** Butter was put somewhere else. */
export interface KeptEvent {
  kind: 'kept';
  id: string;
  atSeconds: number;
  storage: Storage;
}
/** The water over butter in a crock was changed. */
export interface WateredEvent {
  kind: 'watered';
  id: string;
  atSeconds: number;
}
/** Culture was put in: what the ledger had learned of it by then goes with it, so that every screen foresees it alike. */
export type SouredEvent = Extract<SaidLotEvent, { kind: 'soured' }> & {
  own?: { logMean: number; logSd: number };
};
export type LotEvent =
  | Exclude<SaidLotEvent, { kind: 'soured' }>
  | SouredEvent
  | PouredEvent
  | DrawnEvent
  | KeptEvent
  | WateredEvent;

/** Amounts of a movement, as sent: all of a lot when no mass is given. */
export const outOf = v.strictObject({
  lotId: id,
  mass: v.optional(positiveMass),
});
export const amounts = { mass, positiveMass };
