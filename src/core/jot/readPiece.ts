import { CalculationError } from '../calculationError';
import type { GheeStage } from '../byProducts/gheeStages';
import type { Storage } from '../keeping/keepingDate';
import { list } from '../quantities/list';
import { readAmount } from '../quantities/readAmount';
import type { UnitSystem } from '../quantities/units';

/** A piece of butter or ghee of the larder that a line may name. */
export interface NamedPiece {
  lotId: string;
  code: string;
}

/** What a line says of butter in the larder, in the farm’s own ids; `mass` in g where it was only some of it. */
export type OfPiece =
  | { kind: 'moved'; lotId: string; code: string; to: Storage; mass?: number }
  | { kind: 'gone'; lotId: string; code: string; how: 'eaten' | 'given' | 'sold' | 'baked' | 'spoiled'; mass?: number }
  | { kind: 'joined'; lotIds: string[]; codes: string[] }
  | { kind: 'ghee'; lotId: string; code: string; mass?: number; gave?: number }
  | { kind: 'onTheFlame'; lotId: string; code: string; stage: GheeStage }
  | { kind: 'entered'; mass: number; salted: boolean; bought: boolean; storage: Storage }; // prettier-ignore

const codeIn = /\b[btg]\d+[a-z]?(?:-\d+)?\b/gi;
/** Whether a line names a piece by its code. */
export const namesPiece = (text: string): boolean => text.match(codeIn) !== null;

const storageOf: Record<string, Storage> = {
  fridge: 'fridge',
  refrigerator: 'fridge',
  freezer: 'freezer',
  counter: 'counter',
  crock: 'crock',
};
const where = new RegExp(
  `\\b(?:(?:in|into|to|on|onto) )?(?:the )?(${Object.keys(storageOf).join('|')})\\b`,
  'i',
);
const uses = [
  ['eaten', /\b(?:eaten|ate|finished|used up|gone)\b/i],
  ['given', /\b(?:given|gave)(?: away)?\b/i],
  ['sold', /\bsold\b/i],
  ['baked', /\b(?:baked(?: with)?)\b/i],
  ['spoiled', /\b(?:thrown (?:away|out)|threw (?:away|out)|spoiled)\b/i],
] as const;
/** What is seen of butter on the flame. */
const stages: readonly (readonly [RegExp, GheeStage])[] = [
  [/^(?:is |has |it )*(?:melted|melts|on the (?:flame|stove|hob))$/i, 'melted'],
  [/^(?:is |has |it )*(?:crackles|crackling)$/i, 'crackles'],
  [/^(?:is |has |it )*(?:gone |grown )?(?:quiet|amber)(?:(?:,| and)? amber)?$/i, 'quiet'],
  [/^(?:is |has |it )*strained$/i, 'strained'],
];
const small = /\b(?:of|is|was|all|it|the|some)\b/gi;

const refusal = (message: string) => new CalculationError(message, 'jot');

/**
 * Butter that was there before the books, or bought: “bought butter 500 g salted”, “1 lb of butter from before”.
 * @throws {CalculationError} where it says no amount
 */
export function readEntered(text: string, system: UnitSystem): OfPiece | undefined {
  const bought = /\bbought\b/i.test(text);
  if (!/\bbutter\b/i.test(text) || !(bought || /\bfrom before\b/i.test(text))) return undefined;
  const stands = where.exec(text)?.[1]?.toLowerCase();
  const salted = /\bsalted\b/i.test(text) && !/\bunsalted\b/i.test(text);
  const left = text
    .replace(where, ' ')
    .replace(/,/g, ' ')
    .replace(/\b(?:bought|butter|from before|salted|unsalted|of)\b/gi, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  if (left === '') throw refusal('How much butter is it? Say for example “bought butter 500 g salted”.');
  return {
    kind: 'entered',
    mass: grams(left, system, text),
    salted,
    bought,
    storage: (stands && storageOf[stands]) || 'fridge',
  };
}

/**
 * What a line says of pieces it names by code: put somewhere, gone, worked into one, made into ghee; nothing where it names none.
 * @throws {CalculationError} for a piece that is not there, and for what is not understood
 */
export function readPiece(
  text: string,
  pieces: readonly NamedPiece[],
  system: UnitSystem,
): OfPiece | undefined {
  const named = text.match(codeIn);
  if (!named) return undefined;
  const found = [...new Set(named.map((code) => code.toLowerCase()))].map((code) => {
    const piece = pieces.find((one) => one.code.toLowerCase() === code);
    if (!piece)
      throw refusal(
        `There is no ${code.toUpperCase()} in the larder${pieces.length > 0 ? `: ${list(pieces.slice(0, 8).map((one) => one.code))}${pieces.length > 8 ? ' and more' : ''}` : ''}.`,
      );
    return piece;
  });
  const rest = text
    .replace(codeIn, ' ')
    .replace(/[,+&]|\band\b|\bwith\b/gi, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  const [{ lotId, code }] = found as [NamedPiece];
  if (found.length > 1) {
    if (/^(?:worked |mixed )?(?:into one|joined|together)(?: into one)?$/i.test(rest))
      return { kind: 'joined', lotIds: found.map((one) => one.lotId), codes: found.map((one) => one.code) };
    throw refusal(
      `What of ${list(found.map((one) => one.code))}? Several are worked “into one”; each other thing is said of one piece.`,
    );
  }
  const stage = stages.find(([words]) => words.test(rest))?.[1];
  if (stage) return { kind: 'onTheFlame', lotId, code, stage };
  const some = (left: string) => {
    const amount = left.replace(small, ' ').replace(/\s+/g, ' ').trim();
    return amount === '' ? {} : { mass: grams(amount, system, text) };
  };
  const ghee = /\b(?:(?:made )?(?:in)?to )?ghee\b(.*)$/i.exec(rest);
  if (ghee) {
    const gave = some(ghee[1]!.replace(/\bgave\b/i, ' ')).mass;
    return { kind: 'ghee', lotId, code, ...some(rest.slice(0, ghee.index)), ...(gave === undefined ? {} : { gave }) };
  } // prettier-ignore
  const to = where.exec(rest);
  if (to)
    return { kind: 'moved', lotId, code, to: storageOf[to[1]!.toLowerCase()]!, ...some(rest.replace(where, ' ')) }; // prettier-ignore
  for (const [how, words] of uses)
    if (words.test(rest)) return { kind: 'gone', lotId, code, how, ...some(rest.replace(words, ' ')) };
  throw refusal(`What of ${code}? Say for example “${code} to the freezer”, “${code} eaten”, “${code} into ghee”.`);
} // prettier-ignore

function grams(left: string, system: UnitSystem, text: string): number {
  for (const one of [left, `${left} ${system === 'metric' ? 'g' : 'oz'}`]) {
    try {
      const { kind, value } = readAmount(one, system);
      if (kind === 'mass' && value > 0) return value;
    } catch (error) {
      if (!(error instanceof CalculationError)) throw error;
    }
  }
  throw refusal(`“${left}” in “${text.trim()}” was not understood: an amount by weight.`);
}
