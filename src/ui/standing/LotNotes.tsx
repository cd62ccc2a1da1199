'use client';

import type { SaidLotEvent } from '@/core/standing/lotEvents';
import type { ShownLot } from '@/server/shelf/views';
import { clockSeconds, useNow } from '../frame/useNow';
import { newId } from '../outbox/newId';
import { useAct } from '../outbox/useAct';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { Notes } from './Notes';
import { notesOf } from './notesOf';

/** Notes on milk, cream, or whatever else a lot is. */
export function LotNotes({ lot, about }: { lot: ShownLot; about: string }) {
  const now = useNow(60_000);
  const { act, refused } = useAct();
  return (
    <>
      <Notes
        notes={notesOf(lot.events)}
        now={now}
        about={about}
        onNote={(note) => {
          const event: SaidLotEvent = { id: newId(), atSeconds: clockSeconds(), kind: 'noted', note };
          void act('lot.record', { lotId: lot.id, events: [event] }, `Noted: ${note}`, {
            name: 'lot.record',
            input: {
              lotId: lot.id,
              events: [{ id: newId(), atSeconds: event.atSeconds, kind: 'undone', eventId: event.id }],
            },
          });
        }}
      />
      <RefusedSentence refused={refused} />
    </>
  );
}
