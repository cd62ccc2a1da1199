import type { Remote } from 'comlink';
import type { CalculationWorker, LongCalculations, LongName } from './calculation.worker';

interface Helper {
  worker: Worker;
  remote: Remote<CalculationWorker>;
}

/** Helpers that wait for the next calculation: starting one costs more than most of what they are asked. */
const idle: Helper[] = [];
const mostIdle = 2;
/** Over so soon that nobody is helped by ending the helper; its answer is let fall instead. */
const short: ReadonlySet<LongName> = new Set(['churn.live', 'churn.across', 'ready.by']);

/** How to speak with helpers: fetched with the first of them. */
const speech = () => import('comlink');

async function newHelper(): Promise<Helper> {
  const { wrap } = await speech();
  const worker = new Worker(new URL('./calculation.worker.ts', import.meta.url), { type: 'module' });
  return { worker, remote: wrap<CalculationWorker>(worker) as Remote<CalculationWorker> };
}

function rest(helper: Helper): void {
  if (idle.length < mostIdle) idle.push(helper);
  else helper.worker.terminate();
}

/**
 * Runs a long calculation beside the page, so that nothing on it waits. Helpers are kept from one calculation to the
 * next; a long one that is stopped is ended, whatever it is at.
 * @param onProgress share done, 0 … 1, now and then
 * @throws DOMException `AbortError` when `signal` stops it
 */
export async function inWorker<N extends LongName>(
  name: N,
  input: Parameters<LongCalculations[N]>[0],
  { onProgress, signal }: { onProgress: (share: number) => void; signal: AbortSignal },
): Promise<ReturnType<LongCalculations[N]>> {
  signal.throwIfAborted();
  const helper = idle.pop() ?? (await newHelper());
  const { proxy } = await speech();
  if (signal.aborted) rest(helper);
  signal.throwIfAborted();
  // What the worker told on the way can arrive behind its answer, or after it was stopped: it is not passed on then.
  let over = false;
  const told = (share: number) => {
    if (!over) onProgress(share);
  };
  const broken = new Promise<never>((_, reject) => {
    helper.worker.onerror = (event) => reject(new Error(event.message || 'The helper could not be started.'));
  });
  const answer = helper.remote.run(name, input, proxy(told)) as Promise<ReturnType<LongCalculations[N]>>;
  const stopped = new Promise<never>((_, reject) =>
    signal.addEventListener('abort', () => reject(signal.reason as Error), { once: true }),
  );
  let fit = true;
  try {
    return await Promise.race([answer, stopped, broken]);
  } catch (error) {
    fit = signal.aborted && short.has(name);
    throw error;
  } finally {
    over = true;
    if (!fit) helper.worker.terminate();
    else if (signal.aborted)
      void answer.then(
        () => rest(helper),
        () => helper.worker.terminate(),
      );
    else rest(helper);
  }
}
