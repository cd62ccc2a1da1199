import type { StoryMark } from '@/core/churning/batchStory';
import { toldAt } from '@/core/churning/stageTimes';
import { edgeCurve, edgesOf, fitting, stripEnd, ticks } from './stripScale';

const mark = (
  stage: StoryMark['stage'],
  elapsedSeconds: number,
  change: Partial<StoryMark> = {},
): StoryMark => ({
  id: `${stage}-${elapsedSeconds}`,
  stage,
  atSeconds: 1e9 + elapsedSeconds,
  elapsedSeconds,
  load: 1,
  inferred: false,
  echo: false,
  ...change,
});
/** Minutes about a middle one. */
const about = (middle: number) => toldAt.map((chance) => middle * (0.6 + 0.8 * chance));
const stageTimes = {
  thickening: about(2),
  whipped: about(8),
  grainy: about(13),
  break: about(20),
  grains: about(23),
};

test('a marked stage stands where it was marked, the others lean', () => {
  const edges = edgesOf({ load: 1, marks: [mark('whipped', 500)] }, stageTimes);
  expect(edges.map(({ stage }) => stage)).toEqual(['thickening', 'whipped', 'grainy', 'break', 'grains']);
  expect(edges[1]).toMatchObject({ middle: 500, times: [500], mark: 'seen' });
  expect(edges[2]!.times).toHaveLength(toldAt.length);
});

test('what was not marked lies between the marks around it', () => {
  const edges = edgesOf({ load: 1, marks: [mark('whipped', 900), mark('break', 1000)] }, stageTimes);
  const grainy = edges.find(({ stage }) => stage === 'grainy')!;
  expect(Math.min(...grainy.times)).toBe(900);
  expect(Math.max(...grainy.times)).toBeLessThanOrEqual(1000);
  const thickening = edges.find(({ stage }) => stage === 'thickening')!;
  expect(Math.max(...thickening.times)).toBeLessThanOrEqual(900);
});

test('another load’s marks and a second device’s echo count for nothing', () => {
  const marks = [mark('whipped', 500, { load: 2 }), mark('grainy', 700, { echo: true })];
  expect(edgesOf({ load: 1, marks }, stageTimes).some(({ mark: how }) => how)).toBe(false);
});

test('grains that were not come to before it stopped are not drawn', () => {
  const stopped = edgesOf({ load: 1, marks: [mark('break', 1200), mark('stopped', 1230)] }, stageTimes);
  expect(stopped.some(({ stage }) => stage === 'grains')).toBe(false);
  const late = edgesOf({ load: 1, marks: [mark('break', 1200), mark('stopped', 1500)] }, stageTimes);
  expect(late.some(({ stage }) => stage === 'grains')).toBe(true);
});

test('everything expected and everything marked is on the line', () => {
  const edges = edgesOf({ load: 1, marks: [mark('whipped', 4000)] }, stageTimes);
  const window = { low: 15, mid: 20, high: 26 };
  expect(stripEnd(edges, window, undefined, 60, false)).toBeGreaterThanOrEqual(4000);
  expect(stripEnd([], window, { low: 10, mid: 20, high: 40 }, 60, false)).toBeGreaterThanOrEqual(2400);
  expect(stripEnd([], undefined, undefined, 0, true)).toBe(60);
});

test('an edge rises from the foot to the top, upright where it is marked', () => {
  const [, leaning] = edgesOf({ load: 1, marks: [] }, stageTimes);
  const curve = edgeCurve(leaning!, 1500);
  expect(curve[0]!.y).toBe(1);
  expect(curve.at(-1)!.y).toBe(0);
  for (let i = 1; i < curve.length; i += 1) {
    expect(curve[i]!.x).toBeGreaterThanOrEqual(curve[i - 1]!.x);
    expect(curve[i]!.y).toBeLessThan(curve[i - 1]!.y);
  }
  const upright = edgeCurve({ stage: 'break', middle: 750, times: [750], mark: 'seen' }, 1500);
  expect(upright).toEqual([
    { x: 0.5, y: 1 },
    { x: 0.5, y: 0 },
  ]);
});

test('of two names that will not both fit the weightier is written', () => {
  const written = fitting(
    [
      { key: 'grainy', x: 10, width: 60, weight: 2 },
      { key: 'break', x: 40, width: 60, weight: 8 },
      { key: 'grains', x: 120, width: 60, weight: 1 },
      { key: 'late', x: 290, width: 60, weight: 9 },
    ],
    300,
  );
  expect([...written].sort()).toEqual(['break', 'grains']);
});

test('the clock is read in round steps, for a jar of a minute and for a day', () => {
  expect(ticks(61, 6)).toEqual([15, 30, 45, 60]);
  expect(ticks(1500, 9)).toEqual([300, 600, 900, 1200, 1500]);
  expect(ticks(90_000, 4).length).toBeLessThanOrEqual(4);
});
