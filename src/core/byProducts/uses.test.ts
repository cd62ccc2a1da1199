import { mayGoTo, cautionsOfUse, uses } from './uses';

const keys = (...of: Parameters<typeof cautionsOfUse>) => cautionsOfUse(...of).map(({ key }) => key);

test('milk that is kept from people’s food is offered to nobody who eats, and to no animal without asking', () => {
  expect(uses.filter((use) => mayGoTo(use, true))).toEqual([
    'pigs',
    'hens',
    'calves',
    'soap',
    'spilled',
    'spoiled',
  ]);
  expect(uses.every((use) => mayGoTo(use, false))).toBe(true);
  for (const use of ['pigs', 'hens', 'calves'] as const)
    expect(keys(use, { raw: true, blocked: true, asUsual: true })).toContain('withdrawal');
  expect(keys('soap', { raw: true, blocked: true })).toEqual([]);
});

test('raw milk for people says what it can carry; heated milk does not', () => {
  expect(keys('drunk', { raw: true, blocked: false })).toEqual(['raw']);
  expect(keys('sold', { raw: true, blocked: false })).toEqual(['raw']);
  expect(keys('drunk', { raw: false, blocked: false })).toEqual([]);
});

test('the law about feeding is asked when it is new, not every day', () => {
  expect(keys('pigs', { raw: true, blocked: false })).toEqual(['ask']);
  expect(keys('pigs', { raw: true, blocked: false, asUsual: true })).toEqual([]);
  expect(keys('calves', { raw: true, blocked: false })).toEqual([]);
});
