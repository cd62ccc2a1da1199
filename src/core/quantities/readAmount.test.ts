import { parseQuantity } from './parseQuantity';
import { readAmount } from './readAmount';

const pint = 473.176473;

test.each([
  ['just over a pint', 1.04],
  ['a bit over a pint', 1.04],
  ['just under a pint', 0.96],
  ['a little under a pint', 0.96],
  ['almost a pint', 0.96],
  ['nearly 1 pint', 0.96],
  ['about a pint', 1],
  ['a good pint', 1.05],
  ['a pint', 1],
])('%s', (text, times) => {
  const { value, sd } = readAmount(text, 'us');
  expect(value).toBeCloseTo(times * pint, 6);
  // What is said loosely is known loosely.
  expect((sd ?? 0) > 0).toBe(text !== 'a pint');
});

test('a time or a temperature that is nearly something is read as it is', () => {
  expect(readAmount('nearly 20 min', 'us')).toEqual(parseQuantity('nearly 20 min', 'us'));
  expect(readAmount('about 14 C', 'metric')).toEqual(parseQuantity('about 14 C', 'metric'));
});
