import type { Look, Meaning } from '../standing/lotWords';
import type { Place } from '../standing/places';

/** What a line says of what stands in a vessel, beside how warm it is. */
export type OfLot =
  | { kind: 'strained' }
  | { kind: 'placed'; place: Place }
  | { kind: 'meant'; for: Meaning }
  | { kind: 'looked'; seen: Look };

const places: Record<string, Place> = {
  fridge: 'fridge',
  refrigerator: 'fridge',
  freezer: 'freezer',
  room: 'room',
  kitchen: 'room',
  cellar: 'cool',
  larder: 'cool',
  pantry: 'cool',
  'cool larder': 'cool',
  'ice water': 'iceWater',
  'cold water': 'coldWater',
  spring: 'coldWater',
};
const meant: Record<string, Meaning> = {
  table: 'table',
  whipping: 'table',
  churn: 'churn',
  churning: 'churn',
  butter: 'churn',
  baking: 'baking',
  drinking: 'drinking',
  animals: 'feeding',
  feeding: 'feeding',
  soap: 'soap',
};
const looks: Record<string, Look> = {
  ripe: 'thickAndTart',
  thick: 'thickAndTart',
  'thick tart': 'thickAndTart',
  set: 'thickAndTart',
  'not yet': 'notYet',
  'not ripe': 'notYet',
  'not ripe yet': 'notYet',
  'not thick': 'notYet',
  'not set': 'notYet',
  'not set yet': 'notYet',
  'little tart': 'lightlyTart',
  'lightly tart': 'lightlyTart',
  mould: 'mould',
  mouldy: 'mould',
  mold: 'mould',
  moldy: 'mould',
  pink: 'pink',
  gas: 'gas',
  foul: 'foul',
};

/** Told of every part of a lot, and changing nothing of what is meant. */
const idle = /\b(?:is|was|are|now|stands|goes|went|put|kept|moved|been|has|a|smells)\b/g;

/**
 * What is said of a vessel whose name was taken off, if it is one of these: “strained”, “in the fridge”, “for soap”, “thick and
 * tart”, “not yet”. Small words are gone already.
 */
export function readOfLot(left: string): OfLot | undefined {
  const said = left.replace(idle, ' ').replace(/\s+/g, ' ').trim();
  const own = <T>(of: Record<string, T>, key: string): T | undefined =>
    Object.hasOwn(of, key) ? of[key] : undefined;
  if (said === 'strained' || said === 'filtered') return { kind: 'strained' };
  const place = own(places, said);
  if (place) return { kind: 'placed', place };
  const forWhat = /^for (.+)$/.exec(said);
  const meaning = forWhat && own(meant, forWhat[1]!);
  if (meaning) return { kind: 'meant', for: meaning };
  const seen = own(looks, said);
  return seen && { kind: 'looked', seen };
}
