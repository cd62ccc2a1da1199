import { CalculationError } from '../calculation';
import type { Clarity } from '../churning/batchEvents';
import { clarities } from '../churning/batchEvents';
import type { MarkStage } from '../churning/stages';
import { parseQuantity } from '../quantities/parseQuantity';
import type { Quantity } from '../quantities/parseQuantity';
import type { UnitSystem } from '../quantities/units';

/** What a jot on make day says. */
export type MakeDay =
  | { kind: 'mark'; stage: MarkStage }
  | { kind: 'reading'; celsius: number }
  | { kind: 'water'; amount: Quantity }
  | { kind: 'paused'; place?: 'fridge' | 'bath' | 'iceWater' }
  | { kind: 'resumed' }
  | { kind: 'load' }
  | { kind: 'drained'; amount?: Quantity }
  | { kind: 'washed'; clarity: Clarity; amount?: Quantity }
  | { kind: 'butter'; amount: Quantity; salt: 'usual' | 'none' | { share: number } }
  | { kind: 'packed' }
  | { kind: 'undo' }
  | { kind: 'abandoned'; reason: string };

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
 * 0.9 l`, `washed clear`, `butter 612 g salted`, `butter 612 g 1.5 % salt`, `packed`, `undo`, `gave up: too warm`.
 * @returns undefined when it is about something else
 * @throws {CalculationError} quoting the amount that was not understood
 */
export function readMakeDay(text: string, system: UnitSystem): MakeDay | undefined {
  const said = text
    .trim()
    .toLowerCase()
    .replace(/[“”"']/g, '')
    .replace(/\s+/g, ' ');
  const stage = stageWords[said.replace(/^(it has|it is|it|has|just) /, '')];
  if (stage) return { kind: 'mark', stage };
  if (/^undo( that)?$/.test(said)) return { kind: 'undo' };
  if (/^(next|another) load( in)?$/.test(said)) return { kind: 'load' };
  if (/^(go on|going on|resume|resumed|on again|churn on)$/.test(said)) return { kind: 'resumed' };
  if (/^pack(ed)?$/.test(said)) return { kind: 'packed' };
  const pause =
    /^(?:pause|paused|put by)(?: (?:for the night|overnight|till tomorrow))?(?: ?,? ?(?:in )?(?:the )?(fridge|bath|ice water|ice))?$/.exec(
      said,
    );
  if (pause) {
    const place = pause[1] ?? (/night|tomorrow/.test(said) ? 'fridge' : undefined);
    return {
      kind: 'paused',
      ...(place ? { place: place.startsWith('ice') ? 'iceWater' : (place as 'fridge' | 'bath') } : {}),
    };
  }
  const gave = /^(?:gave|give) up(?:[:,]? (.*))?$/.exec(said);
  if (gave) return { kind: 'abandoned', reason: gave[1] ?? '' };
  if (/^-?\d+(?:[.,]\d+)? ?°? ?[cf]$/.test(said))
    return { kind: 'reading', celsius: amountOf(said, system, ['temperature'], '').value };
  const [, what, rest = ''] = /^(water|drained|buttermilk|washed|wash|butter)\b[ ,:]*(.*)$/.exec(said) ?? [];
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
      const left = rest
        .replace(clarity, '')
        .replace(/\bwith\b/, '')
        .trim();
      return {
        kind: 'washed',
        clarity,
        ...(left === '' ? {} : { amount: amountOf(left, system, ['mass', 'volume'], drinkable[system]) }),
      };
    }
    case 'butter': {
      const share = /(\d+(?:[.,]\d+)?) ?%(?: salt(?:ed)?)?/.exec(rest);
      const none = /\bunsalted\b|\bno salt\b/.test(rest);
      const left = rest
        .replace(share?.[0] ?? /$^/, '')
        .replace(/\b(unsalted|salted|no salt)\b/, '')
        .trim();
      return {
        kind: 'butter',
        amount: amountOf(left, system, ['mass', 'volume'], weighed[system]),
        salt: none ? 'none' : share ? { share: Number(share[1]!.replace(',', '.')) / 100 } : 'usual',
      };
    }
    default:
      return undefined;
  }
}

function amountOf(
  said: string,
  system: UnitSystem,
  kinds: readonly Quantity['kind'][],
  bare: string,
): Quantity {
  for (const one of /^[\d.,½¼¾ ]+$/.test(said) && bare ? [`${said} ${bare}`] : [said]) {
    try {
      const quantity = parseQuantity(one, system, kinds.length === 1 ? kinds[0] : undefined);
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
