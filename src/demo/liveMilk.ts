import { breedFat } from '@/core/dairy/breeds';
import { curveWithPeak, fatAtYield, meanYield, usualMilking, woodYield } from '@/core/planning/lactation';
import { cutAt, riseCream } from '@/core/separating/creamRise';
import { separatorExpect } from '@/core/separating/separatorExpect';
import { animals } from './larkfold';
import type { LarkfoldAnimal } from './larkfold';

/** A calf at foot takes the richest (handbook §6.1). */
export const calfTakes = 0.008;

/** Days since a cow calved, on a day counted back from today; undefined while she is dry. */
export function daysInMilk({ calvedDaysAgo }: LarkfoldAnimal, daysAgo: number): number | undefined {
  if (calvedDaysAgo === undefined) return undefined;
  const since = calvedDaysAgo - daysAgo;
  const day = since >= 0 ? since : since + 365;
  return day <= usualMilking ? day : undefined;
}

/** What one cow gives on a day and how fat it is, by Wood's curve and the fat that goes with it. */
export function givenBy(animal: LarkfoldAnimal, daysAgo: number): { mass: number; fat: number } {
  const day = daysInMilk(animal, daysAgo);
  if (day === undefined || animal.peak === undefined) return { mass: 0, fat: 0 };
  const curve = curveWithPeak(animal.peak * 1000);
  const mass = woodYield(curve, Math.max(1, day));
  const fat = fatAtYield(breedFat[animal.breed].fat, mass, meanYield(curve, usualMilking));
  return { mass, fat: animal.sharesWithCalf ? fat - calfTakes : fat };
}

/** The herd’s milk on a day, without those kept apart. */
export function herdOn(
  daysAgo: number,
  without: readonly string[],
): { mass: number; fat: number; names: string[] } {
  const giving = animals
    .filter(({ name }) => !without.includes(name))
    .map((animal) => ({ name: animal.name, ...givenBy(animal, daysAgo) }))
    .filter(({ mass }) => mass > 0);
  const mass = giving.reduce((sum, one) => sum + one.mass, 0);
  return {
    mass,
    fat: mass > 0 ? giving.reduce((sum, one) => sum + one.mass * one.fat, 0) / mass : 0,
    names: giving.map(({ name }) => name),
  };
}

/** The settling model takes a while: vessels filled alike rise alike, so each kind of filling is settled once. */
const settled = new Map<string, ReturnType<typeof riseCream>[number]>();

/** What a ladle takes off milk that stood, a few millimetres under the line, by the core’s settling model. */
export function ladled(milk: { mass: number; fat: number; hours: number; diameter: number }, under: number) {
  const mass = Math.max(800, Math.round(milk.mass / 400) * 400);
  const fat = Math.round(milk.fat * 250) / 250;
  const key = [mass, fat, milk.hours, milk.diameter].join();
  let column = settled.get(key);
  if (!column) {
    column = riseCream(
      {
        vessel: { bottomDiameter: milk.diameter, topDiameter: milk.diameter, height: 600 },
        mass,
        fat,
        temperature: 5,
        species: 'cow',
        heated: false,
      },
      [milk.hours],
      24,
    )[0]!;
    settled.set(key, column);
  }
  const line = column.lineDepth ?? 20;
  const cut = cutAt(column, line + under);
  const creamMass = (cut.creamMass / mass) * milk.mass;
  return {
    line,
    creamMass,
    creamFat: (cut.recovery * milk.mass * milk.fat) / creamMass,
    recovery: cut.recovery,
  };
}

/** What the hand separator gives from warm milk, by the core’s own expectation. */
export function separated(milk: { mass: number; fat: number; temperature: number; screw: number }) {
  const { creamMass, creamFat, skimFat } = separatorExpect({
    milkMass: milk.mass,
    milkFat: milk.fat,
    temperature: milk.temperature,
    flow: 1,
    screw: milk.screw,
    drive: 'hand',
    runs: [],
  });
  return { creamMass, creamFat: creamFat.mid, skimFat: skimFat.mid };
}
