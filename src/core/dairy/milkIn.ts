import { counted } from '../quantities/counted';
import { percent } from '../quantities/formatQuantity';
import { addDays, daysBetween } from '../keeping/civilDate';
import { colostrumDays } from '../planning/lactation';
import { curveWithPeak, fatAtYield, meanYield, usualMilking, woodYield } from '../planning/lactation';
import type { Breed } from './breeds';
import { breedFat, breedFatSd } from './breeds';
import type { OwnFat } from './ownFat';

/** What is known of an animal when its milk comes in. */
export interface MilkedAnimal {
  name: string;
  breed: Breed;
  /** ISO date of the last calving. */
  calvedOn: string | null;
  sharesWithCalf: boolean;
  /** Medicine: milk is withheld from and with the first to and with the second ISO date. */
  withdrawnFrom: string | null;
  withdrawnUntil: string | null;
  withdrawnReason: string | null;
  /** What tests of her own milk say of her fat. */
  ownFat?: OwnFat | undefined;
}

/** A calf that shares the cow takes the richest last milk (handbook §6.1, estimate). */
const calfTakes = 0.008;
/** No milk is expected to be richer, mass fraction; and one milking differs from another by so much, standard deviation of the logarithm (engineering estimates). */
const richest = 0.12;
export const milkingsDiffer = 0.08;
/** Shape of the fat curve only: yields cancel out. */
const anyPeak = 25_000;

/** Milk fat to expect of one animal on a day, by breed, stage and calf (handbook §6.1, §6.14). */
export function expectedMilkFat(
  animal: MilkedAnimal,
  day: string,
): { fat: number; sd: number; how: string[] } {
  const breed = breedFat[animal.breed];
  const how = [`${breed.name}: ${percent(breed.fat)}`];
  let { fat }: { fat: number } = breed;
  if (animal.calvedOn && breed.species === 'cow') {
    const inMilk = Math.max(1, daysBetween(animal.calvedOn, day));
    if (inMilk <= usualMilking + 120) {
      const curve = curveWithPeak(anyPeak);
      const mean = meanYield(curve, usualMilking);
      fat = fatAtYield(fat, Math.max(0.1 * mean, woodYield(curve, inMilk)), mean);
      how.push(`${counted(inMilk, 'day')} in milk: ${percent(fat)}`);
    }
  }
  if (animal.sharesWithCalf) {
    fat = Math.max(0.015, fat - calfTakes);
    how.push(`the calf takes the richest: ${percent(fat)}`);
  }
  const { ownFat } = animal;
  if (!ownFat) return { fat, sd: breedFatSd, how };
  fat = Math.min(richest, fat * ownFat.times);
  how.push(`by ${counted(ownFat.tests, 'test')} of her own milk: ${percent(fat)}`);
  return { fat, sd: Math.min(breedFatSd, fat * Math.hypot(ownFat.sd, milkingsDiffer)), how };
}

/** Fat of milk pooled from animals, weighed by how much each usually gives; equal shares when nothing is known. */
export function pooledMilkFat(
  animals: readonly MilkedAnimal[],
  day: string,
  share: (animal: MilkedAnimal) => number = () => 1,
): { fat: number; sd: number; how: string[] } {
  if (animals.length === 0)
    return { fat: breedFat.mixed.fat, sd: breedFatSd, how: [`Mixed herd: ${percent(breedFat.mixed.fat)}`] };
  const total = animals.reduce((sum, animal) => sum + share(animal), 0);
  const parts = animals.map((animal) => ({ ...expectedMilkFat(animal, day), part: share(animal) / total }));
  return {
    fat: parts.reduce((sum, { fat, part }) => sum + fat * part, 0),
    // Each animal's own deviation, independent of the others'.
    sd: Math.sqrt(parts.reduce((sum, { sd, part }) => sum + (sd * part) ** 2, 0)),
    how:
      animals.length === 1 ? parts[0]!.how : parts.map(({ how }, i) => `${animals[i]!.name}: ${how.at(-1)}`),
  };
}

/** Why milk of these animals on this day is kept from people's food, if it is: the first days after calving, and medicine. */
export function milkBlock(
  animals: readonly MilkedAnimal[],
  day: string,
): { reason: string; until: string } | undefined {
  const blocks = animals.flatMap(({ name, calvedOn, withdrawnFrom, withdrawnUntil, withdrawnReason }) => {
    const found: { reason: string; until: string }[] = [];
    if (calvedOn !== null) {
      const since = daysBetween(calvedOn, day);
      if (since >= 0 && since < colostrumDays)
        found.push({
          reason: `Colostrum: ${name} calved on ${calvedOn}`,
          until: addDays(calvedOn, colostrumDays - 1),
        });
    }
    if (withdrawnUntil !== null && day >= (withdrawnFrom ?? '') && day <= withdrawnUntil)
      found.push({ reason: `${name}: ${withdrawnReason ?? 'medicine'}`, until: withdrawnUntil });
    return found;
  });
  if (blocks.length === 0) return undefined;
  return {
    reason: blocks.map(({ reason }) => reason).join('; '),
    until: blocks
      .map(({ until }) => until)
      .toSorted()
      .at(-1)!,
  };
}

/** Richest milk that occurs, mass fraction: past this it is cream, or a slip (handbook §6.1: buffalo 7.5 %, with its spread). */
export const richestMilk = 0.12;
