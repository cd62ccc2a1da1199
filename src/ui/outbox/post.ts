import type { HouseClock } from './houseClock';
import type { Answer, QueuedCommand } from './queuedCommand';

/** A request that has not answered by then has not been answered, ms. */
const answersWithin = 15_000;

/** What came of sending a command. */
export type Outcome =
  | { kind: 'answer'; answer: Answer }
  /** Nobody there; or somebody who says that it cannot be done just now. */
  | { kind: 'away'; said?: string }
  | { kind: 'failed'; why: string };

/** What may be gone the next time: too long, too early, too many, or nobody behind the door. */
const passing = new Set([408, 425, 429, 502, 503, 504]);

/** Sends one command; never waits longer than an answer may take. */
export async function post(
  command: QueuedCommand,
  controller: AbortController,
  clock: HouseClock,
): Promise<Outcome> {
  const late = setTimeout(() => controller.abort(), answersWithin);
  const sentAt = clock.deviceNow();
  try {
    const response = await fetch('/api/commands', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(command),
      signal: controller.signal,
    });
    clock.learn(response, sentAt);
    if (response.ok) return { kind: 'answer', answer: (await response.json()) as Answer };
    const { message, path } = await errorOf(response);
    if (response.status === 400)
      return {
        kind: 'answer',
        answer: {
          status: 'refused',
          message: message ?? 'The house could not read this.',
          ...(path ? { field: path } : {}),
        },
      };
    if (passing.has(response.status))
      return { kind: 'away', said: message ?? `The house answered ${response.status}.` };
    return { kind: 'failed', why: message ?? `The house failed at this (${response.status}).` };
  } catch {
    return { kind: 'away' };
  } finally {
    clearTimeout(late);
  }
}

async function errorOf(response: Response): Promise<{ message?: string; path?: string }> {
  try {
    return ((await response.json()) as { error?: { message?: string; path?: string } }).error ?? {};
  } catch {
    return {};
  }
}

/** Asks the house for nothing but its time. */
export async function askTheTime(path: string, clock: HouseClock): Promise<boolean> {
  const controller = new AbortController();
  const late = setTimeout(() => controller.abort(), answersWithin);
  const sentAt = clock.deviceNow();
  try {
    const response = await fetch(path, { cache: 'no-store', signal: controller.signal });
    clock.learn(response, sentAt);
    // A house that does not say its time is older than this page: what is sent is sent as it was said.
    clock.known ||= response.ok;
    return true;
  } catch {
    return false;
  } finally {
    clearTimeout(late);
  }
}
