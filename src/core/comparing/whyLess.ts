import type { FatUpstream } from '../balancing/fatUpstream';
import type { Judgement } from '../balancing/judgeBatch';
import type { BatchFacts } from '../churning/batchEvents';
import { compareBatches } from './compareBatches';

/** What a batch is compared by. */
export interface Compared {
  facts: Pick<BatchFacts, 'creamMass' | 'creamMassSd' | 'creamFat' | 'creamFatSd' | 'creamVolume'>;
  judged: Pick<
    Judgement,
    'butterMass' | 'saltMass' | 'additionMass' | 'buttermilkMass' | 'buttermilkFat' | 'lossFat'
  >;
  upstream?: Pick<FatUpstream, 'milk' | 'bought' | 'culture'> | undefined;
}

export const causes = ['milk', 'skimming', 'cream', 'churning', 'washing', 'water', 'salt'] as const;
export type Cause = (typeof causes)[number];

/** Butter of one batch less that of another, and what each thing made of it, g: the parts add up to the difference exactly. */
export interface WhyLess {
  difference: number;
  /** The largest first. `cream`: fat in the cream, where it is not known what milk it came of; else `milk` and `skimming`. */
  parts: { cause: Cause; grams: number; spread: number }[];
}

/** All its fat is of milk that was skimmed here. */
const skimmedHere = ({ upstream }: Compared): boolean =>
  upstream !== undefined && upstream.milk > 0 && upstream.bought < 0.01 * upstream.milk;

/**
 * Why one batch gave more or less butter than another: fat in (the milk’s, and what skimming left of it), churning, washing, water and
 * salt, adding up exactly ({@link compareBatches}: a product’s difference is divided by the logarithmic mean without a remainder).
 * @param perLitre both are told per litre of their cream, so that a large batch is held against a small one
 * @throws {CalculationError} when one of the batches leaves no fat for its butter
 */
export function whyLess(first: Compared, second: Compared, perLitre: boolean): WhyLess {
  const [a, b] = [first, second].map((one) => batchOf(one, perLitre ? 1000 / one.facts.creamVolume : 1));
  const { difference, parts } = compareBatches({ first: a!, second: b! });
  const mixed = mixedIn(second, perLitre) - mixedIn(first, perLitre);
  const fat = parts.fatIn;
  // Fat in is a product as well, of the milk’s fat and the share of it that was skimmed: its part is divided by the same mean.
  const known = skimmedHere(first) && skimmedHere(second);
  const inCream = (one: Compared) => one.facts.creamMass * one.facts.creamFat;
  const whole = Math.log((b!.creamMass * b!.creamFat) / (a!.creamMass * a!.creamFat));
  const skimming = known
    ? Math.log(inCream(second) / second.upstream!.milk) - Math.log(inCream(first) / first.upstream!.milk)
    : 0;
  const scale = Math.abs(whole) > 1e-12 ? fat.mid / whole : b!.butterMass - (b!.saltMass ?? 0);
  const spread = (one: { low: number; high: number }) => (one.high - one.low) / 2;
  const told: WhyLess['parts'] = [
    ...(known
      ? [
          { cause: 'milk' as const, grams: fat.mid - scale * skimming, spread: spread(fat) },
          { cause: 'skimming' as const, grams: scale * skimming, spread: spread(fat) },
        ]
      : [{ cause: 'cream' as const, grams: fat.mid, spread: spread(fat) }]),
    { cause: 'churning', grams: parts.churning.mid, spread: spread(parts.churning) },
    { cause: 'washing', grams: parts.washing.mid, spread: spread(parts.washing) },
    { cause: 'water', grams: parts.water.mid, spread: spread(parts.water) },
    { cause: 'salt', grams: parts.salt.mid + mixed, spread: spread(parts.salt) },
  ];
  return {
    difference: difference + mixed,
    parts: told.toSorted((one, other) => Math.abs(other.grams) - Math.abs(one.grams)),
  };
}

const mixedIn = ({ judged, facts }: Compared, perLitre: boolean): number =>
  judged.additionMass * (perLitre ? 1000 / facts.creamVolume : 1);

const batchOf = ({ facts, judged }: Compared, times: number) => ({
  creamMass: facts.creamMass * times,
  creamMassSd: facts.creamMassSd * times,
  creamFat: facts.creamFat,
  creamFatSd: facts.creamFatSd,
  buttermilkMass: judged.buttermilkMass * times,
  buttermilkFat: judged.buttermilkFat,
  lossFat: judged.lossFat * times,
  butterMass: (judged.butterMass - judged.additionMass) * times,
  butterMassSd: 2 * times,
  saltMass: judged.saltMass * times,
});
