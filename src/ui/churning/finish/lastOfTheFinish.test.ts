import type { BatchEvent } from '@/core/churning/batchEvents';
import { lastOfTheFinish } from './lastOfTheFinish';

const events = (...told: [kind: string, atSeconds: number, more?: object][]) =>
  told.map(([kind, atSeconds, more], i) => ({ id: `${i}`, kind, atSeconds, ...more }) as BatchEvent);

test('what is told of the finish comes after the last that was told of it, whatever order it came in', () => {
  expect(lastOfTheFinish({ events: [] })).toBeUndefined();
  expect(lastOfTheFinish({ events: events(['reading', 5], ['noted', 9]) })).toBeUndefined();
  expect(
    lastOfTheFinish({
      events: events(['drained', 30], ['mark', 20, { stage: 'break' }], ['noted', 99], ['reading', 50]),
    }),
  ).toEqual({ was: 'was drained', atSeconds: 30 });
  expect(
    lastOfTheFinish({ events: events(['mark', 20, { stage: 'break' }], ['mark', 10, { stage: 'grainy' }]) }),
  ).toEqual({
    was: 'broke',
    atSeconds: 20,
  });
});
