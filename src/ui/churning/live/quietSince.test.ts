import type { BatchEvent } from '@/core/churning/batchEvents';
import { quietSince } from './quietSince';

const start = 1e9;
const events = [
  { kind: 'started', id: 'started-01', atSeconds: start },
  { kind: 'mark', stage: 'whipped', id: 'whipped-01', atSeconds: start + 480 },
] as BatchEvent[];
const hour = 3600;

test('a churn that turns as long as it should is asked nothing', () => {
  const window = { low: 15, mid: 20, high: 26 };
  expect(quietSince({ phase: 'churning', events }, window, start + 1500)).toBeUndefined();
  expect(quietSince({ phase: 'churning', events }, window, start + 480 + 0.8 * hour)).toBeUndefined();
});

test('after hours without a word it has stood since just after the last one', () => {
  const window = { low: 15, mid: 20, high: 26 };
  expect(quietSince({ phase: 'churning', events }, window, start + 8 * hour)).toBe(start + 481);
  expect(quietSince({ phase: 'churning', events }, undefined, start + 8 * hour)).toBe(start + 481);
});

test('cold cream that is to take hours may take them', () => {
  const cold = { low: 60, mid: 80, high: 110 };
  expect(quietSince({ phase: 'churning', events }, cold, start + 3 * hour)).toBeUndefined();
});

test('what stands by the maker’s own word is asked nothing', () => {
  for (const phase of ['paused', 'stopped', 'packed', 'abandoned'] as const)
    expect(quietSince({ phase, events }, undefined, start + 30 * hour)).toBeUndefined();
});
