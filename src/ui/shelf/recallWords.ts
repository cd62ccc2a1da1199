import { list } from '@/core/quantities/list';
import type { Recalled, RecallView } from '@/server/recall/views';

/** Where things end that people eat or are given. */
const people = new Set(['eaten', 'given', 'sold', 'drunk', 'baked', 'yoghurt', 'curd']);

/** What became of a recalled lot, g: what is in the house, what reached people, what went elsewhere. */
export function whereItWent(lots: readonly Recalled[]): { here: number; people: number; elsewhere: number } {
  const gone = lots.flatMap((lot) => lot.gone);
  const sum = (some: readonly { mass: number }[]) => some.reduce((total, { mass }) => total + mass, 0);
  return {
    here: sum(lots),
    people: sum(gone.filter(({ account }) => people.has(account))),
    elsewhere: sum(gone.filter(({ account }) => !people.has(account))),
  };
}

/** The sentence of a recall: what of it and of all that came of it can still be taken out of the way, and what is gone to people. */
export function recallSays(
  { of, became }: Pick<RecallView, 'of' | 'became'>,
  mass: (grams: number) => string,
): { says: string; why: string } {
  const all = [of, ...became];
  const { here, people: eaten } = whereItWent(all);
  const held = all.filter((lot) => lot.mass > 0);
  const named = [
    ...new Set(
      all.flatMap((lot) =>
        lot.gone.flatMap(({ account, note }) => (note && people.has(account) ? [note] : [])),
      ),
    ),
  ];
  return {
    says:
      held.length === 0
        ? `Nothing of ${of.code} is left in the house.`
        : `${mass(here)} of ${of.code} and what came of it is still in the house.`,
    why:
      eaten > 0
        ? `${mass(eaten)} went to people${named.length > 0 ? `: ${list(named)}` : ''}.`
        : 'None of it went to people.',
  };
}
