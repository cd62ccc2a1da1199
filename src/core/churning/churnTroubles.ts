import { percent } from '../quantities/formatQuantity';
import type { ChurnRun } from './simulateChurn';
import { fillLimit } from './tools';

export interface Trouble {
  key: 'willNotBreak' | 'oils' | 'greasy' | 'tooThick' | 'overfull' | 'trappedButtermilk';
  says: string;
}

/** Above this the fat that runs off with the buttermilk is worth a warning, and the butter is greasy (handbook §6.4–6.7). */
export const greasyButtermilk = 0.015;
/** Fat this soft at the break smears rather than grains, °C at usual hardness (engineering estimate). */
export const greasyFrom = 19.5;
/** V of the model at which a churn or arm labours (engineering estimate). */
export const tooThickFrom = 1.8;
/** Motion under which too little head space is what holds the churn up (engineering estimate). */
const crampedUnder = 0.75;
/** Grains this big have closed round their buttermilk, mm. */
export const trappedFrom = 12;

/** What goes wrong in a run of the model, worst first. */
export function churnTroubles(run: ChurnRun, fill: number, hardness: number): Trouble[] {
  const troubles: Trouble[] = [];
  if (run.outcome === 'oils')
    troubles.push({ key: 'oils', says: 'Too warm to grain: the fat oils off instead of gathering.' });
  if (run.outcome === 'stuck')
    troubles.push({
      key: 'willNotBreak',
      says:
        run.reached.whipped === undefined
          ? 'It will not break as it stands.'
          : 'It whips and will not break as it stands.',
    });
  if (run.leastMotion < crampedUnder && fill > fillLimit)
    troubles.push({
      key: 'overfull',
      says: `${percent(fill, 0)} full: whipped cream fills the vessel and stops falling.`,
    });
  if (run.stiffest >= tooThickFrom)
    troubles.push({ key: 'tooThick', says: 'It stiffens until it hardly moves: rich cream, and cold.' });
  if (
    run.outcome === 'breaks' &&
    (run.buttermilkFat >= greasyButtermilk || run.breakTemperature - hardness >= greasyFrom)
  )
    troubles.push({
      key: 'greasy',
      says: 'It breaks soft and greasy, and the buttermilk runs off rich in fat.',
    });
  if (run.reached.mass !== undefined)
    troubles.push({
      key: 'trappedButtermilk',
      says: 'Gathered in one mass, with buttermilk trapped inside.',
    });
  return troubles;
}
