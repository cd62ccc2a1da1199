import type { Breed } from '@/core/dairy/breeds';
import type { Storage } from '@/core/keeping/keepingDate';
import type { Salting } from '@/core/churning/batchEvents';
import type { Addition, Clarity } from '@/core/churning/batchWords';
import type { ToolKey } from '@/core/churning/tools';

/** An animal of Larkfold. Days count back from today; a cow calves again a year after she did. */
export interface LarkfoldAnimal {
  name: string;
  breed: Breed;
  /** Last calving, days ago. */
  calvedDaysAgo?: number;
  /** Milk at the peak of the curve that reaches the pail, kg a day: the calf has had its part. */
  peak?: number;
  sharesWithCalf?: boolean;
  /** Served so many days ago: she carries. */
  servedDaysAgo?: number;
}

/** Larkfold, a small hill farm, all made up: its animals and its vessels. */
export const animals: readonly LarkfoldAnimal[] = [
  { name: 'Tansy', breed: 'kerry', calvedDaysAgo: 74, peak: 4.0 },
  { name: 'Plover', breed: 'dairy-shorthorn', calvedDaysAgo: 212, peak: 4.4, servedDaysAgo: 118 },
  {
    name: 'Quill',
    breed: 'brown-swiss',
    calvedDaysAgo: 148,
    peak: 4.8,
    sharesWithCalf: true,
    servedDaysAgo: 67,
  },
  { name: 'Sorrel', breed: 'goat', servedDaysAgo: 44 },
  { name: 'Fern', breed: 'goat', servedDaysAgo: 38 },
];

export const vessels: {
  key: string;
  name: string;
  kind: 'churn' | 'pail' | 'jar' | 'can' | 'pan' | 'tub' | 'crock' | 'mould' | 'separator';
  tool: ToolKey | null;
  capacity: number;
  diameter?: number;
  equipment?: { discs?: number; motor?: boolean };
}[] = [
  { key: 'paddle', name: 'Oak-lid paddle churn', kind: 'churn', tool: 'paddleHand', capacity: 5000 },
  { key: 'barrel', name: 'Motor barrel', kind: 'churn', tool: 'barrel', capacity: 14000 },
  { key: 'mixer', name: 'Stand mixer', kind: 'churn', tool: 'standMixer', capacity: 4500 },
  { key: 'can1', name: 'Tall can', kind: 'can', tool: null, capacity: 12000, diameter: 220 },
  { key: 'can2', name: 'Short can', kind: 'can', tool: null, capacity: 9000, diameter: 230 },
  { key: 'jar1', name: 'Blue jar', kind: 'jar', tool: null, capacity: 3000, diameter: 125 },
  { key: 'jar2', name: 'Green jar', kind: 'jar', tool: null, capacity: 3000, diameter: 125 },
  { key: 'cream', name: 'Cream can', kind: 'tub', tool: null, capacity: 7000, diameter: 200 },
  { key: 'tub', name: 'White tub', kind: 'tub', tool: null, capacity: 4000 },
  { key: 'crock1', name: 'Brown crock', kind: 'crock', tool: null, capacity: 2500 },
  { key: 'crock2', name: 'White crock', kind: 'crock', tool: null, capacity: 2500 },
  { key: 'mould', name: 'Thistle mould', kind: 'mould', tool: null, capacity: 250 },
  {
    key: 'separator',
    name: 'Hand separator',
    kind: 'separator',
    tool: null,
    capacity: 60_000,
    equipment: { discs: 12, motor: false },
  },
];

/** How one churning was meant. What came of it is worked out by the core's own models, with noise on every reading. */
export interface Churning {
  churn: string;
  celsius: number;
  ripened?: boolean;
  /** Fat of the butter as it was worked; wet butter is below 0.78. */
  butterFat?: number;
  washes?: Clarity[];
  water?: number;
  /** Added to what the scale said, g: somebody read it wrong. */
  misread?: number;
  /** Salt that went in, as a share; rinsed back afterwards when it was too much. */
  saltShare?: number;
  /** Shares of the butter, each finished in its own way. */
  portions: {
    share: number;
    name: string;
    additions?: Addition[];
    storage: Storage;
    salted: boolean;
    /** Made into ghee. */
    ghee?: boolean;
    /** Days until it is finished; never, when it is still there. */
    eatenAfter?: number;
  }[];
}

export const usualSalt: Salting = { way: 'share', share: 0.016, kind: 'fine' };

/** What goes wrong now and then, by how many days ago it was: the churning nearest to that day has it. */
export const troubles: { daysAgo: number; what: string; change: Partial<Churning> }[] = [
  { daysAgo: 210, what: 'mis-weighed', change: { misread: 180 } },
  { daysAgo: 130, what: 'too salty, rinsed back', change: { saltShare: 0.034 } },
  {
    daysAgo: 46,
    what: 'greasy and warm',
    change: { celsius: 20.5, churn: 'mixer', washes: ['milky', 'cloudy', 'hazy', 'clear'] },
  },
  { daysAgo: 33, what: 'stuck and cold', change: { celsius: 8.5, churn: 'barrel', water: 250 } },
  { daysAgo: 26, what: 'wet and heavy', change: { butterFat: 0.735, washes: ['milky', 'cloudy'] } },
];
/** A souring that failed and was thrown out, days ago. */
export const failedRipening = 92;
