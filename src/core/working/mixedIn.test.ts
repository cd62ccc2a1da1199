import { readMixed } from '../jot/readMixed';
import { allergensOf } from '../keeping/allergens';
import { joinedMix, mixedFacts, mixedNames } from './mix';
import { natureOf } from './mixedIn';

const mixed = (said: string) => readMixed(`612 g with ${said}`, 'metric');

test.each([
  ['honey', [{ of: 'honey' }]],
  [
    '20 g of honey and chives',
    [
      { of: 'honey', mass: 20, typed: '20 g' },
      { of: 'herbs', name: 'chives' },
    ],
  ],
  ['2 cloves of garlic', [{ of: 'garlic', mass: 8, typed: '2 cloves' }]],
  ['half a clove of garlic', [{ of: 'garlic', mass: 2, typed: 'half a clove' }]],
  ['wild garlic, sea salt', [{ of: 'garlic', name: 'wild garlic' }]],
  ['dried thyme', [{ of: 'driedHerbs', name: 'dried thyme' }]],
  ['some toasted hazelnuts', [{ of: 'seeds', name: 'toasted hazelnuts' }]],
  ['turmeric', [{ of: 'colour', name: 'turmeric' }]],
  ['vitamin e', [{ of: 'vitaminE' }]],
  ['1,5 g saffron', [{ of: 'colour', name: 'saffron', mass: 1.5, typed: '1,5 g' }]],
  ['lemon zest', [{ of: 'fruit', name: 'lemon zest' }]],
])('with %s', (said, things) => {
  expect(mixed(said)).toEqual(things.map((thing) => expect.objectContaining(thing)));
});

test('what has no rule is asked about, never passed over', () => {
  expect(() => mixed('glitter')).toThrow(/“glitter” is nothing the house knows a rule for/);
  expect(() => mixed('honey and 20 g of glitter')).toThrow(/glitter/);
});

test.each([
  ['wild garlic', 'garlic'],
  ['Dried parsley', 'driedHerbs'],
  ['dried chillies', 'spice'],
  ['maple syrup', 'maple'],
  ['walnuts', 'seeds'],
  ['blackberries', 'fruit'],
  ['stones', undefined],
])('%s is like %s', (name, of) => expect(natureOf(name)).toBe(of));

test('a label names what is in it, and what its name gives away', () => {
  const facts = mixedFacts([
    { of: 'seeds', name: 'hazelnuts', mass: 30 },
    { of: 'garlic', name: 'wild garlic' },
  ]);
  expect(facts).toMatchObject({ additions: ['seeds', 'garlic'], additionMass: 30 });
  expect(allergensOf(facts)).toBe('Contains milk. With hazelnuts and wild garlic. Contains nuts.');
  // Seeds nobody named may hold anything.
  expect(allergensOf({ additions: ['seeds'] })).toMatch(/Nuts, sesame and mustard seed are allergens/);
  expect(
    mixedNames({ additions: ['honey', 'garlic'], mixedIn: [{ of: 'garlic', name: 'ramsons' }] }),
  ).toEqual(['ramsons', 'honey']);
});

test('two portions worked into one hold what both held', () => {
  expect(
    joinedMix(
      [{ of: 'honey', mass: 20, typed: '20 g' }],
      [
        { of: 'honey', mass: 10 },
        { of: 'garlic', name: 'ramsons' },
      ],
    ),
  ).toEqual([
    { of: 'honey', mass: 30 },
    { of: 'garlic', name: 'ramsons' },
  ]);
  expect(joinedMix(undefined, undefined)).toBeUndefined();
});
