import type { BatchFacts } from '../churning/batchEvents';
import type { BatchStory } from '../churning/batchStory';
import type { Judgement } from './judgeBatch';

/** A side of the ledger entry of a churning: grams into (below zero: out of) a lot or a named account. */
export interface ChurnedLine {
  lot?: string;
  account?: 'water' | 'salt' | 'smeared' | 'unaccounted';
  mass: number;
  fat: number;
}

/** The ledger keeps milligrams. */
const milligrams = (grams: number): number => Math.round(grams * 1000);

/**
 * What a finished batch moved, to the milligram: cream, added water and salt out; butter, buttermilk and smears in; and
 * what does not balance under its own name, never hidden. Both sides add up exactly, in mass and in fat.
 */
export function churnedLines(
  facts: BatchFacts,
  story: BatchStory,
  judged: Judgement,
  creamLot: string,
  buttermilkLot: string,
): ChurnedLine[] {
  const cream = { mass: milligrams(facts.creamMass), fat: milligrams(facts.creamMass * facts.creamFat) };
  const buttermilkMass = milligrams(judged.buttermilkMass);
  const buttermilk = {
    mass: buttermilkMass,
    fat: Math.min(buttermilkMass, milligrams(judged.buttermilkMass * judged.buttermilkFat)),
  };
  const smeared = milligrams(judged.lossFat);
  const unsaltedTotal = judged.butterMass - judged.saltMass;
  const portions = story.portions.map((portion) => {
    const mass = milligrams(portion.mass);
    const share = (portion.mass - portion.saltMass) / unsaltedTotal;
    return {
      lot: portion.id,
      mass,
      fat: Math.min(mass - milligrams(portion.saltMass), milligrams(judged.fatToButter * share)),
    };
  });
  const lines = [
    { lot: creamLot, mass: -cream.mass, fat: -cream.fat },
    { account: 'water' as const, mass: -milligrams(story.addedWater), fat: 0 },
    { account: 'salt' as const, mass: -milligrams(judged.saltMass), fat: 0 },
    ...portions,
    { lot: buttermilkLot, ...buttermilk },
    { account: 'smeared' as const, mass: smeared, fat: smeared },
  ];
  const left = lines.reduce((sum, line) => ({ mass: sum.mass + line.mass, fat: sum.fat + line.fat }), {
    mass: 0,
    fat: 0,
  });
  return [...lines, { account: 'unaccounted' as const, mass: -left.mass, fat: -left.fat }].map((line) => ({
    ...line,
    mass: line.mass / 1000,
    fat: line.fat / 1000,
  }));
}
