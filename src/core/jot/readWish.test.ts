import { readJot } from './readJot';
import { readWish } from './readWish';

const words = { animals: [{ id: 't', name: 'Tansy' }], vessels: [] };

test('a wish is read with its amount, its kind, what it is for and by when', () => {
  expect(readWish('want 600 g salted cultured by saturday noon', 'metric')).toEqual({
    mass: 600,
    typed: '600 g',
    salted: true,
    soured: true,
    by: { kind: 'on', day: { weekday: 6 }, time: { hour: 12, minute: 0, either: false } },
  });
  expect(readWish('we need 1 lb of unsalted butter for the christening by 24 dec', 'us')).toMatchObject({
    salted: false,
    occasion: 'the christening',
    by: { day: { date: '--12-24' } },
  });
  expect(readWish('want 500 g sweet by tomorrow 18:00', 'metric')).toMatchObject({
    soured: false,
    by: { day: { ago: -1 }, time: { hour: 18 } },
  });
  expect(readWish('11.2 tansy', 'metric')).toBeUndefined();
  expect(readJot('Want 600 g by Saturday noon', words, 'metric')).toMatchObject({ kind: 'wish' });
});

test.each([
  ['want 600 g', /says no time/],
  ['want butter by saturday', /Nothing said how much/],
  ['want 2 l by saturday', /volume|no weight of butter|mass/],
  ['want 600 g by yesterday', /no time to come/],
  ['want 600 g by 25:70', /clock|understood/],
])('“%s” is asked back, not guessed', (said, why) => {
  expect(() => readWish(said, 'metric')).toThrow(why);
});
