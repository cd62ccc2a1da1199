import { portionCodes, portionKept } from './portionKept';

const facts = { treatment: 'pasteurised', ripened: false, creamVolume: 2200 } as const;
const salted = { mass: 500, saltMass: 8, storage: 'fridge', additions: [] } as const;
const made = '2026-11-26';
const days = (change: object, washed = true, cream: object = {}) =>
  portionKept({ ...facts, ...cream }, washed, { ...salted, additions: [], ...change }, made).days;

test('salt, washing and the freezer each give days, raw milk takes some', () => {
  expect(days({})).toBe(25);
  expect(days({ saltMass: 0 })).toBe(12);
  expect(days({}, false)).toBe(4);
  expect(days({ storage: 'freezer' })).toBe(270);
  expect(days({}, true, { treatment: 'raw' })).toBe(17);
  expect(days({}, true, { ripened: true })).toBe(31);
});

test('a pinch of salt is for the taste and gives no days', () => {
  expect(days({ saltMass: 1.5 })).toBe(days({ saltMass: 0 }));
  // Of the butter without its salt: 6 % brine is just reached, with the salt counted as butter it would not be.
  expect(days({ mass: 1000, saltMass: 10.25 })).toBe(25);
  expect(days({ mass: 10, saltMass: 5 })).toBe(25);
});

test('garlic and herbs rule over everything else, whatever salt is in it', () => {
  expect(days({ additions: ['garlic'] })).toBe(4);
  expect(days({ additions: ['herbs'], storage: 'counter' })).toBe(0);
  expect(days({ additions: ['honey'] })).toBe(25);
});

test('ghee keeps by rules of its own', () => {
  const kept = portionKept(
    facts,
    false,
    { ...salted, additions: [], saltMass: 0, ghee: { mass: 390, weighed: true } },
    made,
  );
  expect(kept.days).toBe(365);
  expect(kept.until).toBe('2027-11-26');
  // Freezing costs it nothing: out again it keeps as if it had not been there.
  const frozen = {
    ...salted,
    additions: [],
    saltMass: 0,
    storage: 'freezer' as const,
    ghee: { mass: 390, weighed: true },
  };
  const back = portionKept(facts, false, frozen, made, [{ storage: 'fridge', on: '2026-12-26' }]);
  expect(back.reasons.join()).not.toMatch(/thawed/);
});

test('every portion of a batch has a code of its own, and keeps it through every packing', () => {
  expect(portionCodes(138, ['one'])).toEqual(['B138']);
  expect(portionCodes(138, ['one', 'two', 'three'])).toEqual(['B138a', 'B138b', 'B138c']);
  const sixty = Array.from({ length: 60 }, (_, i) => `portion-${i}`);
  expect(new Set(portionCodes(7, sixty)).size).toBe(60);
  const first = new Map([['one', 'B138']]);
  expect(portionCodes(138, ['one'], first)).toEqual(['B138']);
  expect(portionCodes(138, ['other'], first)).toEqual(['B138a']);
  expect(portionCodes(138, ['one', 'other'], first)).toEqual(['B138', 'B138a']);
  expect(portionCodes(138, ['c'], new Map([['a', 'B138a'], ['b', 'B138b']]))).toEqual(['B138c']); // prettier-ignore
});

test('cream that was churned although it should not have been gives butter no day', () => {
  const kept = portionKept(
    { ...facts, despite: 'it stood warm for nine hours' },
    true,
    { ...salted, additions: [] },
    made,
  );
  expect(kept).toMatchObject({ days: 0, until: made });
  expect(kept.reasons[0]).toMatch(/should not have been: it stood warm/);
});
