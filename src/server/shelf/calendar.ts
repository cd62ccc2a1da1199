import { inFarm } from '@/data/farmScope';
import { lotsById } from '@/data/ledger/standing';
import { calendarFile } from '@/formats/calendar';
import { now } from '../clock';

const soonest = 946_684_800;
const latest = 4_102_444_800;

/** One reminder as iCalendar (RFC 5545), with an alarm at its time. Undefined when the lot or the time is none. */
export async function takeOutCalendar(
  farmId: string,
  lotId: string,
  { at, ready, to }: { at: number; ready: number | undefined; to: string },
): Promise<string | undefined> {
  const isTime = (seconds: number) => Number.isFinite(seconds) && seconds >= soonest && seconds <= latest;
  if (!isTime(at) || (ready !== undefined && !isTime(ready))) return undefined;
  const lot = await inFarm(farmId, async (scope) => (await lotsById(scope, [lotId])).get(lotId));
  if (!lot) return undefined;
  const name = lot.vessel?.name ?? lot.code;
  return calendarFile(
    'Immulgo',
    [
      {
        key: `${lotId}-${Math.round(at)}`,
        atSeconds: at,
        says: ready === undefined ? `Take out ${name}` : `Take out ${name} to temper`,
        more:
          ready === undefined
            ? `It should be at ${to}. Probe it before it is churned.`
            : `So that it is at ${to} in time to churn.`,
      },
    ],
    now(),
  );
}
