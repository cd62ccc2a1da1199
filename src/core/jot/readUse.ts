import type { CurdWay } from '../byProducts/curdWays';
import type { Use } from '../byProducts/uses';
import { CalculationError } from '../calculationError';
import { parseQuantity } from '../quantities/parseQuantity';
import type { Quantity } from '../quantities/parseQuantity';
import { readAmount } from '../quantities/readAmount';
import type { UnitSystem } from '../quantities/units';
import { tableCreams } from '../separating/toFat';

/** Live yoghurt goes in now: what was said of it. */
export interface BeginsYoghurt {
  culture?: Quantity;
  celsius?: number;
  place?: 'warm' | 'wrapped' | 'room';
}

/** What a line says of some of a vessel, or all of it, beside skimming: where it went and what was made of it. */
export interface OfUse {
  use: Use;
  /** How much of it; all where nothing was said. */
  amount?: Quantity;
  /** What came of it, where it is made already. */
  gave?: Quantity;
  begins?: BeginsYoghurt;
  way?: CurdWay;
  heated?: boolean;
}

/** A cream thinned to a fat with what stands in another vessel, if it was named. */
export interface Thinned {
  fat: number;
  amount?: Quantity;
}

const useWords: readonly (readonly [RegExp, Use])[] = [
  [/\b(?:yoghurt|yogurt)\b/, 'yoghurt'],
  [/\b(?:curd|clabber(?:ed)?|cheese)\b/, 'curd'],
  [/\b(?:whipped|whip)(?: cream)?\b/, 'whipped'],
  [/\bpigs?\b/, 'pigs'],
  [/\bhens?\b/, 'hens'],
  [/\b(?:calf|calves)\b/, 'calves'],
  [/\b(?:drinking|drink|drunk)\b/, 'drunk'],
  [/\b(?:baking|baked|bake)\b/, 'baked'],
  [/\b(?:eaten|ate)\b/, 'eaten'],
  [/\b(?:given|gave)(?: away)\b/, 'given'],
  [/\bsold\b/, 'sold'],
  [/\bsoap\b/, 'soap'],
  [/\b(?:spilled|spilt)\b/, 'spilled'],
  [/\b(?:thrown (?:away|out)|threw (?:away|out)|spoiled|spoilt)\b/, 'spoiled'],
];
const ways: readonly (readonly [RegExp, CurdWay])[] = [
  [
    /\b(?:by |with )?(?:heat(?: and| with)? )?(?:acid|vinegar|lemon(?: juice)?|citric acid)\b|\bby heat\b/,
    'heatAcid',
  ],
  [/\b(?:clabber(?:ed)?|by itself)\b/, 'clabber'],
  [/\b(?:cultured|with (?:a |the )?culture|soured)\b/, 'cultured'],
];
const stands: readonly (readonly [RegExp, NonNullable<BeginsYoghurt['place']>])[] = [
  [/\bwrapped(?: up)?(?: in towels)?\b/, 'wrapped'],
  [/\b(?:kept|held) warm\b|\bin (?:the|a) (?:warm|oven|incubator)\b/, 'warm'],
  [/\b(?:in|on) the (?:room|kitchen|counter)\b/, 'room'],
];
/** A line that begins like this tells of a use, whatever stands in the vessel. */
export const beginsAsUse =
  /^(?:(?:begin|began|start|set|make|made) )?(?:yoghurt|yogurt|curd|clabber|whip|whipped)\b/;
/** “2 L of blue jar”: some of what stands in it, and not what was skimmed off it. */
export const someOfIt = /\d\S*(?: [a-z]+)? (?:of|out of|from) (?:the )?/;

const refusal = (message: string) => new CalculationError(message, 'jot');

class Left {
  constructor(public said: string) {}

  first<T>(of: readonly (readonly [RegExp, T])[]): T | undefined {
    const found = of.find(([words]) => words.test(this.said));
    if (found) this.said = this.said.replace(found[0], ' ');
    return found?.[1];
  }

  match(pattern: RegExp): string | undefined {
    const found = pattern.exec(this.said);
    if (found) this.said = `${this.said.slice(0, found.index)} ${this.said.slice(found.index + found[0].length)}`;
    return found?.[1] ?? found?.[0];
  }

  amount(): string {
    return this.said
      .replace(/\b(?:of|out of|from|the|to|into|in|for|with|and|is|was|were|went|goes|all|it|some|begin|began|start|set|make|made|milk|cream|skim|away|now|by)\b/g, ' ')
      .replace(/[ ,]+/g, ' ')
      .trim();
  }
} // prettier-ignore

/**
 * Some of a vessel put to a use, its name taken off: “2 L into yoghurt with 60 g at 43 C wrapped”, “curd with vinegar gave 300 g”,
 * “to the pigs”.
 * @returns undefined where no use is named
 * @throws {CalculationError} quoting what was not understood
 */
