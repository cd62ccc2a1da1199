import { CalculationError } from '../calculationError';
import {
  fractionCharacters,
  groupWords,
  mayBeThousands,
  partWords,
  readDigits,
  tenWords,
  vagueWords,
  wholeWords,
} from './numberWords';
import { ninety } from './estimate';
import { celsiusFrom } from './temperature';
import { durationUnits, kitchenMeasures, looseMeasures, massUnits, metricVolumes, spellings } from './units';
import type { QuantityKind, UnitSystem } from './units';

/** A quantity in base units (g, mL, °C, minutes, fraction); `sd` only when a vague word was used. */
export interface Quantity {
  kind: QuantityKind;
  value: number;
  sd?: number;
}

interface Token {
  text: string;
  number?: number;
}

/** One "amount unit" pair, such as `3 lb` of `3 lb 4 oz`, already in base units. */
interface Term {
  kind: QuantityKind;
  value: number;
  factor: number;
  spread: number;
}

const plural: Record<QuantityKind, string> = {
  mass: 'a mass (g, kg, oz, lb)',
  volume: 'a volume (mL, L, cups, quarts)',
  temperature: 'a temperature (°C or °F)',
  duration: 'a time (min, h, s)',
  fraction: 'a percentage (38 %)',
};

/**
 * Reads what a tired person types: `1 1/2 qt`, `0,75 l`, `3 lb 4 oz`, `62F`, `half a gallon`, `just over 1 pint`.
 * A bare number takes the base unit of `kind`, a bare temperature on a US farm °F. Nothing is guessed.
 * @throws {CalculationError} quoting the part that was not understood and saying what is allowed.
 */
export function parseQuantity(given: string, system: UnitSystem, kind?: QuantityKind): Quantity {
  const text = given
    .replace(/\bor so\b/i, '')
    .replace(/(\d|one|two|three|four|five|six) or (?=\d|two|three|four|five|six|seven)/i, '$1 to ')
    .replace(/(?<=[a-z]) of (?:butter|cream|milk|skim|water|buttermilk)\s*$/i, '');
  for (const { words, millilitres, spread } of looseMeasures) {
    const loose = new RegExp(`\\b(?:${words})\\b`, 'i');
    if (loose.test(text))
      return byMeasure(parseQuantity(text.replace(loose, 'ml'), system, kind), millilitres, spread);
  }
  if (/\bor so\b/i.test(given) && !/^\s*(?:about|around)/i.test(text))
    return parseQuantity(`about ${text}`, system, kind);
  const reader = new Reader(tokensOf(text), text, system, kind);
  const quantity = reader.quantity();
  if (kind && quantity.kind !== kind)
    throw refusal(`“${text.trim()}” is ${plural[quantity.kind]}; ${plural[kind]} is needed.`);
  if (quantity.kind !== 'temperature' && quantity.value < 0) throw refusal(`“${text.trim()}” is below zero.`);
  if (quantity.kind === 'fraction' && quantity.value > 1) {
    throw refusal(`“${text.trim()}” is more than the whole: 0 to 100 % is allowed.`);
  }
  if (quantity.kind === 'temperature' && quantity.value < -273.15)
    throw refusal(`“${text.trim()}” is colder than anything can be.`);
  return quantity;
}

/** So many of a vessel as mL were read, each of so many mL, good to a share of it. */
export function byMeasure({ value, sd = 0 }: Quantity, millilitres: number, spread: number): Quantity {
  return {
    kind: 'volume',
    value: value * millilitres,
    sd: Math.hypot(sd * millilitres, spread * value * millilitres),
  };
}

const refusal = (message: string) => new CalculationError(message, 'text');

