import type { Salting } from '@/core/churning/batchEvents';
import { readSalt, saltDraftOf } from './SaltChooser';

describe('salt as it is typed', () => {
  it.each<Salting>([
    { way: 'none' },
    { way: 'share', share: 0.016, kind: 'fine' },
    { way: 'mass', grams: 12, kind: 'coarse' },
  ])('%j is said and read back the same', (salting) => {
    expect(readSalt(saltDraftOf(salting, 'metric'), 'metric').salting).toEqual(salting);
  });

  it('counts level teaspoons of the salt table whatever the farm’s spoon is', () => {
    const draft = (typed: string) => ({ way: 'spoon' as const, typed, kind: 'fine' as const });
    const teaspoons = (typed: string, system: 'us' | 'metric' | 'imperial') => {
      const { salting } = readSalt(draft(typed), system);
      return salting?.way === 'spoon' ? salting.teaspoons : undefined;
    };
    expect(teaspoons('2 tsp', 'us')).toBeCloseTo(2, 9);
    expect(teaspoons('2', 'us')).toBeCloseTo(2, 9);
    expect(teaspoons('1 tbsp', 'us')).toBeCloseTo(3, 9);
    expect(teaspoons('2 tsp', 'metric')).toBeCloseTo(10 / 4.92892159375, 9);
    expect(teaspoons('1 heaping tsp', 'us')).toBeCloseTo(1.3, 9);
  });

  it.each(['us', 'metric', 'imperial'] as const)(
    'two spoons stay two spoons from batch to batch on a %s farm',
    (system) => {
      let draft = { way: 'spoon' as Salting['way'], typed: '2 tsp', kind: 'fine' as const };
      for (let batch = 0; batch < 5; batch += 1)
        draft = saltDraftOf(readSalt(draft, system).salting!, system) as typeof draft;
      expect(draft.typed).toBe('2 tsp');
    },
  );

  it.each([
    ['share', '40 %', /brine, not butter/],
    ['share', 'plenty', /not understood/],
    ['spoon', '300 tsp', /more than 200 teaspoons/],
    ['mass', '-3 g', /below zero/],
    ['mass', '2 tsp', /volume/],
  ] as const)('by %s, %s is refused in words', (way, typed, says) => {
    const { salting, understood } = readSalt({ way, typed, kind: 'fine' }, 'us');
    expect(salting).toBeUndefined();
    expect(understood && 'wrong' in understood ? understood.wrong : '').toMatch(says);
  });
});

test.each(['some', 'some, by eye', 'a little', 'to taste', 'by eye'])(
  '“%s” is salt that nobody measured',
  (typed) => {
    const { salting } = readSalt({ way: 'share', typed, kind: 'coarse' }, 'us');
    expect(salting).toEqual({ way: 'share', share: 0.01, kind: 'coarse', byEye: true });
    expect(readSalt(saltDraftOf(salting!, 'us'), 'us').salting).toEqual(salting);
  },
);
test('two pinches are a spoon’s small part, and unsure', () => {
  const { salting } = readSalt({ way: 'spoon', typed: '2 pinches', kind: 'fine' }, 'us');
  expect(salting).toMatchObject({ way: 'spoon' });
  expect((salting as { teaspoons: number }).teaspoons).toBeCloseTo(0.126, 2);
});

test('a spoon to the quart of cream is so many spoons for the cream there was', () => {
  const spoons = (typed: string, system: 'us' | 'metric' | 'imperial', cream: number | undefined) => {
    const { salting } = readSalt({ way: 'spoon', typed, kind: 'fine' }, system, cream);
    return salting?.way === 'spoon' ? salting.teaspoons : undefined;
  };
  const quart = 946.352946;
  for (const typed of [
    '1 tbsp per quart',
    '1 tbsp to the quart of cream',
    'a tbsp a qt',
    '3 tsp per qt of cream',
  ])
    expect(spoons(typed, 'us', 2 * quart)).toBeCloseTo(6, 6);
  expect(spoons('2 tsp to the litre', 'metric', 500)).toBeCloseTo(5 / 4.92892159375, 6);
  expect(spoons('1 tsp per pint', 'us', quart)).toBeCloseTo(2, 6);
  // How much cream there was is not known, or it would be too much.
  expect(readSalt({ way: 'spoon', typed: '1 tbsp per quart', kind: 'fine' }, 'us').understood).toEqual({
    wrong: 'How much cream was churned is not known here: say the spoons themselves.',
  });
  expect(spoons('100 tbsp per quart', 'us', 2 * quart)).toBeUndefined();
});
