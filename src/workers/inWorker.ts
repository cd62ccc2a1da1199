import type { Remote } from 'comlink';
import { proxy, wrap } from 'comlink';
import type { CalculationWorker, LongCalculations, LongName } from './calculation.worker';

/**
 * Runs a long calculation beside the page, so that nothing on it waits. The worker lives for one calculation: to stop it is to end
 * it, whatever it is at.
 * @param onProgress share done, 0 … 1, now and then
 * @throws DOMException `AbortError` when `signal` stops it
 */
export async function inWorker<N extends LongName>(
  name: N,
  input: Parameters<LongCalculations[N]>[0],
  { onProgress, signal }: { onProgress: (share: number) => void; signal: AbortSignal },
): Promise<ReturnType<LongCalculations[N]>> {
  signal.throwIfAborted();
  const worker = new Worker(new URL('./calculation.worker.ts', import.meta.url), { type: 'module' });
  const stopped = new Promise<never>((_, reject) =>
    signal.addEventListener('abort', () => reject(signal.reason as Error), { once: true }),
  );
  // What the worker told on the way can arrive behind its answer: it is not passed on then.
  let over = false;
  const told = (share: number) => {
    if (!over) onProgress(share);
  };
  try {
    const remote = wrap<CalculationWorker>(worker) as Remote<CalculationWorker>;
    const answer = remote.run(name, input, proxy(told)) as Promise<ReturnType<LongCalculations[N]>>;
    return await Promise.race([answer, stopped]);
  } finally {
    over = true;
    worker.terminate();
  }
}
