import type { TodayView } from '@/server/today/views';
import { sayIn } from '../frame/sayIn';
import { lotNow } from '../standing/lotNow';
import type { Peg } from '../board/pegs';
import { comingUp } from './coming';
import { wishPegs } from './wishesToday';

/** All that hangs on the thread; of one wish alone its own steps, however far ahead. */
const pegsFor = (view: TodayView, say: ReturnType<typeof sayIn>, wish: string | undefined): Peg[] =>
  wish === undefined
    ? comingUp(
        view,
        view.lots.map((lot) => lotNow(lot, view.nowSeconds)),
        view.nowSeconds,
        say,
      )
    : wishPegs(
        view.wishes.filter((one) => one.wish.id === wish),
        view.nowSeconds,
        say,
      ).filter(({ atSeconds }) => atSeconds > view.nowSeconds);

/**
 * What is coming this week, for a calendar: the same things that hang on the thread.
 * @param wish only what one wish asks for
 */
export const comingEvents = (
  view: TodayView,
  wish?: string,
): { key: string; atSeconds: number; says: string; more?: string; ofDay: boolean; unlessDone: boolean }[] =>
  pegsFor(view, sayIn(view.farm.unitSystem, view.farm.timeZone), wish).map(
    ({ key, atSeconds, says, small, unlessDone = false }) => ({
      key,
      atSeconds,
      says: `${says[0]!.toUpperCase()}${says.slice(1)}${small ? `, ${small}` : ''}`,
      ...(unlessDone ? { more: 'What happens if nobody comes.' } : {}),
      ofDay: key.startsWith('butter ') || key === 'crock',
      unlessDone,
    }),
  );
