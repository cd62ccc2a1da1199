import { scoreOtherMaker } from '@tests/validation/otherMakers';

it('windows hold for makers whose truth is not the model, and what is learned makes them closer', () => {
  const scores = Array.from({ length: 24 }, (_, i) => scoreOtherMaker(`test ${i}`)).flat();
  const clean = scores.filter(({ odd }) => !odd);
  const held = clean.filter(({ covered }) => covered).length / clean.length;
  // The same two dozen every time: what `./immulgo validate` asks of twelve hundred, with room for so few.
  expect(held).toBeGreaterThan(0.83);
  expect(held).toBeLessThan(0.97);
  const error = (after: number) => {
    const errors = clean
      .filter((one) => one.after === after)
      .map(({ error: off }) => off)
      .sort((a, b) => a - b);
    return errors[Math.floor(errors.length / 2)]!;
  };
  for (const after of [3, 10, 30]) expect(error(after)).toBeLessThan(0.75 * error(0));
});
