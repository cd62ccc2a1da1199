import * as v from 'valibot';
import { id } from '@/core/churning/batchEvents';

/** Every write travels in one of these: made on a device, kept there until answered, safe to send twice. */
export const envelope = v.strictObject({
  id,
  /** The farm the device meant, so that a mark kept through a change of farms never lands on the wrong one. */
  farm: v.pipe(v.string(), v.uuid('the farm’s id is needed.')),
  device: v.pipe(
    v.string(),
    v.minLength(1, 'a device is needed.'),
    v.maxLength(64, 'a device name of at most 64 letters.'),
  ),
  /** Whose it is, on a device that several use: it may be sent when another has it in hand. */
  by: v.optional(v.pipe(v.string(), v.uuid('the id of a person is needed.'))),
  name: v.pipe(v.string(), v.maxLength(40, 'a command name.')),
  input: v.unknown(),
  /** ISO time on the device. */
  at: v.pipe(
    v.string(),
    v.isoTimestamp('an ISO time is needed.'),
    v.check((at) => at >= '2000' && at < '2100', 'a time between the years 2000 and 2100 is needed.'),
  ),
});
export type Envelope = v.InferOutput<typeof envelope>;

/** What comes back: done with a result, or refused with a sentence. Either is stored, and a second sending gets it again. */
export type Answer =
  { status: 'done'; result: unknown } | { status: 'refused'; message: string; field?: string };
