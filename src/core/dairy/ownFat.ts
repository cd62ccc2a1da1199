import { daysBetween } from '../keeping/civilDate';
import type { MilkedAnimal } from './milkIn';
import { expectedMilkFat, milkingsDiffer } from './milkIn';

/** An animal’s fat by tests of her own milk, against what her breed, her stage and her calf would have. */
export interface OwnFat {
  /** Times as much. */
  times: number;
  /** Standard deviation of its logarithm. */
  sd: number;
  tests: number;
}

/** A test of milk that was hers alone: ISO date, and fat as a mass fraction. */
export interface FatTest {
  day: string;
  fat: number;
}

/**
 * How much animals of one breed differ in their fat, and one milking of an animal from another, standard deviations of logarithms: evening and morning,
 * first milk and last (engineering estimates within handbook §6.1’s ranges).
 */
const spread = { among: 0.1, milking: milkingsDiffer };
/** Tests of longer ago say nothing of her now, days: a lactation and what comes after it. */
const tellsFor = 430;

/** What tests of an animal’s own milk say of her fat; undefined where there is none. The more there are the less her breed has to say. */
export function ownFat(animal: MilkedAnimal, tests: readonly FatTest[], today: string): OwnFat | undefined {
  const told = tests.filter(({ day, fat }) => fat > 0 && day <= today && daysBetween(day, today) <= tellsFor);
  if (told.length === 0) return undefined;
  const away = told.reduce(
    (sum, { day, fat }) => sum + Math.log(fat / expectedMilkFat({ ...animal, ownFat: undefined }, day).fat),
    0,
  );
  const precision = 1 / spread.among ** 2 + told.length / spread.milking ** 2;
  return {
    times: Math.exp(away / spread.milking ** 2 / precision),
    sd: Math.sqrt(1 / precision),
    tests: told.length,
  };
}
