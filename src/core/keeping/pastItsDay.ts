import type { Addition } from '../churning/batchWords';
import { additions as known } from '../churning/batchWords';
import type { Storage } from './keepingDate';
import { isWarm } from './keepingDate';

/** A piece of butter or ghee as far as what to do past its day goes. */
export interface KeptPiece {
  kind: 'butter' | 'ghee';
  additions: readonly string[];
  storage: string;
  raw: boolean;
  blockedReason?: string | null;
  despite?: string | undefined;
}

export interface PastItsDay {
  discard: boolean;
  what: string;
  advice: string;
  says: string;
}

const past = (discard: boolean, what: string, advice: string): PastItsDay => ({
  discard,
  what,
  advice,
  says: `${what}: ${advice}.`,
});

const perishable = (additions: readonly string[]): boolean =>
  additions.some((key) => known[key as Addition]?.perishable);

/**
 * What to do with a piece past its day, by what it is (handbook §6.12): what can poison is thrown away and never tasted,
 * what only fades is used another way.
 * @returns whether it is thrown away, what it is, what to do with it, and both as one sentence
 */
export function pastItsDay({ kind, additions, storage, raw, blockedReason, despite }: KeptPiece): PastItsDay {
  if (blockedReason)
    return past(
      true,
      `kept from people’s food (${blockedReason})`,
      'set it apart, and ask before any animal gets it',
    );
  if (despite !== undefined)
    return past(true, 'made of cream that should have been thrown out', 'throw it away, and do not taste it');
  if (perishable(additions))
    return past(true, 'past its day, with fresh herbs or garlic in it', 'throw it away, and never taste it');
  if (raw && isWarm(storage as Storage))
    return past(true, 'raw milk butter that stood warm past its day', 'throw it away, and do not taste it');
  if ((storage as Storage) === 'freezer')
    return past(false, 'past its best in the freezer, and still safe', 'bake with it');
  if (kind === 'ghee') return past(false, 'past its day', 'if it smells clean, cook with it soon');
  if (raw)
    return past(
      false,
      'past its day and of raw milk',
      'smell it, and if it is clean bake it through; otherwise throw it away',
    );
  return past(false, 'past its day', 'smell it first; if it is clean, bake with it, otherwise throw it away');
}
