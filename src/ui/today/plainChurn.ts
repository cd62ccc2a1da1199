import { tools } from '@/core/churning/tools';
import type { TodayView } from '@/server/today/views';
import type { Standing } from '../board/Board';
import type { useSay } from '../frame/FarmContext';

/** The one thing to do, as large as it stands on Today. */
export const mainSize = { minHeight: 76, minWidth: 180, fontSize: '1.35rem', px: 4 } as const;

/** How high a churn stands on the board, px. */
const churnHigh = 190;

/** A churn in use as it stands on the board before its story is told. */
export const plainChurn = (
  { id, number, facts }: Pick<TodayView['inProgress'][number], 'id' | 'number' | 'facts'>,
  say: ReturnType<typeof useSay>,
): Standing => ({
  key: id,
  name: `Batch ${number}`,
  lines: [tools[facts.tool].name, `${say.mass(facts.creamMass)} of cream`],
  tag: { word: 'in use', tone: 'now' },
  href: `/churn/${id}`,
  fat: facts.creamMass * facts.creamFat,
  high: churnHigh,
  drawing: null,
});
