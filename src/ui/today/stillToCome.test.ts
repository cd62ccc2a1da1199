import { stillToCome } from './stillToCome';

const now = 1_800_000_000;
const lot = (madeSeconds: number, ...at: number[]) => ({
  madeSeconds,
  events: at.map((atSeconds) => ({ atSeconds })),
});
const seen = (lots: unknown[], milkings: unknown[] = [], inProgress: unknown[] = []) =>
  stillToCome({ lots, milkings, inProgress, nowSeconds: now } as unknown as Parameters<
    typeof stillToCome
  >[0]);

test('what was written before the clock was set back is seen, wherever it was written', () => {
  expect(seen([])).toBeUndefined();
  expect(seen([lot(now - 60, now - 30, now + 60)])).toBeUndefined();
  expect(seen([lot(now + 7200)])).toBe(now + 7200);
  expect(seen([lot(now - 60, now + 7200)])).toBe(now + 7200);
  expect(seen([], [{ atSeconds: now + 300 }])).toBe(now + 300);
  expect(seen([], [], [{ events: [{ atSeconds: now + 300 }] }])).toBe(now + 300);
});
