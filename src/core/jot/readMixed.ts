import { CalculationError } from '../calculationError';
import type { MixedIn } from '../churning/batchEvents';
import type { Addition } from '../churning/batchWords';
import { additions } from '../churning/batchWords';
import { list } from '../quantities/list';
import { parseQuantity } from '../quantities/parseQuantity';
import type { UnitSystem } from '../quantities/units';
import { mixWord } from '../working/mix';
import { mixedGrams, natureOf, piecesOfMix } from '../working/mixedIn';

/** Salt is told by its share; garlic salt is more than salt. */
const plainSalt =
  /^(?:(?:a|some|bit|little|pinch|of|sea|coarse|fine|flaky) )*salt(?: flakes)?$|^[\d.,]+ ?% ?salt(?:ed)?$/;
/** The list's own names: what is called so has no other. */
const plainNames =
  /^(?:(?:fresh )?(?:herbs?|garlic|fruit|zest)|dr(?:ied|y) herbs?|(?:dry )?spices?|seeds?|nuts?|honey|(?:maple )?syrup|maple|colou?r|vitamin e)$/;

/** How things are, beside what they are. */
const says = new Set(
  'wild fresh dried dry toasted roasted chopped crushed ground minced candied smoked black white pink red green brown dark raw sweet hot whole grated powdered own our local runny set heather clover lime acacia forest juice'.split(
    ' ',
  ),
);

/**
 * What “with …” says was mixed in, with how much where it was said: nothing of it is passed over, for what is fresh in it
 * decides how long the butter keeps.
 * @throws {CalculationError} for what the house knows no rule for
 */
export function readMixed(rest: string, system: UnitSystem): MixedIn[] {
  const said = (/\bwith (.+)$/.exec(rest)?.[1] ?? '')
    .split(/,(?!\d)| and (?!a )| & |\+/)
    .map((one) => one.trim());
  const found: MixedIn[] = [];
  for (const one of said) {
    if (one === '' || plainSalt.test(one)) continue;
    const thing = readThing(one, system);
    if (!thing)
      throw new CalculationError(
        `“${one}” is nothing the house knows a rule for: ${list((Object.keys(additions) as Addition[]).map(mixWord))}. Say which it is nearest to.`,
        'jot',
      );
    if (!found.some(({ of, name }) => of === thing.of && name === thing.name)) found.push(thing);
  }
  return found;
}

function readThing(said: string, system: UnitSystem): MixedIn | undefined {
  const words = said.split(' ');
  for (let at = words.length - 1; at > 0; at -= 1) {
    const typed = words.slice(0, at).join(' ');
    const thing = named(words.slice(at).join(' '));
    if (!thing) continue;
    try {
      const amount = piecesOfMix(thing.of, typed, system) ?? parseQuantity(typed.replace(/ of$/, ''), system);
      if (amount.kind === 'mass' || amount.kind === 'volume')
        return { ...thing, mass: mixedGrams(thing.of, amount), typed: typed.replace(/ of$/, '') };
    } catch {
      // No amount: perhaps fewer words are one, or they belong to its name.
    }
  }
  return named(said);
}

function named(said: string): MixedIn | undefined {
  const name = said.replace(/^(?:of|some|a (?:little|bit|few)(?: of)?|little|few) /, '').trim();
  const of = natureOf(name);
  // A word the house does not know may be another thing altogether: garlic bread is no garlic.
  if (!of || !(plainNames.test(name) || name.split(' ').every((word) => natureOf(word) || says.has(word))))
    return undefined;
  return plainNames.test(name) ? { of } : { of, name };
}
