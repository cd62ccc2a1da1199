import { CalculationError } from '@/core/calculation';
import { carryOut } from '@/server/commands/carryOut';
import { theFarmId } from '@/server/house/theFarm';

/** The one door for writes: an envelope in, its answer out. 400: it cannot be read. 503: send it again later. */
export async function POST(request: Request) {
  let sent: unknown;
  try {
    sent = await request.json();
  } catch {
    return Response.json({ error: { message: 'The body is not JSON.' } }, { status: 400 });
  }
  try {
    return Response.json(await carryOut(await theFarmId(), sent));
  } catch (error) {
    if (error instanceof CalculationError)
      return Response.json({ error: { message: error.message, path: error.path } }, { status: 400 });
    console.error('A command could not be carried out:', error instanceof Error ? error.message : error);
    return Response.json(
      { error: { message: 'The house could not write this down just now; it will be sent again.' } },
      { status: 503 },
    );
  }
}
