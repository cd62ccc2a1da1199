import type { BatchEvent, BatchFacts, EventOf } from './batchEvents';
import { settled } from './tellBatch';

/**
 * A batch's facts with what was put right since. Like its story they do not lean on the order in which corrections arrive, and
 * one that is taken back leaves what was said before it.
 * @param facts as they stand by `known`
 * @param known events whose corrections are in `facts` already
 * @param all every event known now
 */
export function correctedFacts(
  facts: BatchFacts,
  known: readonly BatchEvent[],
  all: readonly BatchEvent[],
): BatchFacts {
  const before = corrections([...new Map(known.map((one) => [one.id, one])).values()]);
  const standing = corrections(settled(all));
  if (before.length === 0 && standing.length === 0) return facts;
  // As it was said at the start: what the first correction of each part found there.
  const told = before
    .toReversed()
    .reduce<BatchFacts>((found, { was }) => ({ ...found, ...was }) as BatchFacts, facts);
  return standing.reduce<BatchFacts>((found, { to }) => ({ ...found, ...to }) as BatchFacts, told);
}

const corrections = (events: readonly BatchEvent[]): EventOf<'corrected'>[] =>
  events
    .filter((event) => event.kind === 'corrected')
    .toSorted((a, b) => a.atSeconds - b.atSeconds || (a.id < b.id ? -1 : 1));

/** A correction from what stands to what is true; undefined where nothing differs. */
export function correctionOf(
  facts: BatchFacts,
  truth: EventOf<'corrected'>['to'],
): Pick<EventOf<'corrected'>, 'to' | 'was'> | undefined {
  const keys = (Object.keys(truth) as (keyof typeof truth)[]).filter((key) => facts[key] !== truth[key]);
  if (keys.length === 0) return undefined;
  const part = (of: object) => Object.fromEntries(keys.map((key) => [key, (of as typeof truth)[key]]));
  return { to: part(truth), was: part(facts) };
}
