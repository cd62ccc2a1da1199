import type { StandingMilk } from './creamRise';
import { riseCream } from './creamRise';

/**
 * Fat of what a tap at the bottom lets out of milk that stands, mass fraction: it leaves at the fat of its own layer, not at
 * the average. All of it leaves at the average.
 * @param standHours hours it has stood
 * @param drawn g let out
 */
export function tapLayerFat(milk: StandingMilk, standHours: number, drawn: number): number {
  if (drawn >= milk.mass || standHours <= 0) return milk.fat;
  const [column] = riseCream(milk, [standHours], cells);
  if (!column) return milk.fat;
  let [mass, fat] = [0, 0];
  for (const slice of column.slices.toSorted((a, b) => a.from - b.from)) {
    const share = Math.min(1, (drawn - mass) / slice.mass);
    mass += share * slice.mass;
    fat += share * slice.fatMass;
    if (mass >= drawn - 1e-9) break;
  }
  return mass > 0 ? Math.min(milk.fat, fat / mass) : milk.fat;
}

const cells = 48;
