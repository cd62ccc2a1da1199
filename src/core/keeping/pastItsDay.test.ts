import { pastItsDay } from './pastItsDay';

const piece = { kind: 'butter', additions: [], storage: 'fridge', raw: false } as const;

test('herb and garlic butter past its day is thrown away and never tasted, wherever it was', () => {
  for (const additions of [['herbs'], ['garlic'], ['honey', 'garlic']])
    for (const storage of ['fridge', 'counter', 'crock', 'freezer']) {
      const { discard, says } = pastItsDay({ ...piece, additions, storage });
      expect(discard).toBe(true);
      expect(says).toMatch(/never taste/);
    }
});

test('each is thrown away, or is not', () => {
  const thrown = (change: object) => pastItsDay({ ...piece, ...change }).discard;
  for (const change of [
    { blockedReason: 'udder tubes' },
    { despite: 'it stood warm' },
    { additions: ['herbs'] },
    { raw: true, storage: 'crock' },
    { raw: true, storage: 'counter', kind: 'ghee' },
  ])
    expect(thrown(change)).toBe(true);
  for (const change of [
    {},
    { storage: 'freezer' },
    { kind: 'ghee' },
    { raw: true },
    { raw: true, storage: 'freezer' },
    { storage: 'counter' },
    { additions: ['honey', 'something of a later version'] },
    { blockedReason: null },
  ])
    expect(thrown(change)).toBe(false);
  expect(pastItsDay({ ...piece, kind: 'ghee' }).says).toMatch(/cook with it soon/);
  expect(pastItsDay({ ...piece, raw: true }).says).toMatch(/of raw milk/);
});

test('what is kept from people, or should never have been churned, is not tasted either', () => {
  expect(pastItsDay({ ...piece, blockedReason: 'Tansy: udder tubes' })).toMatchObject({ discard: true });
  expect(pastItsDay({ ...piece, despite: 'it stood warm' }).says).toMatch(/do not taste/);
});

test('what only fades is used another way: the sentence depends on what it is', () => {
  const says = new Set(
    [
      piece,
      { ...piece, storage: 'freezer' },
      { ...piece, kind: 'ghee' as const },
      { ...piece, raw: true },
      { ...piece, raw: true, storage: 'counter' },
      { ...piece, additions: ['honey'] },
    ].map((one) => pastItsDay(one).says),
  );
  expect(says.size).toBe(5);
  expect(pastItsDay(piece).discard).toBe(false);
  expect(pastItsDay({ ...piece, storage: 'freezer' }).says).toMatch(/still safe/);
  expect(pastItsDay({ ...piece, raw: true, storage: 'counter' }).discard).toBe(true);
});
