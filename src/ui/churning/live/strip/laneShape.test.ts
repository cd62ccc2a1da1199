import type { CoursePoint } from '@/core/churning/course';
import { laneShape } from './laneShape';

/** A churning of twenty minutes: it warms by a degree every ten, and is heaviest in the middle. */
const course: CoursePoint[] = [0, 5, 10, 15, 20].map((minutes, i) => ({
  minutes,
  temperature: 13 + minutes / 10,
  torque: [1, 4, 16, 4, 1][i]!,
}));
type Told = Parameters<typeof laneShape>[0];
const shapeOf = (told: Partial<Told> = {}) =>
  laneShape({
    course,
    readings: [],
    elapsed: 720,
    end: 1200,
    width: 600,
    spell: (celsius) => `${celsius.toFixed(1)} °C`,
    ...told,
  })!;
const reading = (id: string, elapsedSeconds: number, temperature: number) =>
  ({ id, elapsedSeconds, temperature }) as Told['readings'][number];

test('what has been and what is to come meet at now, on the line between two points of the course', () => {
  const { gone, ahead } = shapeOf();
  expect(gone.at(-1)).toEqual(ahead[0]);
  expect(gone.at(-1)!.x).toBeCloseTo(60, 9);
  // 14.2 °C at minute 12: between 14 °C at ten and 14.5 °C at fifteen.
  const [ten, fifteen] = [shapeOf({ elapsed: 600 }), shapeOf({ elapsed: 900 })].map(({ gone: line }) =>
    line.at(-1),
  );
  expect(gone.at(-1)!.y).toBeCloseTo(ten!.y + 0.4 * (fifteen!.y - ten!.y), 9);
});

test('warmer is higher, and a steady churning is drawn steady', () => {
  const { gone, ahead } = shapeOf();
  const ys = [...gone, ...ahead].map(({ y }) => y);
  expect(ys).toEqual(ys.toSorted((a, b) => b - a));
  // Two degrees of a lane that spans at least nine.
  expect(ys[0]! - ys.at(-1)!).toBeCloseTo(200 / 9, 6);
});

test('weight is drawn as arms feel it: the same times heavier, the same step higher', () => {
  const [start, four, sixteen] = shapeOf().weight;
  expect(start!.y).toBe(100);
  expect(start!.y - four!.y).toBeCloseTo(four!.y - sixteen!.y, 9);
  expect(sixteen!.y).toBeCloseTo(8, 9);
});

test('the lane is named under its heaviest moment, beside the line of now and never across it', () => {
  // Heaviest at minute ten, 300 px from the left.
  expect(shapeOf({ elapsed: 0 }).nameAt).toBe(240);
  for (const elapsed of [450, 500, 600, 620, 700]) {
    const { nameAt } = shapeOf({ elapsed });
    const now = elapsed / 2;
    expect(nameAt! > now || nameAt! + 98 < now).toBe(true);
  }
  const warm = [reading('first', 600, 25)];
  expect(shapeOf({ elapsed: 0, readings: warm }).nameAt).toBeUndefined();
});

test('a reading stands where and when it was taken, off the expected line when it was off', () => {
  const { dots, words, gone } = shapeOf({ readings: [reading('probe', 600, 17)] });
  expect(dots).toHaveLength(1);
  expect(dots[0]!.x).toBeCloseTo(50, 9);
  const expected = gone.find(({ x }) => Math.abs(x - 50) < 1e-9)!;
  expect(dots[0]!.y).toBeLessThan(expected.y - 20);
  expect(words.map(({ key, celsius }) => [key, celsius])).toEqual([
    ['probe', 17],
    ['end', 15],
  ]);
});

test('of two readings too near to be both written, the later one is; their dots stay', () => {
  const { dots, words } = shapeOf({ readings: [reading('first', 600, 14), reading('second', 615, 14.2)] });
  expect(dots.map(({ key }) => key)).toEqual(['first', 'second']);
  expect(words.map(({ key }) => key)).toEqual(['second', 'end']);
});

test('words stay inside the lane, and what lies beyond its end is not drawn', () => {
  const { words } = shapeOf({ readings: [reading('first', 0, 13), reading('last', 1200, 15)], width: 240 });
  for (const { left, celsius } of words) {
    expect(left).toBeGreaterThanOrEqual(2);
    expect(left + `${celsius.toFixed(1)} °C`.length * 8.2).toBeLessThanOrEqual(240);
  }
  const short = shapeOf({ end: 700, elapsed: 60 });
  expect(Math.max(...short.weight.map(({ x }) => x))).toBeLessThanOrEqual(102);
  expect(
    laneShape({ course: [], readings: [], elapsed: 0, end: 600, width: 300, spell: String }),
  ).toBeUndefined();
});
