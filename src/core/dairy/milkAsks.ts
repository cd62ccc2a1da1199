import type { Ask } from '../asking/ask';
import { addDays } from '../keeping/civilDate';
import type { MilkedAnimal } from './milkIn';
import { pooledMilkFat } from './milkIn';

/** Days in milk between which the fat of most milkings lies: at the yield's height, and late (handbook §6.14). */
const inMilk = { low: 45, high: 260 } as const;
/** Fat known as well as this needs no test: a share of it, one standard deviation (engineering estimate). */
const knownWell = 0.12;
/** Nine of ten normal values lie within so many standard deviations. */
const nineInTen = 1.645;

/**
 * What could be asked of milk, each with the grams of butter it makes at either end of the usual answers: when an animal calved,
 * which nobody said, and what a fat test would read.
 * @param mass g
 * @param perFat g of butter of a gram of its fat
 * @param day ISO date it was milked on
 */
export function milkAsks(
  milk: { mass: number; fat: number; fatSd: number; tested: boolean },
  animals: readonly MilkedAnimal[],
  perFat: number,
  day: string,
): Ask<'test' | `calved:${string}`>[] {
  if (milk.tested) return [];
  const butter = (fat: number) => milk.mass * Math.max(0.005, fat) * perFat;
  const asks: Ask<'test' | `calved:${string}`>[] = animals.flatMap((animal) => {
    if (animal.calvedOn !== null) return [];
    const end = (days: number) => ({
      answer: days,
      gives: butter(
        pooledMilkFat(
          animals.map((one) => (one === animal ? { ...one, calvedOn: addDays(day, -days) } : one)),
          day,
        ).fat,
      ),
    });
    return [{ of: `calved:${animal.name}` as const, low: end(inMilk.low), high: end(inMilk.high) }];
  });
  if (milk.fatSd < knownWell * milk.fat) return asks;
  const end = (sds: number) => {
    const fat = milk.fat + sds * milk.fatSd;
    return { answer: fat, gives: butter(fat) };
  };
  return [...asks, { of: 'test', low: end(-nineInTen), high: end(nineInTen) }];
}
