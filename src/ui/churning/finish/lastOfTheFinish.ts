import type { BatchStory } from '@/core/churning/batchStory';

const was = {
  break: 'broke',
  stopped: 'was stopped',
  drained: 'was drained',
  washed: 'was washed',
  portion: 'was weighed',
} as const;

/** What was told of a batch last that the rest of the finish comes after: the break, a drain, a wash, a portion. */
export function lastOfTheFinish({
  events,
}: Pick<BatchStory, 'events'>): { was: string; atSeconds: number } | undefined {
  const told = events.flatMap((event) => {
    const key = event.kind === 'mark' ? event.stage : event.kind;
    return key in was ? [{ was: was[key as keyof typeof was], atSeconds: event.atSeconds }] : [];
  });
  return told.toSorted((a, b) => a.atSeconds - b.atSeconds).at(-1);
}
