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
