import type { Action } from '@/core/people/roles';
import { mayDo, whyNot } from '@/core/people/roles';
import { clocked } from '../clock';
import { isPassing } from '../commands/passing';
import type { Caller } from '../people/caller';
import { whoCalls } from '../people/caller';

/**
 * An address of the house that is about a farm: 401 for whoever has not said who they are, 403 for who may not do it, 503
 * where the database cannot be asked. What it answers is about the caller's own farm, and no other is ever named to it.
 */
export const forFarm =
  <Params = Record<never, never>>(
    action: Action,
    answer: (caller: Caller, request: Request, context: { params: Promise<Params> }) => Promise<Response>,
  ) =>
  async (request: Request, context: { params: Promise<Params> }): Promise<Response> => {
    const said = (status: number, message: string) =>
      Response.json({ error: { message } }, { status, headers: clocked({ 'cache-control': 'no-store' }) });
    let caller: Caller | undefined;
    try {
      caller = await whoCalls();
    } catch (error) {
      if (!isPassing(error)) throw error;
      return said(503, 'The house could not be asked just now.');
    }
    if (!caller) return said(401, 'Say who you are first.');
    if (!mayDo(caller.role, action)) return said(403, whyNot(caller.role, action));
    return answer(caller, request, context);
  };
