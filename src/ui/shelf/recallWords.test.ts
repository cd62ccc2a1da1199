import type { Recalled } from '@/server/recall/views';
import { recallSays, whereItWent } from './recallWords';

const lot = (change: Partial<Recalled>): Recalled => ({
  id: 'lot-0001',
  code: 'W1',
  kind: 'milk',
  madeSeconds: 0,
  mass: 0,
  where: null,
  animals: [],
  blockedReason: null,
  gone: [],
  ...change,
});
const went = (account: string, mass: number, note: string | null = null) => ({
  atSeconds: 0,
  account,
  mass,
  note,
});
const mass = (grams: number) => `${grams} g`;

test('a recall says what can still be taken out of the way, what people have, and who', () => {
  const of = lot({});
  const pats = [
    lot({
      code: 'B1',
      kind: 'butter',
      mass: 400,
      where: 'fridge',
      gone: [went('given', 200, 'the neighbours'), went('eaten', 100)],
    }),
    lot({
      code: 'B1-2',
      kind: 'butter',
      mass: 50,
      where: 'crock',
      gone: [went('spoiled', 150, 'fell on the floor')],
    }),
  ];
  expect(recallSays({ of, became: pats }, mass)).toEqual({
    says: '450 g of W1 and what came of it is still in the house.',
    why: '300 g went to people: the neighbours.',
  });
  expect(whereItWent(pats)).toEqual({ here: 450, people: 300, elsewhere: 150 });
});

test('what is gone to animals or thrown away is not said to have reached people', () => {
  const of = lot({ gone: [went('pigs', 2000), went('spoiled', 10)] });
  expect(recallSays({ of, became: [] }, mass)).toEqual({
    says: 'Nothing of W1 is left in the house.',
    why: 'None of it went to people.',
  });
});
