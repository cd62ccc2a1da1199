/**
 * How fast a driven tool turns, against its usual speed: what happens goes with the speed, its heat with the square of it
 * (engineering estimates: a mixer's lowest and highest settings, and the one for cream).
 */
export const speeds = { slow: 0.5, usual: 1, fast: 1.6 } as const;
export type Speed = keyof typeof speeds;
export const speedKeys = Object.keys(speeds) as [Speed, ...Speed[]];

/** How butter’s weight is known: by a scale, by mould or cup, or only by what its fat makes. */
export const weighings = ['scale', 'volume', 'foreseen'] as const;
export type Weighing = (typeof weighings)[number];

export const clarities = ['milky', 'cloudy', 'hazy', 'clear'] as const;
export type Clarity = (typeof clarities)[number];

/**
 * What may be mixed in, and what follows from it. What the house calls otherwise is one of these by its nature: wild garlic is
 * fresh like garlic. `density` g/mL as it lies in a spoon, `water` as a share of it, `piece` g of one clove or capsule
 * (kitchen averages, engineering estimates).
 */
export const additions = {
  herbs: { name: 'Fresh herbs', perishable: true, density: 0.25, water: 0.85 },
  garlic: { name: 'Garlic', perishable: true, density: 0.57, water: 0.6, piece: { name: 'clove', mass: 4 } },
  fruit: { name: 'Fresh fruit or zest', perishable: true, density: 0.6, water: 0.85 },
  driedHerbs: { name: 'Dried herbs', perishable: false, density: 0.2, water: 0.08 },
  spice: { name: 'Dry spice', perishable: false, density: 0.5, water: 0.09 },
  seeds: { name: 'Seeds or nuts', perishable: false, density: 0.6, water: 0.05 },
  honey: { name: 'Honey', perishable: false, density: 1.42, water: 0.17 },
  maple: { name: 'Maple or other syrup', perishable: false, density: 1.32, water: 0.33 },
  colour: { name: 'Colour', perishable: false, density: 0.65, water: 0.1 },
  vitaminE: {
    name: 'Vitamin E',
    perishable: false,
    density: 0.95,
    water: 0,
    piece: { name: 'capsule', mass: 0.3 },
  },
} as const satisfies Record<string, MixIn>;
export type Addition = keyof typeof additions;

/** One thing that butter is mixed with. */
export interface MixIn {
  name: string;
  /** Fresh: it brings its own short date, and never stands warm. */
  perishable: boolean;
  density: number;
  water: number;
  piece?: { name: string; mass: number };
}
/** Where cream and butter stand during a pause. */
export const pausePlaces = ['room', 'cold', 'fridge', 'freezer', 'bath', 'iceWater', 'ice'] as const;
export type PausePlace = (typeof pausePlaces)[number];
/** How warm it is there while nobody measured it, °C (handbook §6.12, §7; engineering estimates). */
export const pauseCelsius: Record<PausePlace, number> = {
  room: 18,
  cold: 10,
  fridge: 4,
  freezer: -17.8,
  bath: 25,
  iceWater: 1,
  ice: 0,
};
/** How heat passes there: through still air, moved a little in a fridge, or to water. */
export const pauseHeat = {
  room: 'air',
  cold: 'air',
  fridge: 'fridge',
  freezer: 'fridge',
  bath: 'water',
  iceWater: 'water',
  ice: 'water',
} as const satisfies Record<PausePlace, string>;

/** How far the grains had gone when the churn was stopped. */
export const grainSizes = ['grains', 'lumps', 'mass'] as const;
export type GrainSize = (typeof grainSizes)[number];
/** How butter is in the hand. */
export const feels = ['hard', 'waxy', 'greasy'] as const;
export type Feel = (typeof feels)[number];
/** How the water is got out of butter, the gentlest first: by its own weight, with hands or boards, until no more comes. */
export const workings = ['drained', 'slant', 'hung', 'squeezed', 'pressed', 'worked'] as const;
export type Working = (typeof workings)[number];
/** The water runs off by itself: nothing is pressed out. */
export const runsOff = (way: Working): boolean => way === 'drained' || way === 'slant' || way === 'hung';
/** Where butter is washed. */
export const washPlaces = ['bowl', 'churn', 'tap', 'machine'] as const;
export type WashPlace = (typeof washPlaces)[number];
/** What butter is shaped into. */
export const pieceForms = ['mould', 'block', 'roll', 'pat', 'crock', 'tub'] as const;
export type PieceForm = (typeof pieceForms)[number];
/** What the cows ate, which is what colours butter. */
export const feeds = ['grass', 'mixed', 'hay'] as const;
export type Feed = (typeof feeds)[number];
export const tastes = [
  'sweet',
  'nutty',
  'tart',
  'flat',
  'salty',
  'gritty',
  'soapy',
  'bitter',
  'cheesy',
  'feed',
] as const;
export type Taste = (typeof tastes)[number];
