import { spokenFraction, spokenMass, spokenMinutes, text } from '../quantities/formatQuantity';
import type { UnitSystem } from '../quantities/units';
import type { FigureUnit } from './figure';

/** A figure's value in the farm's units. */
export function sayFigure(value: number, unit: FigureUnit, system: UnitSystem): string {
  switch (unit) {
    case 'mass':
      return text(spokenMass(value, system));
    case 'fraction':
      return text(spokenFraction(value));
    case 'minutes':
      return text(spokenMinutes(value));
    case 'massPerLitre':
      return system === 'metric'
        ? `${text(spokenMass(value, system))} per litre`
        : `${text(spokenMass(value * (system === 'us' ? 0.946353 : 1.136523), system))} per quart`;
  }
}
