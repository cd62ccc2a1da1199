import { CalculationError } from '@/core/calculationError';
import { clocked } from '@/server/clock';
import { isPassing } from '@/server/commands/passing';
import { theHouseFarm } from '@/server/house/theFarm';
import { forFarm } from '@/server/http/forFarm';
import { readBody, Unreadable } from '@/server/http/readBody';
import { whoCalls } from '@/server/people/caller';
import { NotIn, peopleDoor } from '@/server/people/peopleDoor';
import { cameFrom, dropSession, keepSession } from '@/server/people/session';
import { peopleView } from '@/server/people/views';
import { Refusal } from '@/server/refusal';

const demo = () => process.env.IMMULGO_DEMO === '1';
const headers = () => clocked({ 'cache-control': 'no-store' });

/** Who is in the house, as far as the caller may know. */
export const GET = forFarm('look', async (caller) =>
  Response.json(
    await peopleView(caller, {
      demo: demo(),
      addresses: (process.env.IMMULGO_ADDRESSES ?? '').split(' ').filter(Boolean),
    }),
    { headers: headers() },
  ),
);

/** What is done about people and devices: coming in and leaving, letting others in, codes, farms. */
export async function POST(request: Request): Promise<Response> {
  const refused = (message: string, status: number, field?: string) =>
    Response.json({ error: { message, ...(field ? { path: field } : {}) } }, { status, headers: headers() });
  try {
    const sent = await readBody(request);
    const { letIn, left, code } = await peopleDoor(
      await whoCalls(),
      sent,
      { ...(await cameFrom()), demo: demo() },
      theHouseFarm,
    );
    if (letIn) await keepSession(letIn.deviceId, letIn.secret);
    if (left) await dropSession();
    return Response.json({ done: true, ...(code ? { code } : {}) }, { headers: headers() });
  } catch (error) {
    if (error instanceof Unreadable) return refused(error.message, error.status);
    if (error instanceof NotIn) return refused('Say who you are first.', 401);
    if (error instanceof Refusal)
      return refused(error.message, error.field === 'tries' ? 429 : error.field === 'role' ? 403 : 409, error.field);
    if (error instanceof CalculationError) return refused(error.message, 400, error.path);
    if (isPassing(error)) return refused('The house could not be asked just now. Try again in a moment.', 503);
    throw error;
  }
} // prettier-ignore
