import type { BatchVerdict } from '@/core/balancing/judgeBatch';
import type {
  EventOf,
  Feed,
  Feel,
  GrainSize,
  PausePlace,
  PieceForm,
  Taste,
  WashPlace,
  Working,
} from '@/core/churning/batchEvents';
import type { NextAct, Phase } from '@/core/churning/batchStory';

/** Where a batch stands, said plainly. */
export const phaseWords: Record<Phase, string> = {
  churning: 'Churning',
  paused: 'Put by',
  stopped: 'Stopped',
  drained: 'Drained',
  washed: 'Washed',
  portioned: 'Weighed',
  packed: 'Packed',
  abandoned: 'Given up',
};

/** What a button says, what is ahead, and the single key that does the same. */
export const actWords: Record<NextAct, { button: string; ahead: string; key: string }> = {
  thickening: { button: 'It thickens', ahead: 'it thickens, then whips', key: 't' },
  whipped: { button: 'It is whipped', ahead: 'whipped and quiet', key: 'w' },
  grainy: { button: 'It is grainy', ahead: 'it turns grainy', key: 'g' },
  break: { button: 'It broke', ahead: 'the break', key: 'b' },
  stopped: { button: 'I stopped', ahead: 'stop at wheat-grain size', key: 's' },
  load: { button: 'Next load', ahead: 'the next load', key: 'n' },
  drained: { button: 'Drained', ahead: 'drain the buttermilk', key: 'd' },
  washed: { button: 'Washed', ahead: 'wash until it runs clear', key: 'c' },
  portion: { button: 'Pack', ahead: 'salt, weigh and pack', key: 'k' },
  packed: { button: 'Pack', ahead: 'pack what is weighed', key: 'k' },
  resumed: { button: 'Go on', ahead: 'go on churning', key: 'p' },
  none: { button: 'Done', ahead: 'nothing more', key: '' },
};

/** Where cream stands during a pause. */
export const pauseWords: Record<PausePlace, string> = {
  room: 'in the room',
  fridge: 'in the fridge',
  bath: 'in a bath',
  iceWater: 'in ice water',
};

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
  pressed: 'Pressed once',
  worked: 'Worked till no more weeps',
};

export const washWords: Record<WashPlace, { name: string; inSentence: string }> = {
  bowl: { name: 'In a bowl', inSentence: 'in a bowl' },
  churn: { name: 'In the churn', inSentence: 'in the churn' },
  tap: { name: 'Under the tap', inSentence: 'under the tap' },
  machine: { name: 'In the mixer', inSentence: 'in the mixer' },
};

export const pieceWords: Record<PieceForm, { one: string; many: string }> = {
  mould: { one: 'mould', many: 'moulds' },
  block: { one: 'block', many: 'blocks' },
  roll: { one: 'roll', many: 'rolls' },
  pat: { one: 'pat', many: 'pats' },
  crock: { one: 'crock', many: 'crocks' },
  tub: { one: 'tub', many: 'tubs' },
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

/** What a batch came to, in the words its page and its row in the ledger share. */
export const verdictWords: Record<BatchVerdict, string> = {
  wet: 'still wet, most likely',
  plausible: 'good',
  suspect: 'some fat went missing',
  contradicts: 'the figures do not add up',
};

/** What thin cream is in for: it has its way to the churn, and what would help. */
export const thinWords = (fat: number): string =>
  `${Math.round(fat * 100)} % is thin, as ladled cream is: it takes ${fat < 0.19 ? 'six times' : fat < 0.21 ? 'four times' : fat < 0.235 ? 'three times' : 'twice'} as long as rich cream. Richer cream stirred in, or a night’s standing with the thin part drawn off below, would help.`;
