import type { BatchFacts } from '../churning/batchEvents';
import type { BatchStory } from '../churning/batchStory';
import type { Judgement } from './judgeBatch';

/** A side of the ledger entry of a churning: grams into (below zero: out of) a lot or a named account. */
export interface ChurnedLine {
  lot?: string;
  account?: 'water' | 'salt' | 'mixedIn' | 'smeared' | 'boiledOff' | 'unaccounted';
  mass: number;
  fat: number;
}

/** Fat of finished ghee (handbook §6.13). */
export const gheeFat = 0.995;

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
  const portions = story.portions.flatMap((portion): ChurnedLine[] => {
    const mass = milligrams(portion.mass);
    const beside = portion.saltMass + (portion.additionMass ?? 0);
    const share = (portion.mass - beside) / judged.unsaltedMass;
    // Butter without a gram of water in it is as much fat as it can hold: the rest stands as not accounted for.
    const fat = Math.max(0, Math.min(mass - milligrams(beside), milligrams(judged.fatToButter * share)));
    if (!portion.ghee) return [{ lot: portion.id, mass, fat }];
    // Clarified: its water boils off, its solids brown, some fat clings to them.
    const ghee = Math.min(mass, milligrams(portion.ghee.mass));
    const fatOfGhee = Math.min(ghee, milligrams(portion.ghee.mass * gheeFat));
    const clings = Math.min(mass - ghee, Math.max(0, fat - fatOfGhee));
    return [
      { lot: portion.id, mass: ghee, fat: fatOfGhee },
      { account: 'smeared', mass: clings, fat: clings },
      { account: 'boiledOff', mass: mass - ghee - clings, fat: 0 },
    ];
  });
  const lines: ChurnedLine[] = [
    { lot: creamLot, mass: -cream.mass, fat: -cream.fat },
    { account: 'water', mass: -milligrams(story.addedWater), fat: 0 },
    { account: 'salt', mass: -milligrams(judged.saltMass + judged.buttermilkSalt), fat: 0 },
    { account: 'mixedIn', mass: -milligrams(judged.additionMass), fat: 0 },
    ...portions,
    { lot: buttermilkLot, ...buttermilk },
    { account: 'smeared', mass: smeared, fat: smeared },
  ];
  const left = lines.reduce((sum, line) => ({ mass: sum.mass + line.mass, fat: sum.fat + line.fat }), {
    mass: 0,
    fat: 0,
  });
  return [...lines, { account: 'unaccounted' as const, mass: -left.mass, fat: -left.fat }].map((line) => ({
    ...line,
    // Plus nothing: there is no minus nought in a ledger.
    mass: line.mass / 1000 + 0,
    fat: line.fat / 1000 + 0,
  }));
}
