import { table } from './table';

/** The three ways of measuring that a farm can choose. Quarts, cups and spoons differ between them. */
export type UnitSystem = 'metric' | 'us' | 'imperial';

/** What a quantity is of. Base units: g, mL, °C, minutes, fraction. */
export type QuantityKind = 'mass' | 'volume' | 'temperature' | 'duration' | 'fraction';

export const unitSystems: readonly UnitSystem[] = ['metric', 'us', 'imperial'];
export const quantityKinds: readonly QuantityKind[] = [
  'mass',
  'volume',
  'temperature',
  'duration',
  'fraction',
];

/** Grams in a pound: exact by definition (International Yard and Pound Agreement, 1959). */
export const gramsPerPound = 453.59237;
export const gramsPerOunce = gramsPerPound / 16;
/** A stick of butter is a quarter of a pound. */
export const gramsPerStick = gramsPerPound / 4;
/** Millilitres in a US liquid gallon: 231 cubic inches, exact (NIST Handbook 44, appendix C). */
const usGallon = 3785.411784;
/** Millilitres in an imperial gallon: exact (Weights and Measures Act 1985). */
const imperialGallon = 4546.09;

/** Kitchen and dairy measures in mL, by system. A metric kitchen has no quart, pint, gallon or fluid ounce. */
export const kitchenMeasures: Record<UnitSystem, Partial<Record<string, number>>> = {
  metric: { cup: 250, tablespoon: 15, teaspoon: 5 },
  us: {
    gallon: usGallon,
    quart: usGallon / 4,
    pint: usGallon / 8,
    cup: usGallon / 16,
    'fluid ounce': usGallon / 128,
    tablespoon: usGallon / 256,
    teaspoon: usGallon / 768,
  },
  imperial: {
    gallon: imperialGallon,
    quart: imperialGallon / 4,
    pint: imperialGallon / 8,
    cup: imperialGallon / 16,
    'fluid ounce': imperialGallon / 160,
    tablespoon: imperialGallon / 256,
    teaspoon: imperialGallon / 768,
  },
};

/** Masses in g. */
export const massUnits: Record<string, number> = {
  gram: 1,
  kilogram: 1000,
  pound: gramsPerPound,
  ounce: gramsPerOunce,
  stick: gramsPerStick,
};

/** Volumes in mL that mean the same everywhere. */
export const metricVolumes: Record<string, number> = {
  millilitre: 1,
  centilitre: 10,
  decilitre: 100,
  litre: 1000,
};

/** What a house measures by that nobody made to a size, in mL, good to so much of it (engineering estimates). */
export const looseMeasures: readonly { words: string; millilitres: number; spread: number }[] = [
  { words: 'tea ?cups?|teacupfuls?', millilitres: 180, spread: 0.15 },
  { words: 'mugs?|mugfuls?', millilitres: 300, spread: 0.15 },
  { words: 'glass(?:es)?|glassfuls?', millilitres: 200, spread: 0.2 },
  // A sixteenth of a teaspoon between two fingers, give or take (engineering estimate).
  { words: 'pinch(?:es)?', millilitres: 0.31, spread: 0.4 },
];

/** Durations in minutes. */
export const durationUnits: Record<string, number> = { second: 1 / 60, minute: 1, hour: 60, day: 1440 };

/** Every spelling a tired person uses, and the unit it stands for. */
export const spellings = table<string>(
  Object.fromEntries(
    Object.entries({
      gram: 'g gr gm gram grams gramme grammes',
      kilogram: 'kg kgs kilo kilos kilogram kilograms kilogramme kilogrammes',
      pound: 'lb lbs pound pounds',
      ounce: 'oz ozs ounce ounces',
      stick: 'stick sticks',
      millilitre: 'ml mls millilitre millilitres milliliter milliliters',
      centilitre: 'cl centilitre centilitres centiliter centiliters',
      decilitre: 'dl decilitre decilitres deciliter deciliters',
      litre: 'l ltr litre litres liter liters',
      gallon: 'gal gals gallon gallons',
      quart: 'qt qts quart quarts',
      pint: 'pt pts pint pints',
      cup: 'cup cups',
      tablespoon: 'tbsp tbsps tbs tablespoon tablespoons',
      teaspoon: 'tsp tsps teaspoon teaspoons',
      second: 's sec secs second seconds',
      minute: 'm min mins minute minutes',
      hour: 'h hr hrs hour hours',
      day: 'd day days',
      celsius: 'celsius centigrade',
      fahrenheit: 'fahrenheit',
      percent: '% percent',
      degree: '° deg degree degrees',
    }).flatMap(([unit, words]) => words.split(' ').map((word) => [word, unit])),
  ),
);