export function readUse(text: string, system: UnitSystem): OfUse | undefined {
  const left = new Left(text.replace(/\s+/g, ' ').trim());
  // Before the uses: “gave 300 g” is what came of it, “gave away” a use.
  const gave = left.match(/\b(?:gave|came to|came out at|makes) (?=[\d¼½¾⅓⅔a])(?!away)([^,]+?)(?=$|,| (?:at|with|wrapped|kept|in the|unheated|not heated)\b)/); // prettier-ignore
  const culture = left.match(/\bwith (?=[\d¼½¾⅓⅔]|an? |two |three |four )([^,]+?)(?: of)?(?: live)?(?: yoghurt| yogurt| culture| starter)?(?=$|,| (?:at|wrapped|kept|held|in the|on the|unheated|not heated|gave)\b)/); // prettier-ignore
  const celsius = left.match(/(?:\bat )?(-?\d+(?:[.,]\d+)? ?°? ?[cf])\b/);
  const unheated = left.match(/\b(?:unheated|not heated|not boiled|raw)\b/) !== undefined;
  const heated = left.match(/\b(?:heated|boiled|scalded)\b/) !== undefined;
  const use = useWords.find(([words]) => words.test(left.said))?.[1];
  if (!use) return undefined;
  const way = use === 'curd' ? left.first(ways) : undefined;
  const place = use === 'yoghurt' ? left.first(stands) : undefined;
  for (const [words, other] of useWords) if (other === use) left.said = left.said.replace(words, ' ');
  if (
    use !== 'yoghurt' &&
    use !== 'curd' &&
    use !== 'whipped' &&
    (gave !== undefined || culture !== undefined)
  )
    return undefined;
  const some = left.amount();
  const amount = some === '' ? undefined : read(some, system, system === 'metric' ? 'L' : system === 'us' ? 'qt' : 'pt'); // prettier-ignore
  const made = gave === undefined ? undefined : read(gave, system, system === 'metric' ? 'g' : 'oz');
  return {
    use,
    ...(amount ? { amount } : {}),
    ...(made ? { gave: made } : {}),
    ...(way ? { way } : {}),
    ...(unheated ? { heated: false } : heated ? { heated: true } : {}),
    ...(use === 'yoghurt' && !made
      ? {
          begins: {
            ...(culture === undefined
              ? {}
              : { culture: read(culture, system, system === 'metric' ? 'g' : 'tbsp') }),
            ...(celsius === undefined
              ? {}
              : { celsius: parseQuantity(celsius, system, 'temperature').value }),
            ...(place ? { place } : {}),
          },
        }
      : {}),
  };
}

/**
 * Cream thinned, the vessels’ names taken off: “thin to 36 %”, “1 L thinned to half-and-half”.
 * @returns undefined where nothing is thinned
 * @throws {CalculationError} where it says no fat
 */
export function readThinned(text: string, system: UnitSystem): Thinned | undefined {
  if (!/\bthin(?:ned)?\b/.test(text)) return undefined;
  const left = new Left(text.replace(/\bthin(?:ned)?(?: down)?\b/, ' '));
  const share = left.match(/(\d+(?:[.,]\d+)?) ?(?:%|per ?cent)/);
  const named = share
    ? undefined
    : tableCreams.find(({ name }) => left.match(new RegExp(`\\b${name.toLowerCase().replace(/ cream$/, '')}(?: cream)?\\b`))); // prettier-ignore
  const fat = share ? Number(share.replace(',', '.')) / 100 : named?.fat;
  if (fat === undefined)
    throw refusal(
      `Thinned to what fat? Say for example “thin the cream tub to 36 %”, or ${tableCreams.map(({ name }) => `“${name.toLowerCase()}”`).join(', ')}.`,
    );
  const some = left.amount();
  return { fat, ...(some === '' ? {} : { amount: read(some, system, system === 'metric' ? 'L' : system === 'us' ? 'qt' : 'pt') }) }; // prettier-ignore
}

function read(said: string, system: UnitSystem, bare: string): Quantity {
  // A spoon of the kitchen’s is the large one.
  const amount = said.replace(
    /^(an? |one |two |three |four |\d+ )?spoons?(?:ful)?$/,
    (_, much: string | undefined) => `${much ?? 'a '}tbsp`,
  );
  for (const one of [`${amount} ${bare}`, amount]) {
    try {
      const quantity = readAmount(one, system);
      if ((quantity.kind === 'mass' || quantity.kind === 'volume') && quantity.value > 0) return quantity;
    } catch (error) {
      if (!(error instanceof CalculationError)) throw error;
    }
  }
  throw refusal(`“${said}” was not understood: an amount, such as “2 L” or “60 g”.`);
}
