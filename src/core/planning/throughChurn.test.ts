import { throughChurn } from './throughChurn';

test('a churn gets through what it did at its busiest, once a day at the least', () => {
  expect(throughChurn([])).toBeUndefined();
  expect(throughChurn([{ on: '2026-11-01', butter: 400 }, { on: '2026-11-20', butter: 600 }])).toEqual({ perLoad: 600, loads: 7 });
  const busy = Array.from({ length: 10 }, (_, i) => ({ on: `2026-11-0${1 + (i % 3)}`, butter: 500 }));
  expect(throughChurn([...busy, { on: '2026-11-08', butter: 100 }])).toEqual({ perLoad: 500, loads: 10 });
}); // prettier-ignore
