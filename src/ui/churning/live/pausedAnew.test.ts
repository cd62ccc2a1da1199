import * as v from 'valibot';
import { batchEvent } from '@/core/churning/batchEvents';
import type { BatchEvent } from '@/core/churning/batchEvents';
import { tellBatch } from '@/core/churning/tellBatch';
import { someFacts } from '@/core/testing/someFacts';
import { pausedAnew } from './pausedAnew';

/** As the house gives it back: with who wrote it down, and when that came in. */
const fromTheHouse = {
  id: 'pause-0001',
  atSeconds: 1e9 + 600,
  kind: 'paused' as const,
  device: 'the-tablet',
  recordedAtSeconds: 1e9 + 601,
};
const written = (told: ReturnType<typeof pausedAnew>) =>
  told.map((body, i) => ({ id: `written-000${i}`, atSeconds: 1e9 + 4000, ...body }));

test('a pause the house gave back is taken by the house when it is said anew', () => {
  for (const event of written(pausedAnew(fromTheHouse, { place: 'fridge', celsius: 4 })))
    expect(v.safeParse(batchEvent, event).issues).toBeUndefined();
});

test('it stands from the same moment, in its new place, and for as long as was meant', () => {
  const started: BatchEvent = { kind: 'started', id: 'started-01', atSeconds: 1e9 };
  const meant = { ...fromTheHouse, minutes: 20, place: 'room' as const };
  const anew = written(pausedAnew(meant, { place: 'iceWater', celsius: 1 })) as BatchEvent[];
  const story = tellBatch(someFacts, [started, meant, ...anew]);
  expect(story.phase).toBe('paused');
  expect(story.pause).toMatchObject({ place: 'iceWater', celsius: 1, minutes: 20, atSeconds: 1e9 + 600 });
  expect(story.clock).toMatchObject({ bankedSeconds: 600, runningSince: undefined });
});
