import { believe } from './belief';
import { courseOf, middleWay } from './course';
import { possibleNow } from './breakTime';
import type { LiveInput } from './breakTime';
import { priorPace } from './churnPace';
import { foresee } from './foresee';
import { liveChurn } from './liveChurn';
import { someCream } from '../testing/someCream';
import { believedStageTimes } from './believedStageTimes';
import { middleOf, toldAt } from './stageTimes';

const load: LiveInput = {
  creamMass: 1400,
  creamFat: 0.36,
  creamFatSd: 0.01,
  temperature: 14,
  temperatureSd: 0.5,
  roomTemperature: 18,
  ripened: false,
  homogenised: false,
  treatment: 'pasteurised',
  hardness: 0,
  crystallised: 1,
  tool: 'paddleHand',
  capacity: 4000,
  happenings: [],
  day: 0,
  batches: [],
  marks: [],
  elapsedMinutes: 0,
};
const asIs = (clock: number) => clock;
const width = (times: readonly number[]) => Math.log(times.at(-2)! / times[1]!);

test('stages come in their order, at every chance', () => {
  const told = believedStageTimes(possibleNow(load, priorPace), asIs);
  const order = [told.thickening!, told.whipped!, told.grainy!, told.break!, told.grains!];
  for (let i = 0; i < toldAt.length; i += 1)
    for (let stage = 1; stage < order.length; stage += 1)
      expect(order[stage]![i]!).toBeGreaterThan(order[stage - 1]![i]!);
  for (const times of order) expect([...times].sort((a, b) => a - b)).toEqual([...times]);
});

test('what was foreseen spreads as the break’s window does', () => {
  const foreseen = foresee({
    ...someCream,
    tool: 'paddleHand',
    load: { mass: 1400, fat: 0.36, capacity: 4000, fill: 0.35 },
  });
  const times = foreseen.stageTimes.break!;
  expect(middleOf(times)).toBeCloseTo(foreseen.breakMinutes!.mid, 6);
  expect(times[1]! / foreseen.breakMinutes!.low).toBeCloseTo(1, 2);
  expect(times.at(-2)! / foreseen.breakMinutes!.high).toBeCloseTo(1, 2);
  expect(foreseen.stageTimes.fluid).toBeUndefined();
});

test('a mark narrows every stage after it', () => {
  const before = liveChurn({ input: { ...load, elapsedMinutes: 1 } });
  const whipped = liveChurn({
    input: { ...load, marks: [{ stage: 'whipped', atMinutes: 9 }], elapsedMinutes: 9 },
  });
  for (const stage of ['grainy', 'break', 'grains'] as const)
    expect(width(whipped.stageTimes[stage]!)).toBeLessThan(0.85 * width(before.stageTimes[stage]!));
  expect(whipped.stageTimes.break![0]!).toBeGreaterThan(9);
});

test('a night in the fridge counts for no minute of churning, and its cold shows in the course', () => {
  const night: LiveInput = {
    ...load,
    happenings: [{ kind: 'pause', atMinutes: 6, minutes: 600, temperature: 4, in: 'fridge' }],
    elapsedMinutes: 607,
  };
  const { stageTimes, course } = liveChurn({ input: night });
  expect(middleOf(stageTimes.break!)).toBeLessThan(200);
  const at = (minutes: number) => course.findLast((point) => point.minutes <= minutes)!;
  expect(at(5.9).temperature).toBeGreaterThan(13);
  expect(at(6.1).temperature).toBeLessThan(8);
  // The night takes no more of the drawing than its fall.
  expect(course.filter(({ minutes }) => minutes > 6.5).length).toBeGreaterThan(30);
  expect(course.length).toBeLessThan(110);
});

test('the handle grows heavy until the cream breaks, then goes light', () => {
  const way = middleWay(believe(load, priorPace));
  const course = courseOf(way.run.moments);
  const heaviest = course.reduce((most, point) => (point.torque > most.torque ? point : most));
  expect(course.length).toBeLessThan(80);
  expect(heaviest.torque).toBeGreaterThan(3 * course[0]!.torque);
  expect(heaviest.minutes).toBeLessThan(way.breakMinutes!);
  expect(course.at(-1)!.torque).toBeLessThan(heaviest.torque / 2);
});

test('cream too warm to grain is promised no break', () => {
  const warm = { ...load, temperature: 30, roomTemperature: 30 };
  const told = liveChurn({ input: warm });
  expect(told.breakTime.outcome).toBe('oils');
  expect(told.stageTimes.break).toBeUndefined();
  expect(told.stageTimes.grains).toBeUndefined();
});