function tokensOf(text: string): Token[] {
  const tokens: Token[] = [];
  const lower = text
    .toLowerCase()
    .replaceAll('⁄', '/')
    .replaceAll('−', '-')
    .replaceAll('–', '-')
    .replaceAll('º', '°')
    .replace(/\+ ?\/? ?-/g, '±')
    // Thousands set apart by a space.
    .replace(/(?<![\d.,/]|\d )\d{1,3}(?: \d{3})+(?![\d.,/]| ?\/)/g, (digits) => digits.replaceAll(' ', ''));
  const shape = /\s*(?:(\d[\d.,]*(?:e\d(?!\d))?|\.\d+)|([a-z]+)\.?|([½⅓⅔¼¾⅛⅜⅝⅞⅕⅖⅗⅘⅙⅚])|([/%°~≈±+-])|(\S))/gy;
  for (const match of lower.matchAll(shape)) {
    const [, digits, word, character, mark, other] = match;
    if (digits) {
      const trimmed = digits.replace(/[.,]+$/, '');
      const number = readDigits(trimmed);
      if (typeof number === 'string') throw refusal(number);
      tokens.push({ text: trimmed, number });
    } else if (word) tokens.push({ text: word });
    else if (character) tokens.push({ text: character });
    else if (mark) tokens.push({ text: mark });
    else throw refusal(`“${other}” in “${text.trim()}” was not understood.`);
  }
  if (tokens.length === 0)
    throw refusal('Nothing was typed: a number with its unit is needed, such as 1.5 L or 3 lb.');
  return tokens;
}

class Reader {
  private at = 0;

  constructor(
    private readonly tokens: Token[],
    private readonly text: string,
    private readonly system: UnitSystem,
    private readonly wanted: QuantityKind | undefined,
  ) {}

  quantity(): Quantity {
    const vague = this.vague();
    const terms = [this.term(vague !== undefined)];
    while (this.at < this.tokens.length) {
      this.take('and');
      terms.push(this.term(false, terms[0]));
    }
    const first = terms[0]!;
    const value = terms.reduce((sum, term) => sum + term.value * term.factor, 0);
    if (terms.length > 1 && first.kind !== 'mass' && first.kind !== 'volume' && first.kind !== 'duration')
      throw this.notUnderstood(1);
    const spread = Math.max(vague?.spread ?? 0, ...terms.map((term) => term.spread));
    const total = value * (vague?.factor ?? 1);
    return spread > 0
      ? { kind: first.kind, value: total, sd: Math.abs(total) * spread }
      : { kind: first.kind, value: total };
  }

  private peek(ahead = 0): string | undefined {
    return this.tokens[this.at + ahead]?.text;
  }

  private take(...words: string[]): boolean {
    if (!words.every((word, i) => this.peek(i) === word)) return false;
    this.at += words.length;
    return true;
  }

  private vague(besideUnitOnly = false) {
    for (const entry of vagueWords) {
      if (besideUnitOnly && !entry.besideUnit) continue;
      if (entry.words.some((phrase) => this.take(...phrase.split(' ')))) return entry;
    }
    return undefined;
  }

  private term(mayLackAmount: boolean, before?: Term): Term {
    const start = this.at;
    const sign = this.take('-') ? -1 : this.take('+') ? 1 : 0;
    const from = this.tokens[this.at];
    let amount = this.amount();
    const apart = amount === undefined ? undefined : this.apart(amount);
    amount = apart?.middle ?? amount;
    const vague = this.vague(true);
    const unitAt = this.at;
    const unit = this.unit(before?.kind);
    if (amount === undefined) {
      const openEnded =
        unit !== undefined &&
        this.peek() === 'and' &&
        partWords[this.peek(2) ?? this.peek(1) ?? ''] !== undefined;
      if (!openEnded && !(unit !== undefined && (vague || mayLackAmount) && start !== this.at))
        throw this.notUnderstood(start);
      amount = 1;
    }
    const more = unit === undefined ? undefined : this.andAPart();
    const total = (sign || 1) * (amount + (more ?? 0));
    const scale = unit ?? this.bare(before, unitAt);
    if (sign !== 0 && scale.kind !== 'temperature') {
      if (sign < 0 && total !== 0) throw refusal(`“${this.text.trim()}” is below zero.`);
    }
    if (before && before.kind !== scale.kind) throw this.notUnderstood(start);
    if (
      from &&
      mayBeThousands(from.text) &&
      (scale.kind === 'mass' || scale.kind === 'volume') &&
      scale.toBase(1) === 1
    )
      throw refusal(
        `“${from.text}” could be ${Number(from.text)} or ${from.text.replace('.', '')}: write ${from.text}0 or ${from.text.replace('.', '')}.`,
      );
    return {
      kind: scale.kind,
      value: scale.toBase(total),
      factor: vague?.factor ?? 1,
      spread: Math.max(vague?.spread ?? 0, apart?.spread ?? 0),
    };
  }

