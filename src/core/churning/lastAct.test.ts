import type { BatchEvent } from './batchEvents';
import { lastAct } from './lastAct';

const at = (kind: 'paused' | 'resumed' | 'merged', atSeconds: number) =>
  ({ kind, id: `${kind}-${atSeconds}`, atSeconds }) as BatchEvent;
const started: BatchEvent = { kind: 'started', id: 'started-1', atSeconds: 1e9 };

test('what one press wrote down is one act', () => {
  const events = [started, at('paused', 1e9 + 5), at('merged', 1e9 + 60), at('merged', 1e9 + 60.001)];
  expect(lastAct(events).map(({ id }) => id)).toEqual(['merged-1000000060', 'merged-1000000060.001']);
});

test('two presses are two acts, however quick', () => {
  const events = [started, at('paused', 1e9 + 5), at('resumed', 1e9 + 5.12)];
  expect(lastAct(events)).toEqual([events[2]]);
});

test('the start is no act, even when something is written down with it', () => {
  expect(lastAct([started])).toEqual([]);
  const first = at('paused', 1e9 + 0.001);
  expect(lastAct([started, first])).toEqual([first]);
});

test('two devices that press at the same moment did two things, and neither takes half of the other’s back', () => {
  const phone = [at('paused', 1e9 + 60), at('merged', 1e9 + 60.001)].map((one) => ({
    ...one,
    device: 'phone',
  }));
  const laptop = { ...at('resumed', 1e9 + 60.0005), device: 'laptop' };
  expect(lastAct([started, phone[0]!, laptop, phone[1]!])).toEqual(phone);
  const unsent = at('merged', 1e9 + 60.0015);
  expect(lastAct([started, phone[0]!, laptop, phone[1]!, unsent])).toEqual([unsent]);
});
