import { decimal, percent } from '@/core/quantities/formatQuantity';
import type { BatchFacts, EventOf } from '@/core/churning/batchEvents';
import type {
  Feed,
  Feel,
  GrainSize,
  PausePlace,
  Taste,
  WashPlace,
  Working,
} from '@/core/churning/batchWords';
import type { Storage } from '@/core/keeping/keepingDate';
import type { useSay } from '../frame/FarmContext';

type Say = ReturnType<typeof useSay>;

/** Where cream stands during a pause. */
export const pauseWords: Record<PausePlace, string> = {
  room: 'in the room',
  cold: 'in the cold room',
  fridge: 'in the fridge',
  freezer: 'in the freezer',
  bath: 'in a bath',
  iceWater: 'in ice water',
  ice: 'on ice',
};

/** Where butter is kept. */
export const storageWords: Record<Storage, string> = {
  fridge: 'Fridge',
  freezer: 'Freezer',
  crock: 'Crock',
  counter: 'Counter',
};

/** What is usual once it broke, in brief: washing, salt, pieces, where it is kept. */
export function afterwardsWords(
  usual: Pick<BatchFacts, 'usualSalt' | 'usualWashes' | 'usualPieces' | 'usualStorage'>,
  say: Pick<Say, 'mass'>,
): string[] {
  const { usualSalt: salt, usualWashes: washes, usualPieces: pieces } = usual;
  return [
    washes === undefined
      ? 'washed until clear'
      : washes === 0
        ? 'not washed'
        : `${washes} ${washes === 1 ? 'wash' : 'washes'}`,
    salt.way === 'none'
      ? 'no salt'
      : salt.way === 'share'
        ? salt.byEye
          ? 'salt by eye'
          : `${percent(salt.share)} salt`
        : salt.way === 'spoon'
          ? `${decimal(salt.teaspoons, 2)} tsp of salt`
          : `${say.mass(salt.grams)} of salt`,
    ...(pieces ? [`${pieces.form}s of ${say.mass(pieces.each)}`] : []),
    usual.usualStorage,
  ];
}

/** How far the grains had gone. */
export const grainWords: Record<GrainSize, { name: string; small: string }> = {
  grains: { name: 'Grains', small: 'wheat to pea' },
  lumps: { name: 'Lumps', small: 'walnut size' },
  mass: { name: 'One mass', small: 'gathered' },
};

export const feelWords: Record<Feel, { name: string; small: string }> = {
  hard: { name: 'Hard', small: 'crumbles' },
  waxy: { name: 'Waxy', small: 'bends, right' },
  greasy: { name: 'Greasy', small: 'smears, shines' },
};

export const workWords: Record<Working, string> = {
  drained: 'Only drained',
  slant: 'On a slant',
  hung: 'Hung in a cloth',
  squeezed: 'Squeezed in a cloth',
  pressed: 'Pressed once',
  worked: 'Worked till no more weeps',
};

export const washWords: Record<WashPlace, { name: string; inSentence: string }> = {
  bowl: { name: 'In a bowl', inSentence: 'in a bowl' },
  churn: { name: 'In the churn', inSentence: 'in the churn' },
  tap: { name: 'Under the tap', inSentence: 'under the tap' },
  machine: { name: 'In the mixer', inSentence: 'in the mixer' },
};

export const reweighWords: Record<EventOf<'reweighed'>['why'], string> = {
  wept: 'after it wept',
  rinsed: 'rinsed back',
  blended: 'blended with unsalted',
  added: 'with more salt',
};

export const feedWords: Record<Feed, string> = { grass: 'Grass', mixed: 'Grass and hay', hay: 'Hay' };

export const tasteWords: Record<Taste, string> = {
  sweet: 'Sweet',
  nutty: 'Nutty',
  tart: 'Tart',
  flat: 'Flat',
  salty: 'Salty',
  gritty: 'Gritty',
  soapy: 'Soapy',
  bitter: 'Bitter',
  cheesy: 'Cheesy',
  feed: 'Of feed',
};

/** What thin cream is in for: it has its way to the churn, and what would help. */
export const thinWords = (fat: number): string =>
  `${percent(fat, 0)} is thin, as ladled cream is: it takes ${fat < 0.19 ? 'six times' : fat < 0.21 ? 'four times' : fat < 0.235 ? 'three times' : 'twice'} as long as rich cream. Richer cream stirred in, or a night’s standing with the thin part drawn off below, would help.`;