  /** `1`, `1 1/2`, `1½`, `half a`, `three quarters of a`, `one and a half`. */
  private amount(): number | undefined {
    const token = this.tokens[this.at];
    if (!token) return undefined;
    if (token.number !== undefined) {
      this.at += 1;
      const part = this.slashed(token.number);
      if (part !== undefined) return part;
      return token.number + this.trailingPart(token.number);
    }
    const character = fractionCharacters[token.text];
    if (character !== undefined) {
      this.at += 1;
      this.ofA();
      return character;
    }
    return this.spelled();
  }

  /** `10–12`, `10 to 12`: the middle, nine times in ten between; `5 ± 1`. Undefined when neither follows. */
  private apart(low: number): { middle: number; spread: number } | undefined {
    const start = this.at;
    const plusMinus = this.take('±');
    if (plusMinus || this.take('-') || this.take('to')) {
      const other = this.amount();
      if (other !== undefined && low > 0) {
        if (plusMinus) return { middle: low, spread: other / low };
        const middle = (low + other) / 2;
        if (other > low) return { middle, spread: (other - low) / (2 * ninety) / middle };
        throw refusal(`“${this.text.trim()}” goes from more to less.`);
      }
    }
    this.at = start;
    return undefined;
  }

  private slashed(top: number): number | undefined {
    const bottom = this.tokens[this.at + 1]?.number;
    if (this.peek() !== '/' || bottom === undefined) return undefined;
    if (bottom === 0) throw refusal(`“${top}/0” is not a number.`);
    this.at += 2;
    this.ofA();
    return top / bottom;
  }

  private trailingPart(whole: number): number {
    const start = this.at;
    if (!Number.isInteger(whole)) return 0;
    if (!this.take('and')) this.take('-');
    const next = this.tokens[this.at];
    const character = next && fractionCharacters[next.text];
    if (character !== undefined) {
      this.at += 1;
      return character;
    }
    if (next?.number !== undefined && this.peek(1) === '/') {
      this.at += 1;
      const part = this.slashed(next.number);
      if (part !== undefined && part < 1) return part;
    } else if (this.peek(-1) === 'and') {
      const part = this.part();
      if (part !== undefined) return part;
    }
    this.at = start;
    return 0;
  }

  private spelled(): number | undefined {
    const start = this.at;
    const part = this.part();
    if (part !== undefined) {
      this.ofA();
      return part;
    }
    if (this.take('a', 'couple') || this.take('couple')) {
      this.take('of');
      return 2;
    }
    const tens = tenWords[this.peek() ?? ''];
    if (tens !== undefined) {
      this.at = start + 1;
      this.take('-');
    }
    const ones = wholeWords[this.peek() ?? ''];
    if (tens === undefined && ones === undefined) return undefined;
    const follows =
      ones !== undefined && (tens === undefined || (ones < 10 && !['a', 'an'].includes(this.peek()!)));
    if (follows) this.at += 1;
    else if (tens !== undefined && this.peek(-1) === '-') this.at -= 1;
    const counted = (tens ?? 0) + (follows ? ones : 0);
    const group = groupWords[this.peek() ?? ''];
    if (group === undefined) return counted + this.trailingPart(counted);
    this.at += 1;
    return counted * group;
  }

  /** `half`, `a half`, `three quarters`; leaves the reader where it was when there is none. */
  private part(): number | undefined {
    const start = this.at;
    const count = this.tokens[this.at]?.number ?? wholeWords[this.peek() ?? ''];
    if (count !== undefined) this.at += 1;
    this.take('-');
    const part = partWords[this.peek() ?? ''];
    if (part === undefined) {
      this.at = start;
      return undefined;
    }
    this.at += 1;
    this.take('-');
    return (count ?? 1) * part;
  }

