import type { LotEvent } from '@/core/standing/lotEvents';
import { notTakenBack } from '@/core/standing/lotStory';

/** Notes that stand, oldest first. */
export const notesOf = (events: readonly LotEvent[]) =>
  notTakenBack(events).flatMap((event) =>
    event.kind === 'noted' ? [{ id: event.id, atSeconds: event.atSeconds, note: event.note }] : [],
  );

/** What a door to them says: how many, or the only one. */
export const notesSaid = (notes: readonly { note: string }[]): string =>
  notes.length === 0 ? 'none yet' : notes.length === 1 ? `“${notes[0]!.note}”` : `${notes.length} notes`;
