import type { ReactNode } from 'react';
import type { Waiting } from '@/core/standing/judgeLot';
import type { Place } from '@/core/standing/places';
import type { LotNow } from '../standing/lotNow';

/** A thing kept beside the butter, as a cupboard shows it. */
export interface KeptPiece {
  lotId: string;
  cupboard: string;
  name: string;
  says: string;
  /** The day to use it by, said; nothing where no rule says one. */
  until: string | undefined;
  tag: Waiting | undefined;
  /** Past its time: what became of it is asked on Today, and it is not called out here. */
  asked: boolean;
  drawing: ReactNode;
  one: LotNow;
}

const cupboards: Partial<Record<Place, string>> = {
  freezer: 'freezer',
  room: 'counter',
  cool: 'counter',
  warm: 'counter',
  wrapped: 'counter',
};

/** Which cupboard it stands in: what is on its way to the cold stands in the fridge’s. */
export const cupboardOf = ({ story }: LotNow): string => cupboards[story?.place ?? 'fridge'] ?? 'fridge';

/** When it is to be used by, s; nothing where it is frozen or no rule says. */
export const keptUntil = ({ judged }: LotNow): number | undefined => judged.untilSeconds;

const pressing = ['danger', 'now', 'soon', 'calm'];

/** What must go first stands first, then by its day. */
export const keptFirst = (lots: readonly LotNow[]): LotNow[] =>
  lots.toSorted(
    (a, b) =>
      pressing.indexOf(a.waiting.tone) - pressing.indexOf(b.waiting.tone) ||
      (keptUntil(a) ?? Infinity) - (keptUntil(b) ?? Infinity) ||
      a.lot.code.localeCompare(b.lot.code),
  );
