import { table } from './table';

/** Small numbers that people write out. */
export const wholeWords = table<number>({
  a: 1, an: 1, one: 1, two: 2, three: 3, four: 4, five: 5, six: 6,
  seven: 7, eight: 8, nine: 9, ten: 10, eleven: 11, twelve: 12, thirteen: 13, fourteen: 14, fifteen: 15, sixteen: 16,
  seventeen: 17, eighteen: 18, nineteen: 19,
}); // prettier-ignore

/** Tens, that a small number may follow: “twenty one”. */
export const tenWords = table<number>({
  twenty: 20, thirty: 30, forty: 40, fifty: 50, sixty: 60, seventy: 70, eighty: 80, ninety: 90,
}); // prettier-ignore

/** What a number may be counted in: “a dozen”, “two hundred”. */
export const groupWords = table<number>({ dozen: 12, hundred: 100, thousand: 1000 });

/** Parts of one that people write out. */
export const partWords = table<number>({
  half: 1 / 2, halves: 1 / 2, third: 1 / 3, thirds: 1 / 3, quarter: 1 / 4, quarters: 1 / 4, eighth: 1 / 8, eighths: 1 / 8,
}); // prettier-ignore

/** Fractions that keyboards and phones put in one character. */
export const fractionCharacters = table<number>({
  '½': 1 / 2, '⅓': 1 / 3, '⅔': 2 / 3, '¼': 1 / 4, '¾': 3 / 4, '⅛': 1 / 8, '⅜': 3 / 8, '⅝': 5 / 8, '⅞': 7 / 8, '⅕': 1 / 5, '⅖': 2 / 5, '⅗': 3 / 5, '⅘': 4 / 5, '⅙': 1 / 6, '⅚': 5 / 6,
}); // prettier-ignore

/**
 * Words that widen a quantity: `factor` on the value, `spread` as a fraction of it (one standard deviation).
 * Spreads are engineering estimates.
 */
export const vagueWords: { words: string[]; factor: number; spread: number; besideUnit: boolean }[] = [
  {
    words: ['about', 'around', 'roughly', 'almost', 'nearly', '~', '≈'],
    factor: 1,
    spread: 0.08,
    besideUnit: false,
  },
  {
    words: ['just over', 'just under', 'a bit over', 'a bit under', 'a little over', 'a little under'],
    factor: 1,
    spread: 0.08,
    besideUnit: false,
  },
  { words: ['a good', 'good'], factor: 1.05, spread: 0.06, besideUnit: true },
  { words: ['heaping', 'heaped'], factor: 1.3, spread: 0.15, besideUnit: true },
  { words: ['scant'], factor: 0.85, spread: 0.15, besideUnit: true },
];

/** Three figures behind a point may be thousands: so many grams or millilitres are asked about. */
export const mayBeThousands = (text: string): boolean => /^[1-9]\d{0,2}\.\d{3}$/.test(text);

/**
 * Reads digits with points and commas. `1,000` alone could be one or a thousand and is refused; `1,000.5`, `1.000,5`
 * and `0,125` are clear. Returns the number, or a sentence that says what is unclear.
 */
export function readDigits(text: string): number | string {
  if (/^\d+$/.test(text)) return Number(text);
  if (/^\d*\.\d+$/.test(text) || /^\d+(\.\d+)?e\d$/.test(text)) return Number(text);
  if (/^\d+,\d+$/.test(text)) {
    const [whole = '', rest = ''] = text.split(',');
    if (rest.length === 3 && whole.length <= 3 && !whole.startsWith('0')) {
      return `“${text}” could be ${whole}.${rest} or ${whole}${rest}: write ${whole}.${rest} or ${whole}${rest}.`;
    }
    return Number(`${whole}.${rest}`);
  }
  if (/^\d{1,3}(,\d{3})+\.\d+$/.test(text) || /^\d{1,3}(,\d{3}){2,}$/.test(text))
    return Number(text.replaceAll(',', ''));
  if (/^\d{1,3}(\.\d{3})+,\d+$/.test(text) || /^\d{1,3}(\.\d{3}){2,}$/.test(text)) {
    return Number(text.replaceAll('.', '').replace(',', '.'));
  }
  return `“${text}” is not a number.`;
}
