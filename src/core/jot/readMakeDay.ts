import { CalculationError } from '../calculationError';
import type {
  Clarity,
  Feed,
  Feel,
  GrainSize,
  PieceForm,
  Speed,
  Taste,
  PausePlace,
  WashPlace,
  Working,
} from '../churning/batchWords';
import { clarities, feeds, pieceForms, tastes } from '../churning/batchWords';
import type { MixedIn } from '../churning/batchEvents';
import type { MarkStage } from '../churning/stages';
import type { ToolKey } from '../churning/tools';
import { toolKeys, tools } from '../churning/tools';
import { saltByEye, salts, someSalt } from '../salting/salts';
import { readMixed } from './readMixed';
import { readAmount } from '../quantities/readAmount';
import type { Quantity } from '../quantities/parseQuantity';
import type { UnitSystem } from '../quantities/units';

/** What a jot on make day says. */
export type MakeDay =
  | { kind: 'mark'; stage: MarkStage }
  | { kind: 'reading'; celsius: number }
  | { kind: 'water'; amount: Quantity }
  | { kind: 'salted'; grams: number }
  | { kind: 'paused'; place?: PausePlace }
  | { kind: 'resumed' }
  | { kind: 'load' }
  | { kind: 'drained'; amount?: Quantity }
  | { kind: 'washed'; clarity: Clarity; amount?: Quantity; celsius?: number; where?: WashPlace }
  | {
      kind: 'butter';
      amount: Quantity;
      salt: 'usual' | 'none' | { share: number; byEye?: true };
      pieces?: { form: PieceForm; each: number };
      mixedIn: MixedIn[];
      /** Made into ghee; how much, if it was weighed. */
      ghee?: Quantity | true;
    }
  | { kind: 'takenOut'; share: number }
  | { kind: 'speed'; to: Speed }
  | { kind: 'merged' }
  | { kind: 'tool'; tool: ToolKey }
  | { kind: 'gathered'; size: GrainSize }
  | { kind: 'felt'; feel?: Feel; celsius?: number }
  | { kind: 'worked'; way: Working; amount?: Quantity; minutes?: number }
  | { kind: 'reweighed'; amount: Quantity }
  | { kind: 'moisture'; tare: number; before: number; after: number }
  | { kind: 'tasted'; tastes: Taste[]; colour?: number; feed?: Feed; note?: string }
  | { kind: 'noted'; note: string }
  /** Packed, and nobody weighed it. */
  | { kind: 'notWeighed' }
  | { kind: 'packed' }
  | { kind: 'undo' }
  | { kind: 'abandoned'; reason: string };

/** Cream kept as whipped cream goes back to the shelf as it was, with this said of the batch. */
export const whippedReason = 'Stopped at whipped cream';

const places: Record<string, PausePlace> = {
  room: 'room',
  'cold room': 'cold',
  cellar: 'cold',
  larder: 'cold',
  pantry: 'cold',
  fridge: 'fridge',
  freezer: 'freezer',
  bath: 'bath',
  'ice water': 'iceWater',
  ice: 'ice',
};

const stageWords: Record<string, MarkStage> = {
  thick: 'thickening',
  thickening: 'thickening',
  thickens: 'thickening',
  whipped: 'whipped',
  whips: 'whipped',
  grainy: 'grainy',
  broke: 'break',
  broken: 'break',
  break: 'break',
  stop: 'stopped',
  stopped: 'stopped',
};
const drinkable: Record<UnitSystem, string> = { metric: 'mL', us: 'cups', imperial: 'cups' };
const weighed: Record<UnitSystem, string> = { metric: 'g', us: 'oz', imperial: 'oz' };

