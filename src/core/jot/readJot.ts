import { CalculationError } from '../calculationError';
import { jotExamples } from './jotExamples';
import { parseQuantity } from '../quantities/parseQuantity';
import { readAmount } from '../quantities/readAmount';
import type { Quantity } from '../quantities/parseQuantity';
import type { UnitSystem } from '../quantities/units';
import type { MakeDay } from './readMakeDay';
import { readMakeDay, readNote } from './readMakeDay';
import type { When } from '../times/readWhen';
import type { JotWish } from './readWish';
import { readWish } from './readWish';
import { takeWhen } from '../times/readWhen';
import type { OfLot } from './readOfLot';
import { readOfLot } from './readOfLot';
import type { OfUse, Thinned } from './readUse';
import { beginsAsUse, readThinned, readUse, someOfIt } from './readUse';
import type { NamedPiece, OfPiece } from './readPiece';
import { readEntered, readPiece } from './readPiece';

/** Names a farm's jots may use. */
export interface JotWords {
  animals: readonly { id: string; name: string }[];
  /** Vessels with what stands in them, if anything does. */
  vessels: readonly { id: string; name: string; holds: 'milk' | 'cream' | 'skim' | 'other' | null }[];
  /** Butter and ghee of the larder, by their codes. */
  pieces?: readonly NamedPiece[];
  /** What a level teaspoon of this house’s salt weighs, g. */
  teaspoonOfSalt?: number;
}

/** What a jot says, in the farm's own ids, and when it was, if it says so. */
export type Jot = Said & { when?: When };
type Said =
  | {
      kind: 'milk';
      from: 'herd' | 'animals' | 'bought';
      animalIds: string[];
      amount: Quantity;
      vesselId?: string;
      celsius?: number;
      same?: false;
    }
  | { kind: 'milk'; from: 'herd'; animalIds: []; same: true }
  | { kind: 'skim'; vesselIds: string[]; amount: Quantity; use?: JotUse }
  | { kind: 'cream'; amount: Quantity; fat?: number; vesselId?: string }
  | { kind: 'makeDay'; act: MakeDay }
  | { kind: 'reading'; celsius: number; vesselId?: string }
  | { kind: 'ofLot'; of: OfLot; vesselId: string }
  | { kind: 'used'; of: OfUse; vesselId: string }
  | { kind: 'thinned'; of: Thinned; vesselIds: string[] }
  | { kind: 'ofPiece'; of: OfPiece }
  | { kind: 'wish'; of: JotWish }
  | { kind: 'note'; note: string; vesselId?: string };

const useWords = {
  pig: 'pigs',
  pigs: 'pigs',
  hen: 'hens',
  hens: 'hens',
  calf: 'calves',
  calves: 'calves',
  yoghurt: 'yoghurt',
  yogurt: 'yoghurt',
  curd: 'curd',
  drink: 'drunk',
  drinking: 'drunk',
  drunk: 'drunk',
} as const;
export type JotUse = (typeof useWords)[keyof typeof useWords];

const small = new Set([
  'of',
  'the',
  'from',
  'to',
  'into',
  'in',
  'at',
  'milk',
  'and',
  'as',
  'usual',
  'both',
  'skim',
]);
/** Words of the line’s own grammar: “cream 2 L” is cream, whatever vessel is called Cream tub. */
const grammar = new Set([
  'cream',
  'skimmed',
  'ladled',
  'herd',
  'everyone',
  'all',
  'bought',
  'room',
  'fridge',
  'freezer',
  'cellar',
  'larder',
  'kitchen',
  'counter',
  ...small,
  ...Object.keys(useWords),
]);
const bare: Record<UnitSystem, string> = { metric: 'L', us: 'qt', imperial: 'pt' };

/**
 * Reads a jot: `11.2 tansy`, `11.2 herd into tall can`, `same as yesterday`, `skim blue jar 0.8 L to pigs`, `cream 2 L
 * 36 %`, `blue jar 6 C`, `broke`; with when it was, `11.2 tansy last night`, `broke at 8:20`. Names may be said by their first word when no other begins so. Nothing is guessed.
 * @throws {CalculationError} quoting what was not understood, with what may be said
 */