  private ofA(): void {
    this.take('of');
    if (!this.take('a')) this.take('an');
  }

  /** The tail of `quart and a half`: a part with no unit of its own. */
  private andAPart(): number | undefined {
    const start = this.at;
    if (!this.take('and')) return undefined;
    const part = this.part();
    if (part !== undefined && this.at === this.tokens.length) return part;
    this.at = start;
    return undefined;
  }

  private bare(before: Term | undefined, at: number): Scale {
    if (!this.wanted || before || this.at < this.tokens.length)
      throw before ? this.notUnderstood(at - 1) : this.noUnit(at);
    // A thermometer on a farm that reads in °F shows no °C.
    const fahrenheit = this.wanted === 'temperature' && this.system === 'us';
    return { kind: this.wanted, toBase: (amount) => (fahrenheit ? celsiusFrom(amount) : amount) };
  }

  private unit(before: QuantityKind | undefined): Scale | undefined {
    const word = this.peek();
    if (word === undefined) return undefined;
    const degree = spellings[word] === 'degree';
    const letter = degree ? this.peek(1) : word;
    if (
      letter === 'c' ||
      letter === 'f' ||
      (letter && ['celsius', 'fahrenheit'].includes(spellings[letter] ?? ''))
    ) {
      // “2 l 20 C” is no twenty cups.
      const mayBeCups = before === 'volume' ? this.system !== 'metric' : this.wanted === 'volume';
      const cups = letter === 'c' && !degree && mayBeCups;
      this.at += degree ? 2 : 1;
      if (cups) return this.kitchen('cup');
      return {
        kind: 'temperature',
        toBase: (amount) => (letter.startsWith('f') ? celsiusFrom(amount) : amount),
      };
    }
    if (degree) {
      if (this.peek(1) !== undefined) throw this.notUnderstood(this.at + 1);
      throw refusal(`“${this.text.trim()}”: say °C or °F.`);
    }
    if ((word === 'fl' || word === 'fluid') && spellings[this.peek(1) ?? ''] === 'ounce') {
      this.at += 2;
      return this.kitchen('fluid ounce');
    }
    if (word === 'per' && this.peek(1) === 'cent') {
      this.at += 2;
      return { kind: 'fraction', toBase: (amount) => amount / 100 };
    }
    const unit = spellings[word];
    if (unit === undefined) return undefined;
    this.at += 1;
    // “1 quart 8 oz” are fluid ounces.
    if (unit === 'ounce' && (this.wanted === 'volume' || before === 'volume'))
      return this.kitchen('fluid ounce');
    if (unit === 'percent') return { kind: 'fraction', toBase: (amount) => amount / 100 };
    const [kind, size] =
      massUnits[unit] !== undefined
        ? (['mass', massUnits[unit]] as const)
        : metricVolumes[unit] !== undefined
          ? (['volume', metricVolumes[unit]] as const)
          : durationUnits[unit] !== undefined
            ? (['duration', durationUnits[unit]] as const)
            : (['volume', undefined] as const);
    if (size === undefined) return this.kitchen(unit);
    return { kind, toBase: (amount) => amount * size };
  }

  private kitchen(unit: string): Scale {
    const size = kitchenMeasures[this.system][unit];
    if (size === undefined) {
      throw refusal(
        `A ${unit} is not a metric measure: choose US or imperial units to use “${this.text.trim()}”, or type litres.`,
      );
    }
    return { kind: 'volume', toBase: (amount) => amount * size };
  }

  private noUnit(at: number): CalculationError {
    return at < this.tokens.length
      ? this.notUnderstood(at)
      : refusal(`“${this.text.trim()}” has no unit: add one, such as g, lb, L or qt.`);
  }

  private notUnderstood(from: number): CalculationError {
    const rest =
      this.tokens
        .slice(from)
        .map((token) => token.text)
        .join(' ') || this.text.trim();
    return refusal(
      `“${rest}” was not understood. A number and its unit is needed, such as 1 1/2 qt, 750 mL or 3 lb 4 oz.`,
    );
  }
}

interface Scale {
  kind: QuantityKind;
  toBase: (amount: number) => number;
}