/**
 * Reads what a maker jots while churning: `broke`, `15 C`, `water 60 ml`, `pause fridge`, `go on`, `next load`, `drained
 * 0.9 l`, `washed clear at 8 C`, `greasy`, `butter 14 C`, `pressed 30 ml`, `butter 612 g salted in 250 g blocks`, `butter 400 g to
 * ghee 310 g`, `weighs 598 g now`, `moisture 80.2 90.4 88.8`, `tastes nutty`, `colour 4`, `took out a third`, `in the stand mixer`,
 * `packed`, `undo`, `gave up: too warm`.
 * @returns undefined when it is about something else
 * @throws {CalculationError} quoting the amount that was not understood
 */
export function readMakeDay(
  text: string,
  system: UnitSystem,
  teaspoonOfSalt: number = salts.fine.gramsPerTeaspoon,
): MakeDay | undefined {
  const noted = readNote(text);
  if (noted) return { kind: 'noted', note: noted.note };
  const said = text
    .trim()
    .toLowerCase()
    .replace(/[“”"']/g, '')
    .replace(/\s+/g, ' ');
  const stage = stageWords[said.replace(/^(it has|it is|it|has|just) /, '')];
  if (stage) return { kind: 'mark', stage };
  if (/^undo( that| it)?$/.test(said)) return { kind: 'undo' };
  if (/^(next|another) load( in)?$/.test(said)) return { kind: 'load' };
  if (/^(go on|going on|resume|resumed|on again|churn on|churn(ed)? again)$/.test(said))
    return { kind: 'resumed' };
  if (/^pack(ed)?$/.test(said)) return { kind: 'packed' };
  if (/^(?:butter |pack(?:ed)?)?,? ?(?:but )?(?:not weighed|unweighed)$/.test(said))
    return { kind: 'notWeighed' };
  const pause =
    /^(?:pause|paused|put by)(?: (?:for the night|overnight|till tomorrow))?(?: ?,? ?(?:in |on )?(?:the |an? )?(fridge|freezer|cold room|cellar|larder|pantry|room|bath|ice water|ice))?$/.exec(
      said,
    );
  if (pause) {
    const place = pause[1] ?? (/night|tomorrow/.test(said) ? 'fridge' : undefined);
    return {
      kind: 'paused',
      ...(place ? { place: places[place] ?? 'room' } : {}),
    };
  }
  if (/^(keep|kept|stop(ped)? at) (it )?whipped( cream)?$/.test(said))
    return { kind: 'abandoned', reason: whippedReason };
  const gave = /^(?:gave|give) up(?:[:,]? (.*))?$/.exec(said);
  if (gave) return { kind: 'abandoned', reason: gave[1] ?? '' };
  if (/^-?\d+(?:[.,]\d+)? ?°? ?[cf]$/.test(said))
    return { kind: 'reading', celsius: amountOf(said, system, ['temperature'], '').value };
  const saltIn = creamSalt.exec(said)?.groups;
  const salt = saltIn && (saltIn.before ?? saltIn.after ?? saltIn.last);
  if (salt) {
    const amount = amountOf(salt.replace(/ of$/, ''), system, ['mass', 'volume'], 'g');
    return {
      kind: 'salted',
      grams: amount.kind === 'volume' ? (amount.value / teaspoon) * teaspoonOfSalt : amount.value,
    };
  }
  const cloth = clothWork.exec(said);
  if (cloth) {
    const long = cloth.groups!.long;
    return {
      kind: 'worked',
      way: /slant|board|colander|sieve/.test(said)
        ? 'slant'
        : /squeez|wrung/.test(said)
          ? 'squeezed'
          : 'hung',
      ...(long ? { minutes: amountOf(long, system, ['duration'], 'min').value } : {}),
    };
  }
  const plain = plainAct(said);
  if (plain) return plain;
  const [, what, rest = ''] =
    /^(water|drained|buttermilk|washed|wash|butter|pressed|worked|weighs|reweighed|moisture|tastes|tasted|colou?r)\b[ ,:]*(.*)$/.exec(
      said,
    ) ?? [];
  switch (what) {
    case 'water':
      return { kind: 'water', amount: amountOf(rest, system, ['mass', 'volume'], drinkable[system]) };
    case 'drained':
    case 'buttermilk': {
      const left = rest.replace(/^(buttermilk|of buttermilk)\b ?/, '').replace(/ (of )?buttermilk$/, '');
      return {
        kind: 'drained',
        ...(left === '' ? {} : { amount: amountOf(left, system, ['mass', 'volume'], drinkable[system]) }),
      };
    }
    case 'washed':
    case 'wash': {
      const clarity = clarities.find((one) => new RegExp(`\\b${one}\\b`).test(rest));
      if (!clarity)
        throw new CalculationError(
          `“${text.trim()}”: say how the water ran: ${clarities.join(', ')}.`,
          'jot',
        );
      const cold = /\b(?:at )?(-?\d+(?:[.,]\d+)? ?°? ?[cf])\b/.exec(rest)?.[1];
      const where = washWheres.find(([words]) => words.test(rest));
      const left = rest
        .replace(clarity, '')
        .replace(cold ?? /$^/, '')
        .replace(where?.[0] ?? /$^/, '')
        .replace(/\b(with|at|water)\b/g, '')
        .replace(/\s+/g, ' ')
        .trim();
      return {
        kind: 'washed',
        clarity,
        ...(cold === undefined ? {} : { celsius: amountOf(cold, system, ['temperature'], '').value }),
        ...(where ? { where: where[1] } : {}),
        ...(left === '' ? {} : { amount: amountOf(left, system, ['mass', 'volume'], drinkable[system]) }),
      };
    }
    case 'pressed':
    case 'worked': {
      const left = rest
        .replace(/^(dry|it|once|out)\b ?/, '')
        .replace(/ (of water )?out$/, '')
        .trim();
      return {
        kind: 'worked',
        way: what,
        ...(left === '' ? {} : { amount: amountOf(left, system, ['mass', 'volume'], drinkable[system]) }),
      };
    }
    case 'weighs':
    case 'reweighed':
      return {
        kind: 'reweighed',
        amount: amountOf(rest.replace(/ ?\b(now|again)$/, ''), system, ['mass'], weighed[system]),
      };
    case 'moisture': {
      // A comma is a decimal’s, unless a space follows it.
      const weights = rest.split(/[,;]? +|;/).map((one) => Number(one.replace(',', '.').replace(/g$/, '')));
      if (weights.length !== 3 || !weights.every((one) => Number.isFinite(one) && one >= 0))
        throw new CalculationError(
          'Three weights of the pan in grams: empty, with the butter, and after, such as “moisture 80.2 90.4 88.8”.',
          'jot',
        );
      return { kind: 'moisture', tare: weights[0]!, before: weights[1]!, after: weights[2]! };
    }
    case 'tastes':
    case 'tasted':
    case 'color':
    case 'colour': {
      const colour = /^colou?r$/.test(what)
        ? /^[1-6]\b/.exec(rest)?.[0]
        : /colou?r ([1-6])\b/.exec(rest)?.[1];
      if (/^colou?r$/.test(what) && colour === undefined)
        throw new CalculationError('A colour from 1, white, to 6, deep yellow.', 'jot');
      const found = tastes.filter((one) => new RegExp(`\\b${one}\\b`).test(rest));
      const feed = feeds.find((one) => new RegExp(`\\bon ${one}\\b`).test(rest));
      return {
        kind: 'tasted',
        tastes: found,
        ...(colour === undefined ? {} : { colour: Number(colour) }),
        ...(feed ? { feed } : {}),
        ...(found.length === 0 && colour === undefined ? { note: rest } : {}),
      };
    }
    case 'butter': {
      if (/^-?\d+(?:[.,]\d+)? ?°? ?[cf]$/.test(rest))
        return { kind: 'felt', celsius: amountOf(rest, system, ['temperature'], '').value };
      const shaped = new RegExp(`\\bin(?:to)? (.+?) (${pieceForms.join('|')})s?$`).exec(rest);
      const clarified = /\b(?:in)?to ghee\b ?(.*)$/.exec(rest);
      const mixed = readMixed(
        rest.replace(shaped?.[0] ?? /$^/, '').replace(clarified?.[0] ?? /$^/, ''),
        system,
      );
      const share = /(\d+(?:[.,]\d+)?) ?%(?: salt(?:ed)?)?/.exec(rest);
      const none = /\bunsalted\b|\bno salt\b/.test(rest);
      const eye = saltByEye.exec(rest)?.[0];
      const left = rest
        .replace(shaped?.[0] ?? /$^/, '')
        .replace(clarified?.[0] ?? /$^/, '')
        .replace(/\bwith\b.*$/, '')
        .replace(share?.[0] ?? /$^/, '')
        .replace(eye ?? /$^/, '')
        .replace(/[, ]+$/, '')
        .replace(/\b(unsalted|salted|no salt)\b/, '')
        .trim();
      return {
        kind: 'butter',
        amount: amountOf(left, system, ['mass', 'volume'], weighed[system]),
        salt:
          none || clarified
            ? 'none'
            : share
              ? { share: Number(share[1]!.replace(',', '.')) / 100 }
              : eye
                ? { share: someSalt, byEye: true }
                : 'usual',
        mixedIn: mixed,
        ...(shaped
          ? {
              pieces: {
                form: shaped[2] as PieceForm,
                each: amountOf(shaped[1]!, system, ['mass'], weighed[system]).value,
              },
            }
          : {}),
        ...(clarified
          ? {
              ghee:
                clarified[1]!.trim() === ''
                  ? true
                  : amountOf(clarified[1]!.trim(), system, ['mass'], weighed[system]),
            }
          : {}),
      };
    }
    default:
      return undefined;
  }
}

/** Salt that goes into the cream, before it breaks. */
const creamSalt =
  /^(?:(?<before>.+?) (?:of )?salt|salt,? (?<after>.+?)|salted),? (?:went )?(?:in|into|to|in with) (?:the )?cream$|^salted (?:the )?cream(?: with)?,? (?<last>.+?)(?: (?:of )?salt)?$/;
/** mL of a level teaspoon (handbook §6.11). */
const teaspoon = 4.93;

/** Water that runs off or is wrung out of butter in a cloth or on a slant, and for how long. */
const clothWork =
  /^(?:(?:(?:left (?:it )?(?:to )?)?(?:hung|hanging|hangs|drain(?:ed|s|ing)?|squeezed|wrung(?: out)?|stood|lies|lay)(?: (?:it|up|to drain))*) )?(?:(?:in (?:a |the )?(?:muslin|butter ?cloth|cheese ?cloth|cloth|tea ?towel|towel|bag))|(?:on (?:a |the )?(?:slant|slanted board|sloped board|sloping board))|(?:in (?:a |the )?(?:colander|sieve)))(?:,? (?:for )?(?:about )?(?<long>[\d½¼¾].*|half an hour|an hour|one hour|two hours))?$/;

const washWheres: readonly [RegExp, WashPlace][] = [
  [/\bin (the |a )?bowl\b/, 'bowl'],
  [/\bin (the )?churn\b/, 'churn'],
  [/\bunder (the )?tap\b/, 'tap'],
  [/\bin (the )?(mixer|machine)\b/, 'machine'],
];
/** How fast the mixer is told to turn. */
const speedSaid: readonly [RegExp, Speed][] = [
  [
    /^(?:on |at |turned (?:down )?(?:to )?)?(?:slow(?:er|ly)?|low(?:er|est)?)(?: speed)?(?: again| now)?$/,
    'slow',
  ],
  [
    /^(?:on |at |turned (?:up )?(?:to )?)?(?:fast(?:er)?|high(?:er|est)?|full)(?: speed)?(?: again| now)?$/,
    'fast',
  ],
  [/^(?:on |at )?(?:medium|usual|normal)(?: speed)?(?: again| now)?$/, 'usual'],
];
const shares: Record<string, number> = { quarter: 0.25, third: 1 / 3, half: 0.5 };

/** Longest note, letters. */
const longestNote = 500;

/**
 * Reads a note: `note: splashes at 8`, `note blue jar: smells of hay`. Its words stay as they were written.
 * @returns undefined when it is none; `of` is what stands before a colon
 * @throws {CalculationError} for a note that says nothing, or more than is kept
 */
export function readNote(text: string): { note: string; of?: string } | undefined {
  const found =
    /^\s*notes?\b(?:\s+(?:on|of|about))?\s*([^:]*?)\s*:\s*([\s\S]*)$/i.exec(text) ??
    /^\s*note\b()\s+([\s\S]+)$/i.exec(text);
  if (!found) return /^\s*note\s*$/i.test(text) ? nothingNoted() : undefined;
  const [, of = '', said = ''] = found;
  const note = said.trim();
  if (note === '') nothingNoted();
  if (note.length > longestNote)
    throw new CalculationError(`A note of ${note.length} letters: at most ${longestNote} are kept.`, 'jot');
  return { note, ...(of === '' ? {} : { of }) };
}

function nothingNoted(): never {
  throw new CalculationError('Note what? Say for example “note: splashes at 8”.', 'jot');
}

/** What is said in words alone, with no amount to read. */
function plainAct(said: string): MakeDay | undefined {
  const out = /^(?:took|take|taken) out (?:a |an )?(quarter|third|half)(?: of it)?$/.exec(said);
  const speed = speedSaid.find(([words]) => words.test(said));
  if (speed) return { kind: 'speed', to: speed[1] };
  if (out) return { kind: 'takenOut', share: shares[out[1]!]! };
  if (/^(merge|merged|pour(ed)? together|pour(ed)? (the )?next( load)? in( too)?)$/.test(said))
    return { kind: 'merged' };
  const feel = /^(?:(?:the )?butter (?:is |feels )?|it is |feels )?(hard|waxy|greasy)$/.exec(said);
  if (feel) return { kind: 'felt', feel: feel[1] as Feel };
  const size = /^(?:stopped at |it is |in )?(grains|lumps|one mass|one lump)$/.exec(said);
  if (size) return { kind: 'gathered', size: size[1]!.startsWith('one') ? 'mass' : (size[1] as GrainSize) };
  const moved = /^(?:moved? (?:it )?(?:in)?to|now in|in) (?:the |a )?(.+)$/.exec(said)?.[1];
  const tool =
    moved &&
    toolKeys.find((key) =>
      [tools[key].name.toLowerCase(), tools[key].inSentence.replace(/^an? /, ''), toolWords[key]].includes(
        moved,
      ),
    );
  if (tool) return { kind: 'tool', tool };
  return undefined;
}

/** What else a tool is called. */
const toolWords: Partial<Record<ToolKey, string>> = {
  flatBeater: 'flat beater',
  marbleJar: 'jar with a marble',
};

/** More than so many ounces or cups nobody means by a number alone: it was read off a scale in grams. */
const mostBare = 64;

function amountOf(
  said: string,
  system: UnitSystem,
  kinds: readonly Quantity['kind'][],
  bare: string,
): Quantity {
  const number =
    bare !== '' && /^(?:(?:about|around|roughly|almost|nearly) )?([\d.,/½¼¾⅓⅔ ]+)$/.exec(said)?.[1];
  if (number && system !== 'metric' && Number(number) > mostBare)
    throw new CalculationError(
      `“${said}” of what? ${number.trim()} ${bare} is a great deal: say the unit.`,
      'jot',
    );
  for (const one of number ? [`${said} ${bare}`] : [said]) {
    try {
      const quantity = readAmount(one, system, kinds.length === 1 ? kinds[0] : undefined);
      if (kinds.includes(quantity.kind) && (quantity.kind === 'temperature' || quantity.value > 0))
        return quantity;
    } catch (error) {
      if (!(error instanceof CalculationError)) throw error;
    }
  }
  throw new CalculationError(
    said === ''
      ? 'How much? Say for example “water 60 ml”, “butter 612 g salted”.'
      : `“${said}” was not understood as an amount.`,
    'jot',
  );
}
