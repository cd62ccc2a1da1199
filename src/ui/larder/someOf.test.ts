import { someOf } from './someOf';

const say = (grams: number) => `${grams} g`;

test('some of a piece is no more than there is, in the farm’s own unit, and all of it when nothing is typed', () => {
  expect(someOf('', 600, 'metric', say)).toEqual({ understood: undefined, wrong: false, mass: undefined });
  expect(someOf('200', 600, 'metric', say).mass).toBe(200);
  expect(someOf('2', 600, 'us', say).mass).toBeCloseTo(56.7, 1);
  // A scale that reads a little more meant all of it; much more is another piece.
  expect(someOf('620 g', 600, 'metric', say).mass).toBe(600);
  expect(someOf('900 g', 600, 'metric', say)).toMatchObject({ wrong: true, mass: undefined });
  expect(someOf('0', 600, 'metric', say).wrong).toBe(true);
});
