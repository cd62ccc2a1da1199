import type { HouseClock } from './houseClock';
import type { Answer, QueuedCommand } from './queuedCommand';

/** A request that has not answered by then has not been answered, ms. */
const answersWithin = 15_000;

/** What came of sending a command. */
export type Outcome =
  | { kind: 'answer'; answer: Answer }
  /** Nobody there; or somebody who says that it cannot be done just now. */
  | { kind: 'away'; said?: string; signedOut?: true }
  | { kind: 'failed'; why: string };

/** What may be gone the next time: too long, too early, too many, or nobody behind the door. */
const passing = new Set([408, 425, 429, 502, 503, 504]);

/** Sends one command; never waits longer than an answer may take. */
export async function post(
  command: QueuedCommand,
  controller: AbortController,
  clock: HouseClock,
): Promise<Outcome> {
  const sentAt = clock.deviceNow();
  try {
    return await within(answersWithin, controller, () => asked());
  } catch {
    return { kind: 'away' };
  }

  async function asked(): Promise<Outcome> {
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
    // Nobody has said on this device who they are, or it was shut out: everything is kept until somebody does.
    if (response.status === 401)
      return { kind: 'away', said: message ?? 'Say who you are first.', signedOut: true };
    if (passing.has(response.status))
      return { kind: 'away', said: message ?? `The house answered ${response.status}.` };
    return { kind: 'failed', why: message ?? `The house failed at this (${response.status}).` };
  }
}

/**
 * Waits for an answer, and no longer: what hangs is given up, and not waited for even when it does not let go.
 * @throws whatever asking throws; an error when it took too long or was given up before
 */
async function within<T>(longest: number, controller: AbortController, ask: () => Promise<T>): Promise<T> {
  let late: ReturnType<typeof setTimeout> | undefined;
  const given = new Promise<never>((_, reject) => {
    controller.signal.addEventListener('abort', () => reject(new Error('Given up.')));
    if (controller.signal.aborted) reject(new Error('Given up before it was asked.'));
    late = setTimeout(() => controller.abort(), longest);
  });
  try {
    return await Promise.race([given, ask()]);
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
  const sentAt = clock.deviceNow();
  try {
    const response = await within(answersWithin, controller, () =>
      fetch(path, { cache: 'no-store', signal: controller.signal }),
    );
    clock.learn(response, sentAt);
    // A house that does not say its time is older than this page: what is sent is sent as it was said.
    clock.known ||= response.ok;
    return true;
  } catch {
    return false;
  }
}
