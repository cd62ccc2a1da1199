import { cautionsOfUse, mayGoTo, purposeFor, uses, usesOf } from './uses';

const keys = (...of: Parameters<typeof cautionsOfUse>) => cautionsOfUse(...of).map(({ key }) => key);

test('milk that is kept from people’s food is offered to nobody who eats, and to no animal without asking', () => {
  expect(uses.filter((use) => mayGoTo(use, true))).toEqual([
    'pigs',
    'hens',
    'calves',
    'soap',
    'whey',
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

describe('what a lot can be put to', () => {
  it('is eaten where it is made to be eaten, whipped where it is cream, and nothing odd besides', () => {
    expect(usesOf('curd')).toEqual([
      'eaten', 'given', 'baked', 'sold', 'pigs', 'hens', 'spilled', 'spoiled', 'whey',
    ]); // prettier-ignore
    expect(usesOf('yoghurt')).toBe(usesOf('curd'));
    expect(usesOf('whipped')).not.toContain('whey');
    expect(usesOf('cream')).toContain('whipped');
    for (const kind of ['milk', 'skim', 'buttermilk'] as const) {
      expect(usesOf(kind)).toEqual(expect.arrayContaining(['drunk', 'yoghurt', 'curd', 'calves', 'soap']));
      for (const odd of ['eaten', 'given', 'whipped'] as const) expect(usesOf(kind)).not.toContain(odd);
    }
  });

  it('says what raw and hot milk can do where something is made of it', () => {
    const keys = (heated: boolean | undefined, raw = true) =>
      cautionsOfUse('yoghurt', { raw, blocked: false, heated }).map(({ key }) => key);
    expect(keys(true)).toEqual(['hot']);
    expect(keys(false)).toEqual(['raw']);
    expect(keys(false, false)).toEqual([]);
    expect(keys(undefined)).toEqual([]);
    for (const use of ['eaten', 'given', 'whipped', 'sold', 'drunk'] as const)
      expect(cautionsOfUse(use, { raw: true, blocked: false }).map(({ key }) => key)).toEqual(['raw']);
  });
});

it('what is made of milk that was not heated asks of it what drinking does', () => {
  for (const use of ['yoghurt', 'curd'] as const) {
    expect(purposeFor(use)).toBe('heat');
    expect(purposeFor(use, false)).toBe('drink');
  }
  // Baking heats it in any case, and animals ask nothing of this.
  expect(purposeFor('baked', false)).toBe('heat');
  expect(purposeFor('sold', false)).toBe('sell');
  expect(purposeFor('pigs', false)).toBeUndefined();
});
