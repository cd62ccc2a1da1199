import { CalculationError } from '@/core/calculationError';
import { isPassing } from '@/server/commands/passing';
import { clocked } from '@/server/clock';
import { carryOut } from '@/server/commands/carryOut';
import { readBody, Unreadable } from '@/server/http/readBody';
import { forFarm } from '@/server/http/forFarm';
import { whoseIs } from '@/server/people/speaker';

/**
 * The one door for writes: an envelope in, its answer out. 400: it cannot be read. 503: the database cannot be asked just
 * now, send it again later. 500: something unforeseen in the house itself, logged with the command's id; the device sets
 * it aside in sight after a few times, and goes on with the rest.
 */
export const POST = forFarm('look', async (caller, request) => {
  let sent: unknown;
  try {
    sent = await readBody(request);
  } catch (error) {
    if (!(error instanceof Unreadable)) throw error;
    return Response.json({ error: { message: error.message } }, { status: error.status, headers: clocked() });
  }
  try {
    return Response.json(await carryOut(caller.farmId, sent, whoseIs(caller)), { headers: clocked() });
  } catch (error) {
    if (error instanceof CalculationError)
      return Response.json(
        { error: { message: error.message, path: error.path } },
        { status: 400, headers: clocked() },
      );
    const { id, name } = (sent ?? {}) as { id?: unknown; name?: unknown };
    const which = `${printed(name)} ${printed(id)}`;
    if (isPassing(error)) {
      console.error(`The database could not be asked for ${which}:`, messageOf(error));
      return Response.json(
        { error: { message: 'The house could not write this down just now; it will be sent again.' } },
        { status: 503, headers: clocked() },
      );
    }
    console.error(`Unforeseen while carrying out ${which}:`, error instanceof Error ? error.stack : error);
    return Response.json(
      {
        error: {
          message: `Something went wrong in the house itself, and nothing was changed (${printed(id)}). It is kept on this device.`,
        },
      },
      { status: 500, headers: clocked() },
    );
  }
});

const messageOf = (error: unknown): unknown => (error instanceof Error ? error.message : error);
/** What a sender wrote, fit for one line of a log. */
const printed = (value: unknown): string =>
  String(value)
    .replace(/[^\w.-]/g, '?')
    .slice(0, 64);
