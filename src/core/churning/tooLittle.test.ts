import { tooLittle } from './tooLittle';
import { tools, toolKeys } from './tools';

test('a cup of cream in a large bowl is too little for its whisk, and enough in a small one', () => {
  // 240 mL in a bowl of 4.5 L: 179 mm wide if as high as wide, 9.5 mm deep.
  const little = tooLittle('standMixer', 240, 4500)!;
  expect(little.part).toBe('the whisk');
  expect(little.depth).toBeCloseTo(9.5, 1);
  expect(little.wants).toBeCloseTo(630, -1);
  expect(tooLittle('standMixer', little.wants + 1, 4500)).toBeUndefined();
  expect(tooLittle('handMixer', 240, 1000)).toBeUndefined();
});

test('a measured width is taken before a guessed one', () => {
  expect(tooLittle('handMixer', 300, 3000, 100)).toBeUndefined();
  expect(tooLittle('handMixer', 300, 3000, 240)).toMatchObject({ depth: expect.closeTo(6.6, 1) as number });
});

test('a jar that is shaken whole asks how full, not how deep', () => {
  expect(tooLittle('jar', 100, 1900)).toEqual({ part: 'a shaken jar', depth: undefined, wants: 114 });
  expect(tooLittle('jar', 120, 1900)).toBeUndefined();
});

test.each(toolKeys)('%s as it is usually filled, a third to a half, is never too little', (tool) => {
  for (const fill of [0.33, 0.5])
    expect(tooLittle(tool, fill * tools[tool].usualVolume, tools[tool].usualVolume)).toBeUndefined();
});
