import { CalculationError } from '../calculationError';
import { parseQuantity } from '../quantities/parseQuantity';
import type { UnitSystem } from '../quantities/units';
import type { When } from '../times/readWhen';
import { readWhen } from '../times/readWhen';

/** Butter that is wanted by a time, as it is jotted: “want 600 g salted by Saturday noon”. */
export interface JotWish {
  /** g, and as it was typed. */
  mass: number;
  typed: string;
  /** Cultured or sweet, salted or not, where that was said. */
  soured?: boolean;
  salted?: boolean;
  /** What it is for. */
  occasion?: string;
  by: When;
}

const nothing = { kind: 'mass', value: 0 } as const;
const begins = /^(?:(?:i|we) )?(?:want|need)\b:? ?/;
const kinds: readonly [RegExp, Pick<JotWish, 'soured' | 'salted'>][] = [
  [/\b(?:unsalted|without salt)\b/, { salted: false }],
  [/\bsalted\b/, { salted: true }],
  [/\b(?:cultured|soured|sour|ripened)\b/, { soured: true }],
  [/\bsweet(?: cream)?\b/, { soured: false }],
];

/**
 * Reads a wish.
 * @param said in small letters
 * @returns undefined where it is none
 * @throws {CalculationError} for a wish without an amount or a time, quoting what was not understood
 */
export function readWish(said: string, system: UnitSystem): JotWish | undefined {
  if (!begins.test(said)) return undefined;
  const example = system === 'metric' ? '600 g' : '1 lb 4 oz';
  const found = /^(.*?)(?:,| )\s*(?:ready )?by (.+)$/.exec(said.replace(begins, ''));
  if (!found)
    throw new CalculationError(
      `“${said}” says no time: say for example “want ${example} by Saturday noon”.`,
      'when',
    );
  let what = found[1]!;
  const wish: Pick<JotWish, 'soured' | 'salted' | 'occasion'> = {};
  const occasion = /\bfor (.+)$/.exec(what);
  if (occasion) {
    wish.occasion = occasion[1]!.trim();
    what = what.slice(0, occasion.index);
  }
  for (const [word, says] of kinds)
    if (word.test(what)) {
      Object.assign(wish, says);
      what = what.replace(word, ' ');
    }
  const typed = what
    .replace(/\b(?:of|butter|and)\b|,/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  const { kind, value } = typed === '' ? nothing : parseQuantity(typed, system, 'mass');
  if (kind !== 'mass' || value <= 0)
    throw new CalculationError(
      `${typed === '' ? 'Nothing said how much' : `“${typed}” is no weight of butter`}: say for example “want ${example} by Saturday noon”.`,
      'mass',
    );
  return { mass: value, typed, ...wish, by: wantedBy(found[2]!) };
}

/** A time ahead: a weekday, a date or a time as they are said of the past, and tomorrow. */
function wantedBy(said: string): When {
  const tomorrow = /\btomorrow\b/.test(said);
  const when = readWhen(tomorrow ? said.replace(/\btomorrow\b/, 'today') : said.replace(/^next /, ''));
  if (when.kind === 'ago' || /\b(?:yesterday|last|ago)\b/.test(said))
    throw new CalculationError(
      `“${said}” is no time to come: say for example Saturday noon, tomorrow 18:00, 24 Dec.`,
      'when',
    );
  return tomorrow ? { ...when, day: { ago: -1 } } : when;
}
