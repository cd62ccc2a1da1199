import type { PausePlace } from '@/core/churning/batchEvents';
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
