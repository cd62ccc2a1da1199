import type { Storage } from '@/core/keeping/keepingDate';
import type { Addition, Clarity, Salting } from '@/core/churning/batchEvents';
import type { ToolKey } from '@/core/churning/tools';
import type { FatMethod } from '@/core/dairy/creamFat';

/** Larkfold, a small hill farm, all made up: its animals, its vessels, and the mornings of two months. */
export const animals = [
  { name: 'Tansy', breed: 'kerry' },
  { name: 'Plover', breed: 'dairy-shorthorn' },
  { name: 'Quill', breed: 'brown-swiss' },
  { name: 'Sorrel', breed: 'goat' },
  { name: 'Fern', breed: 'goat' },
] as const;

export const vessels: {
  key: string;
  name: string;
  kind: 'churn' | 'jar' | 'can' | 'pan' | 'tub' | 'crock' | 'mould';
  tool: ToolKey | null;
  capacity: number;
}[] = [
  { key: 'paddle', name: 'Oak-lid paddle churn', kind: 'churn', tool: 'paddleHand', capacity: 5000 },
  { key: 'barrel', name: 'Motor barrel', kind: 'churn', tool: 'barrel', capacity: 14000 },
  { key: 'mixer', name: 'Stand mixer', kind: 'churn', tool: 'standMixer', capacity: 4500 },
  { key: 'can1', name: 'Tall can', kind: 'can', tool: null, capacity: 12000 },
  { key: 'can2', name: 'Short can', kind: 'can', tool: null, capacity: 9000 },
  { key: 'jar1', name: 'Blue jar', kind: 'jar', tool: null, capacity: 3000 },
  { key: 'jar2', name: 'Green jar', kind: 'jar', tool: null, capacity: 3000 },
  { key: 'crock1', name: 'Brown crock', kind: 'crock', tool: null, capacity: 2500 },
  { key: 'crock2', name: 'White crock', kind: 'crock', tool: null, capacity: 2500 },
  { key: 'mould', name: 'Thistle mould', kind: 'mould', tool: null, capacity: 250 },
];

/** How one morning was meant. What came of it is worked out by the core's own models, with noise on every reading. */
export interface Morning {
  daysAgo: number;
  churn: string;
  /** Cream, mL as poured by the jug. */
  millilitres: number;
  celsius: number;
  fat: number;
  fatMethod: FatMethod;
  ripened?: boolean;
  raw?: boolean;
  /** Fat of the butter as it was worked; wet butter is below 0.78. */
  butterFat?: number;
  washes?: Clarity[];
  salting?: Salting;
  water?: number;
  /** Shares of the butter, each finished in its own way. */
  portions?: {
    share: number;
    name: string;
    additions?: Addition[];
    storage: Storage;
    salted: boolean;
    eaten?: boolean;
  }[];
}

const salted: Salting = { way: 'share', share: 0.016, kind: 'fine' };
const whole = (storage: Storage, eaten: boolean): Morning['portions'] => [
  { share: 1, name: 'Salted', storage, salted: true, eaten },
];

/** Two months back to today. Planted: a greasy warm batch, a wet heavy one, and a cold one that took its time. */
export const mornings: Morning[] = [
  {
    daysAgo: 61,
    churn: 'paddle',
    millilitres: 1800,
    celsius: 13.5,
    fat: 0.38,
    fatMethod: 'separator',
    raw: true,
    portions: whole('fridge', true),
  },
  {
    daysAgo: 56,
    churn: 'barrel',
    millilitres: 5600,
    celsius: 12.5,
    fat: 0.38,
    fatMethod: 'separator',
    raw: true,
    ripened: true,
    portions: [
      { share: 0.55, name: 'Salted', storage: 'freezer', salted: true },
      { share: 0.45, name: 'Salted', storage: 'fridge', salted: true, eaten: true },
    ],
  },
  {
    daysAgo: 51,
    churn: 'paddle',
    millilitres: 2000,
    celsius: 14,
    fat: 0.38,
    fatMethod: 'separator',
    raw: true,
    portions: whole('fridge', true),
  },
  {
    daysAgo: 46,
    churn: 'mixer',
    millilitres: 1500,
    celsius: 20.5,
    fat: 0.38,
    fatMethod: 'separator',
    raw: true,
    washes: ['milky', 'cloudy', 'hazy', 'clear'],
    portions: whole('fridge', true),
  },
  {
    daysAgo: 40,
    churn: 'paddle',
    millilitres: 2200,
    celsius: 13,
    fat: 0.38,
    fatMethod: 'separator',
    raw: true,
    ripened: true,
    portions: whole('fridge', true),
  },
  {
    daysAgo: 35,
    churn: 'barrel',
    millilitres: 6200,
    celsius: 8.5,
    fat: 0.38,
    fatMethod: 'separator',
    raw: true,
    water: 250,
    portions: [
      { share: 0.6, name: 'Salted', storage: 'freezer', salted: true },
      { share: 0.4, name: 'Salted', storage: 'fridge', salted: true, eaten: true },
    ],
  },
  {
    daysAgo: 29,
    churn: 'paddle',
    millilitres: 1900,
    celsius: 14,
    fat: 0.38,
    fatMethod: 'separator',
    raw: true,
    butterFat: 0.735,
    washes: ['milky', 'cloudy'],
    portions: whole('fridge', true),
  },
  {
    daysAgo: 24,
    churn: 'mixer',
    millilitres: 1400,
    celsius: 13.5,
    fat: 0.36,
    fatMethod: 'label',
    portions: whole('fridge', true),
  },
  {
    daysAgo: 19,
    churn: 'paddle',
    millilitres: 2100,
    celsius: 14,
    fat: 0.38,
    fatMethod: 'separator',
    raw: true,
    portions: whole('freezer', false),
  },
  {
    daysAgo: 13,
    churn: 'paddle',
    millilitres: 2000,
    celsius: 13.5,
    fat: 0.38,
    fatMethod: 'separator',
    ripened: true,
    portions: whole('fridge', false),
  },
  {
    daysAgo: 8,
    churn: 'mixer',
    millilitres: 1600,
    celsius: 14,
    fat: 0.36,
    fatMethod: 'label',
    portions: [
      { share: 0.7, name: 'Salted', storage: 'crock', salted: true },
      { share: 0.3, name: 'Unsalted', storage: 'freezer', salted: false },
    ],
  },
  {
    daysAgo: 3,
    churn: 'paddle',
    millilitres: 2200,
    celsius: 14,
    fat: 0.38,
    fatMethod: 'separator',
    portions: [
      { share: 0.75, name: 'Salted', storage: 'fridge', salted: true },
      { share: 0.25, name: 'Garlic', additions: ['garlic'], storage: 'fridge', salted: true },
    ],
  },
];

/** The batch in progress, so that every screen has life: minutes it has been churning. */
export const inProgress: { morning: Morning; minutes: number } = {
  morning: {
    daysAgo: 0,
    churn: 'paddle',
    millilitres: 2100,
    celsius: 14,
    fat: 0.38,
    fatMethod: 'separator',
    ripened: false,
  },
  minutes: 9,
};

export const usualSalt = salted;