export function readJot(text: string, words: JotWords, system: UnitSystem): Jot {
  const said = text
    .trim()
    .toLowerCase()
    .replace(/[“”"']/g, '')
    .replace(/:(?=\s)/g, '')
    .replace(/\s+/g, ' ');
  if (said === '') throw refusal(`Nothing was typed: say for example ${sayable(system)}.`);
  if (/^(same|as)( as)?( yesterday| last time)?$/.test(said))
    return { kind: 'milk', from: 'herd', animalIds: [], same: true };
  const noted = readNote(text);
  if (noted) return { kind: 'note', note: noted.note, ...(noted.of ? noteOf(noted.of, words, system) : {}) };
  const wish = readWish(said, system);
  if (wish) return { kind: 'wish', of: wish };
  const timed = takeWhen(said);
  if (timed && /^same$/.test(timed.rest))
    return { kind: 'milk', from: 'herd', animalIds: [], same: true, when: timed.when };
  const entered = readEntered(timed?.rest ?? said, system);
  if (entered) return { kind: 'ofPiece', of: entered, ...(timed ? { when: timed.when } : {}) };
  const act = readMakeDay(timed?.rest ?? text, system, words.teaspoonOfSalt);
  // A temperature may be of any vessel: it is read below.
  if (act && act.kind !== 'reading') return { kind: 'makeDay', act, ...(timed ? { when: timed.when } : {}) };
  const piece = readPiece(timed?.rest ?? said, words.pieces ?? [], system);
  if (piece) return { kind: 'ofPiece', of: piece, ...(timed ? { when: timed.when } : {}) };
  const rest = new Rest(said);
  const vessels = rest.takeNames(words.vessels);
  const animals = rest.takeNames(words.animals);
  // After the names: a cow may be called Sunday.
  const when = rest.takeWhen();
  const ofLot = vessels.length === 1 && animals.length === 0 ? readOfLot(rest.left()) : undefined;
  if (ofLot) return { kind: 'ofLot', of: ofLot, vesselId: vessels[0]!.id, ...when };
  if (vessels.length > 0 && animals.length === 0) {
    const thinned = readThinned(rest.raw(), system);
    if (thinned) return { kind: 'thinned', of: thinned, vesselIds: vessels.map(({ id }) => id), ...when };
  }
  if (vessels.length === 1 && animals.length === 0) {
    const [vessel] = vessels as [(typeof vessels)[number]];
    const raw = rest.raw();
    // “Blue jar 0.8 to pigs”, of milk, is what was skimmed off it and where the skim went.
    const amounts = raw.replace(/-?\d+(?:[.,]\d+)? ?°? ?[cf]\b/g, '').replace(/\bwith .*$/, '');
    const skimmed =
      vessel.holds === 'milk' &&
      /[\d½¼¾]|skim|ladled/.test(amounts) &&
      !beginsAsUse.test(said) &&
      !someOfIt.test(said);
    const used = skimmed ? undefined : readUse(raw, system);
    if (used) return { kind: 'used', of: used, vesselId: vessel.id, ...when };
  }
  const skims = rest.takeWord('skim', 'skimmed', 'ladled');
  const cream = rest.takeWord('cream');
  const bought = rest.takeWord('bought');
  const herd = rest.takeWord('herd', 'everyone', 'all');
  const use = rest.takeUse();
  const temperature = rest.takeTemperature(system);
  const fat = rest.takeFat(system);
  const left = rest.left();
  if (left === '') {
    if (temperature !== undefined && animals.length === 0 && !skims)
      return {
        kind: 'reading',
        celsius: temperature,
        ...(vessels[0] ? { vesselId: vessels[0].id } : {}),
        ...when,
      };
    throw refusal(
      `“${text.trim()}” has no amount: say for example “11.2 ${words.animals[0]?.name ?? 'herd'}”.`,
    );
  }
  const amount = amountOf(left, system, text);
  if (
    skims ||
    (vessels.length > 0 && vessels.every(({ holds }) => holds === 'milk') && use && animals.length === 0)
  ) {
    const standing = words.vessels.filter(({ holds }) => holds === 'milk');
    const from = vessels.length > 0 ? vessels : standing.length === 1 ? standing : [];
    if (from.length === 0)
      throw refusal(
        standing.length === 0
          ? 'No milk stands anywhere to be skimmed.'
          : `Which one was skimmed: ${standing.map(({ name }) => name).join(', ')}?`,
      );
    const empty = from.find(({ holds }) => holds !== 'milk');
    if (empty) throw refusal(`${empty.name} holds no milk to skim.`);
    return { kind: 'skim', vesselIds: from.map(({ id }) => id), amount, ...(use ? { use } : {}), ...when };
  }
  if (cream)
    return {
      kind: 'cream',
      amount,
      ...(fat === undefined ? {} : { fat }),
      ...(vessels[0] ? { vesselId: vessels[0].id } : {}),
      ...when,
    };
  if (animals.length === 0 && !herd && !bought && vessels.length === 0 && words.animals.length > 1)
    throw refusal(`Whose milk: ${words.animals.map(({ name }) => name).join(', ')}, or “herd”?`);
  return {
    kind: 'milk',
    from: animals.length > 0 ? 'animals' : bought ? 'bought' : 'herd',
    animalIds: animals.map(({ id }) => id),
    amount,
    ...(vessels[0] ? { vesselId: vessels[0].id } : {}),
    ...(temperature === undefined ? {} : { celsius: temperature }),
    ...when,
  };
}

/** The vessel a note is about. */
function noteOf(of: string, { vessels }: JotWords, system: UnitSystem): { vesselId: string } {
  const rest = new Rest(of.toLowerCase().replace(/\s+/g, ' '));
  const [found] = rest.takeNames(vessels);
  if (!found || rest.left() !== '')
    throw refusal(
      `“${of}” is no vessel here${vessels.length > 0 ? `: ${vessels.map(({ name }) => name).join(', ')}` : ''}. ${noteExample[system]}`,
    );
  return { vesselId: found.id };
}

const noteExample: Record<UnitSystem, string> = {
  metric: 'Or say “note: churned at 14 C” of what is being churned.',
  us: 'Or say “note: churned at 57 F” of what is being churned.',
  imperial: 'Or say “note: churned at 14 C” of what is being churned.',
};

const refusal = (message: string) => new CalculationError(message, 'jot');

function amountOf(left: string, system: UnitSystem, text: string): Quantity {
  const tries = [`${left} ${bare[system]}`, left];
  for (const one of tries) {
    try {
      const quantity = readAmount(one, system);
      if (quantity.kind !== 'mass' && quantity.kind !== 'volume') continue;
      if (quantity.value <= 0) throw refusal(`“${text.trim()}”: an amount above zero is needed.`);
      return quantity;
    } catch (error) {
      if (!(error instanceof CalculationError) || error.path === 'jot') throw error;
    }
  }
  throw refusal(
    `“${left}” in “${text.trim()}” was not understood. An amount, an animal or a vessel: ${sayable(system)}.`,
  );
}

/** Two lines that would be understood, in the farm’s units. */
const sayable = (system: UnitSystem): string =>
  [0, 3].map((i) => `“${jotExamples[system][i]![0]}”`).join(' or ');

/** What of a jot has not been read yet. */
class Rest {
  constructor(private said: string) {}

  /** Names in full, or by a first word that no other name begins with. */
  takeNames<T extends { name: string }>(all: readonly T[]): T[] {
    const found: { at: number; one: T }[] = [];
    const longestFirst = all.toSorted((a, b) => b.name.length - a.name.length);
    for (const one of longestFirst)
      this.take(escaped(one.name.toLowerCase()), (at) => found.push({ at, one }));
    const wordsOf = ({ name }: T) => name.toLowerCase().split(/[\s-]/);
    // By its first word, as “blue”, then by its last, as “the tub”, where no other is called so.
    const callings = [
      (one: T) => [wordsOf(one)[0]!, (other: T) => wordsOf(other)[0] === wordsOf(one)[0]] as const,
      (one: T) =>
        [wordsOf(one).at(-1)!, (other: T) => wordsOf(other).includes(wordsOf(one).at(-1)!)] as const,
    ];
    for (const calling of callings)
      for (const one of longestFirst) {
        const [called, alike] = calling(one);
        const alone = all.filter(alike).length === 1;
        if (called.length > 2 && alone && !grammar.has(called) && !found.some((other) => other.one === one))
          this.take(escaped(called), (at) => found.push({ at, one }));
      }
    return found.toSorted((a, b) => a.at - b.at).map(({ one }) => one);
  }

  takeWhen(): { when?: When } {
    const found = takeWhen(this.said);
    if (!found) return {};
    this.said = found.rest;
    return { when: found.when };
  }

  takeWord(...words: string[]): boolean {
    return words.some((word) => this.take(escaped(word), () => undefined));
  }

  takeUse(): JotUse | undefined {
    const found = (Object.keys(useWords) as (keyof typeof useWords)[]).find((word) =>
      this.take(`(?:to |for )?(?:the )?${word}`, () => undefined),
    );
    return found === undefined ? undefined : useWords[found];
  }

  takeTemperature(system: UnitSystem): number | undefined {
    let celsius: number | undefined;
    this.take('(?:at )?-?\\d+(?:[.,]\\d+)? ?°? ?[cf]', (_, matched) => {
      const { kind, value } = parseQuantity(matched.replace(/^at /, ''), system, 'temperature');
      if (kind === 'temperature') celsius = value;
    });
    return celsius;
  }

  takeFat(system: UnitSystem): number | undefined {
    let fat: number | undefined;
    this.take(
      '\\d+(?:[.,]\\d+)? ?(?:%|per ?cent)',
      (_, matched) => (fat = parseQuantity(matched.replace(/ ?per ?cent/, ' %'), system, 'fraction').value),
    );
    return fat;
  }

  /** With its small words. */
  raw(): string {
    return this.said;
  }

  left(): string {
    return this.said
      .split(/,? |,$/)
      .filter((word) => !small.has(word))
      .join(' ')
      .trim();
  }

  private take(pattern: string, found: (at: number, matched: string) => void): boolean {
    const match = new RegExp(`(^|[ ,])(${pattern})(?=$|[ ,])`, 'u').exec(this.said);
    if (!match) return false;
    found(match.index, match[2]!);
    this.said = `${this.said.slice(0, match.index)} ${this.said.slice(match.index + match[0].length)}`
      .replace(/\s+/g, ' ')
      .trim();
    return true;
  }
}

const escaped = (words: string): string => words.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
