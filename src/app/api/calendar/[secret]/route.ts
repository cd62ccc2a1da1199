import { calendarAnswer, farmOfSecret } from '@/server/calendar/feed';
import { whoCalls } from '@/server/people/caller';
import { todayView } from '@/server/today/views';
import { comingEvents } from '@/ui/today/comingEvents';

/**
 * What is coming this week as a calendar reads it: under a secret address for one that subscribes, or as a single file
 * (`week`, for the device’s own farm; with a `wish`, of that one alone).
 */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ secret: string }> },
): Promise<Response> {
  const { secret } = await params;
  const single = secret === 'week';
  const farmId = single ? (await whoCalls())?.farmId : await farmOfSecret(secret.replace(/\.ics$/, ''));
  if (farmId === undefined) return new Response('There is no such calendar.', { status: 404 });
  const view = await todayView(farmId);
  const wish = new URL(request.url).searchParams.get('wish');
  const events = comingEvents(view, single && wish !== null ? wish : undefined);
  return calendarAnswer(view.farm.name ?? 'Immulgo', events, single);
}
