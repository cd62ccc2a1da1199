import type { KeepingDate, Storage } from './keepingDate';
import { keepingDate } from './keepingDate';
import type { Stay } from './keptThrough';
import { keptThrough } from './keptThrough';
import { gheeDate } from './gheeDate';

/** What is known of butter that is of no single batch, as far as its date goes by it. */
export interface LooseButter {
  washed: boolean;
  /** Salted enough to keep by it. */
  salted: boolean;
  /** Some salt is in it. */
  someSalt: boolean;
  cultured: boolean;
  raw: boolean;
  perishable: boolean;
  /** Where it stood first. */
  storage: Storage;
  /** ISO date it was made; null where nobody knows: it is dated from the day it was written down. */
  made: string | null;
  /** It is of butter that keeps no longer than this, ISO date, where it stands first. */
  atMost?: string;
  ghee?: boolean;
}

/**
 * How long such butter keeps, and why.
 * @param writtenDown ISO date it came into the books
 * @param moves where it was moved to since, in order
 */
export function looseKept(loose: LooseButter, writtenDown: string, moves: readonly Stay[] = []): KeepingDate {
  const stays = [{ storage: loose.storage, on: loose.made ?? writtenDown }, ...moves] as const;
  const { washed, salted, cultured, raw, perishable } = loose;
  const kept = loose.ghee
    ? keptThrough((storage, from) => gheeDate(from, storage), stays, false)
    : keptThrough(
        (storage, from) =>
          keepingDate({
            made: from,
            storage,
            washed,
            salted,
            littleSalt: loose.someSalt && !salted,
            cultured,
            rawOrigin: raw,
            freshHerbsOrGarlic: perishable,
          }),
        stays,
      );
  const reasons =
    loose.made === null
      ? [...kept.reasons, 'counted from the day it was written down: nobody knows when it was made']
      : kept.reasons;
  if (loose.atMost !== undefined && moves.length === 0 && loose.atMost < kept.until)
    return { ...kept, until: loose.atMost, reasons: ['no longer than the oldest butter in it', ...reasons] };
  return { ...kept, reasons };
}

/** Butter worked together of several: each thing as careful as the most careful of them. */
export function together(
  parts: readonly (LooseButter & { until: string })[],
  { salted, storage }: { salted: boolean; storage: Storage },
): LooseButter {
  const made = parts.map((part) => part.made).filter((day): day is string => day !== null);
  const same = parts.filter((part) => part.storage === storage);
  return {
    washed: parts.every((part) => part.washed),
    salted,
    someSalt: parts.some(({ someSalt }) => someSalt),
    cultured: parts.every(({ cultured }) => cultured),
    raw: parts.some(({ raw }) => raw),
    perishable: parts.some(({ perishable }) => perishable),
    storage,
    made: made.length === parts.length ? made.toSorted()[0]! : null,
    ...(same.length > 0 ? { atMost: same.map(({ until }) => until).toSorted()[0]! } : {}),
  };
}
