import { keepsUntil } from './keepsUntil';

const day = 24;

test('raw milk and cream keep four to five days, heated ones longer', () => {
  for (const kind of ['milk', 'cream'] as const) {
    expect(keepsUntil({ kind, raw: true })).toBeGreaterThanOrEqual(4 * day);
    expect(keepsUntil({ kind, raw: true })).toBeLessThanOrEqual(5 * day);
    expect(keepsUntil({ kind, raw: false })).toBeGreaterThan(keepsUntil({ kind, raw: true }));
    expect(keepsUntil({ kind, raw: false })).toBeLessThanOrEqual(7 * day);
  }
});

test('sweet buttermilk and skim are used within three to five days, heated or not', () => {
  for (const kind of ['skim', 'buttermilk'] as const)
    for (const raw of [true, false]) {
      expect(keepsUntil({ kind, raw })).toBeGreaterThanOrEqual(3 * day);
      expect(keepsUntil({ kind, raw })).toBeLessThanOrEqual(5 * day);
    }
});

test('butter has a date of its own', () => {
  expect(keepsUntil({ kind: 'butter', raw: false })).toBe(Infinity);
});
