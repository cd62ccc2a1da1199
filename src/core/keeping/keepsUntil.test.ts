import { keepsUntil, thrownOutAfter } from './keepsUntil';

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

test('past its best it is churned or cooked, and thrown out a few days later: a good week for cream, six days for raw milk', () => {
  const out = (kind: Parameters<typeof keepsUntil>[0]['kind']) =>
    [true, false].map((raw) => thrownOutAfter({ kind, raw }) / day);
  expect(out('cream')).toEqual([8, 10]);
  expect(out('milk')).toEqual([6, 8]);
  expect(out('skim')).toEqual([6, 6]);
  expect(out('buttermilk')).toEqual([6, 6]);
  for (const kind of ['butter', 'ghee', 'culture'] as const) expect(out(kind)).toEqual([Infinity, Infinity]);
});
