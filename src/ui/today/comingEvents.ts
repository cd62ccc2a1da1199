import type { TodayView } from '@/server/today/views';
import { sayIn } from '../frame/sayIn';
import { lotNow } from '../standing/lotNow';
import { comingUp } from './coming';

/** What is coming this week, for a calendar: the same things that hang on the thread. */
export const comingEvents = (
  view: TodayView,
): { key: string; atSeconds: number; says: string; more?: string; ofDay: boolean; unlessDone: boolean }[] =>
  comingUp(
    view,
    view.lots.map((lot) => lotNow(lot, view.nowSeconds)),
    view.nowSeconds,
    sayIn(view.farm.unitSystem, view.farm.timeZone),
  ).map(({ key, atSeconds, says, small, unlessDone = false }) => ({
    key,
    atSeconds,
    says: `${says[0]!.toUpperCase()}${says.slice(1)}${small ? `, ${small}` : ''}`,
    ...(unlessDone ? { more: 'What happens if nobody comes.' } : {}),
    ofDay: key.startsWith('butter ') || key === 'crock',
    unlessDone,
  }));
