import { busyTimes, freeTimes, nextFree, usualHours } from './houseHours';
import type { ReadyChurn, ReadyInput, Wish } from './readyBy';
import { readyPlanner } from './readyBy';
import { bookFinish, learnFinish } from './ownTimes';

const day = 24 * 60;
/** It is Wednesday, eight in the morning. */
const days = Array.from({ length: 17 }, (_, i) => ({ starts: (i - 1) * day - 8 * 60, weekday: (2 + i) % 7 }));
const at = (dayAhead: number, hour: number) => dayAhead * day + (hour - 8) * 60;
const churn: ReadyChurn = { id: 'oak', name: 'Oak churn', tool: 'paddleHand', capacity: 6000, taken: [] };
const tub = {
  id: 'tub',
  name: 'White tub',
  mass: 2200,
  fat: 0.38,
  celsius: 4,
  ageHours: 30,
  soured: false,
  treatment: 'raw',
  homogenised: false,
  diameter: 160,
  vesselFactors: [],
} as const;
const farm: ReadyInput = {
  creams: [{ ...tub, vesselFactors: [] }],
  milk: [],
  busy: busyTimes(usualHours, [], days, []),
  churns: [churn],
  farm: {
    hardness: 0,
    usualCelsius: 14,
    places: { room: 20, cool: 12, fridge: 4 },
    culture: { route: 'mesophilic', culture: 'bought', dose: 0.02, generation: 0 },
    finish: learnFinish([]),
  },
};
const saturday: Wish = { mass: 600, soured: true, salt: 0.016, readyAt: at(3, 12) };
const planOf = (wish: Partial<Wish> = {}, input: Partial<ReadyInput> = {}, by = churn) =>
  readyPlanner({ ...farm, ...input }).plan({ ...saturday, ...wish }, by);
const clock = (minutes: number) =>
  `${Math.floor((minutes + 8 * 60) / day)} ${((minutes + 8 * 60) % day) / 60}`;

const starts = ({ steps }: { steps: { key: string; start: number }[] }) =>
  Object.fromEntries(steps.map(({ key, start }) => [key, clock(start)]));

test('ripened butter for Saturday noon is begun on Thursday, in the right order, and is ready in time nine times in ten', () => {
  const plan = planOf();
  expect(plan.conflicts).toEqual([]);
  expect(plan.steps.map(({ key }) => key)).toEqual([
    'set', 'sour', 'chill', 'warm', 'churn', 'finish', 'rest', 'pack',
  ]); // prettier-ignore
  for (const [i, step] of plan.steps.entries()) {
    expect(step.end).toBeGreaterThanOrEqual(step.start);
    expect(step.late).toBeGreaterThanOrEqual(step.end);
    if (i > 0) expect(step.start).toBeGreaterThanOrEqual(plan.steps[i - 1]!.start);
  }
  expect(plan.by).toBeLessThanOrEqual(plan.wish.readyAt + 1);
  expect(plan.by).toBeGreaterThan(plan.middle);
  expect(plan.chance).toBeGreaterThanOrEqual(0.89);
  expect(starts(plan).set).toMatch(/^1 /);
  // What sours, sours from the moment it was set.
  const [set, sour] = plan.steps;
  expect(sour!.start - set!.start).toBeLessThan(40);
});

test('sweet butter is begun that morning, and later is later by as much', () => {
  const noon = planOf({ soured: false });
  expect(noon.steps[0]!.key).toBe('warm');
  expect(noon.steps[0]!.start).toBeGreaterThan(at(3, 6));
  const four = planOf({ soured: false, readyAt: at(3, 16) });
  const moved = four.steps.map(({ start }, i) => start - noon.steps[i]!.start);
  for (const one of moved) expect(Math.abs(one - 240)).toBeLessThanOrEqual(10);
});

test('nobody is asked for a hand at night, or while everybody is away', () => {
  const away = {
    from: 6 * 60,
    to: 21 * 60,
    away: [{ who: '', weekdays: [6], from: 7 * 60, to: 16 * 60, what: 'at the market' }],
  };
  const busy = busyTimes(away, [], days, []);
  const plan = planOf({ soured: false, readyAt: at(3, 15) }, { busy });
  for (const { key, start, hands } of plan.steps)
    if (hands && key !== 'pack' && key !== 'finish')
      expect(busy.some(({ from, to }) => from < start - 1 && to > start + 1)).toBe(false);
  expect(plan.by).toBeLessThan(at(3, 7));
  expect(plan.steps.some(({ moved }) => moved?.says === 'nobody is there: at the market')).toBe(true);
});

test('what would have to have begun is too soon, and the ways out work', () => {
  const planner = readyPlanner(farm);
  const soon = planner.plan({ ...saturday, readyAt: at(1, 12) }, churn);
  expect(soon.conflicts[0]).toMatchObject({ kind: 'tooSoon', step: 'set' });
  const ways = planner.ways(soon, churn);
  expect(ways.map(({ kind }) => kind)).toEqual(['sweet', 'later']);
  for (const { wish, plan } of ways) {
    expect(plan.conflicts).toEqual([]);
    expect(planner.plan(wish, churn).conflicts).toEqual([]);
  }
});

test('with too little cream: as much as there is, or cream that is bought; with none at all it is shopping', () => {
  const little = { ...farm, creams: [{ ...tub, vesselFactors: [], mass: 700 }] };
  const planner = readyPlanner(little);
  const plan = planner.plan({ ...saturday, soured: false }, churn);
  expect(plan.conflicts).toMatchObject([{ kind: 'notEnough' }]);
  expect(plan.by).toBeUndefined();
  expect(plan.chance).toBeLessThan(0.05);
  const ways = planner.ways(plan, churn);
  const less = ways.find(({ kind }) => kind === 'less')!;
  expect(less.wish.mass).toBeLessThan(330);
  expect(less.wish.mass % 25).toBe(0);
  const bought = ways.find(({ kind }) => kind === 'buy')!;
  expect(bought.plan.steps[0]!.key).toBe('buy');
  const none = planOf({ soured: false }, { creams: [] });
  expect(none.conflicts).toMatchObject([{ kind: 'noCream' }]);
  const shop = planOf({ buys: true }, { creams: [] });
  expect(shop.conflicts).toEqual([]);
  expect(shop.cream!.used).toMatchObject([{ kind: 'bought' }]);
  // Sweet butter for noon is churned from seven on: nobody sells cream before that, so it is bought the evening before.
  const sweet = planOf({ buys: true, soured: false }, { creams: [] });
  expect(sweet.conflicts).toEqual([]);
  expect(sweet.steps[0]!.key).toBe('buy');
  expect(clock(sweet.steps[0]!.start)).toBe('2 17.5');
  expect(sweet.by).toBeLessThanOrEqual(sweet.wish.readyAt + 5);
  expect(shop.cream!.used[0]!.mass).toBeGreaterThan(1300);
});

test('milk that is still to come is reckoned with, if it can be skimmed in time', () => {
  const milk = [1, 2, 3, 4, 5, 6].map((i) => ({
    id: `m${i}`,
    name: '',
    from: i * 12 * 60,
    fat: 130,
    creamFat: 0.22,
    toCome: true,
    celsius: 4,
  }));
  const plan = planOf({ soured: false, readyAt: at(3, 14) }, { creams: [], milk });
  expect(plan.conflicts).toEqual([]);
  expect(plan.steps[0]!.key).toBe('skim');
  const last = Math.max(...plan.cream!.used.map(({ id }) => milk.find((one) => one.id === id)!.from));
  expect(plan.steps[0]!.start).toBeGreaterThanOrEqual(last);
  expect(plan.cream!.share).toBeGreaterThan(0.1);
  // Ripened, it has to be skimmed a day and a half sooner: the last milkings are too late for it.
  expect(planOf({ readyAt: at(2, 12) }, { creams: [], milk }).conflicts[0]?.kind).toMatch(
    /notEnough|tooSoon/,
  );
});

test('cream that would be past its best by then is no cream for it, and sooner would do', () => {
  const planner = readyPlanner({ ...farm, creams: [{ ...tub, vesselFactors: [], keeps: at(2, 12) }] });
  const plan = planner.plan({ ...saturday, soured: false }, churn);
  expect(plan.past).toEqual(['White tub']);
  expect(plan.conflicts).toMatchObject([{ kind: 'noCream' }]);
  const sooner = planner.ways(plan, churn).find(({ kind }) => kind === 'sooner')!;
  expect(sooner.plan.past).toEqual([]);
  expect(sooner.plan.steps.find(({ key }) => key === 'churn')!.start).toBeLessThanOrEqual(at(2, 12));
  // Set to sour before that it is on another clock.
  expect(planner.plan(saturday, churn)).toMatchObject({ past: [], conflicts: [] });
  // Of two the one that keeps is taken.
  const fresh = { ...tub, vesselFactors: [], id: 'fresh', name: 'Fresh', ageHours: 2, keeps: at(6, 0) };
  const both = planOf(
    { soured: false },
    { creams: [{ ...tub, vesselFactors: [], keeps: at(2, 12) }, fresh] },
  );
  expect(both.cream!.used.map(({ id }) => id)).toEqual(['fresh']);
  expect(both.conflicts).toEqual([]);
});

test('ripe cream and sweet cream do not go together, and cream under way goes on', () => {
  const ripe = { ...tub, vesselFactors: [], id: 'ripe', name: 'Ripe', soured: true, mass: 1600 };
  const both = planOf({}, { creams: [{ ...tub, vesselFactors: [] }, ripe] });
  expect(both.cream!.used.map(({ id }) => id)).toEqual(['ripe']);
  expect(both.steps.some(({ key }) => key === 'sour')).toBe(false);
  const souring = { ...ripe, soured: false, celsius: 19, souring: { low: 300, mid: 420, high: 560 } };
  const going = planOf({}, { creams: [souring] });
  const sour = going.steps.find(({ key }) => key === 'sour')!;
  expect(sour).toMatchObject({ underWay: true, start: 0 });
  // What is ripe is not left standing until Saturday.
  const chill = going.steps.find(({ key }) => key === 'chill')!;
  expect(chill.start).toBeLessThan(at(1, 9));
  expect(chill.start).toBeGreaterThan(420);
});

test('cream that stands tempered is churned, and not chilled and warmed again', () => {
  const ripe = { ...tub, vesselFactors: [], id: 'ripe', name: 'Ripe', soured: true, mass: 1600 };
  const keysAt = (celsius: number) =>
    planOf({}, { creams: [{ ...ripe, celsius }] }).steps.map(({ key }) => key);
  expect(keysAt(13)).toEqual(['churn', 'finish', 'rest', 'pack']);
  // Warm from souring it is chilled first, and cold it is warmed.
  expect(keysAt(20)[0]).toBe('chill');
  expect(keysAt(4)[0]).toBe('warm');
});

test('a churn that is taken, and a fridge that is full, are said', () => {
  const taken = [{ ...churn, taken: [{ from: 0, to: at(4, 0) }] }];
  const other = { ...churn, id: 'barrel', name: 'Barrel', tool: 'barrel' as const, capacity: 9000 };
  const input = { ...farm, churns: [taken[0]!, other] };
  const planner = readyPlanner(input);
  const plan = planner.plan({ ...saturday, soured: false }, taken[0]!);
  expect(plan.conflicts[0]!.kind).toMatch(/churnTaken|tooSoon/);
  expect(planner.ways(plan, taken[0]!).find(({ kind }) => kind === 'otherChurn')?.churn?.id).toBe('barrel');
  expect(planOf({}, { fridgeRoom: 500 }).conflicts).toMatchObject([{ kind: 'fridgeFull' }]);
});

test('what is in the churn already leaves only what is left of it', () => {
  const plan = planOf({ soured: false, readyAt: 200 }, { inHand: { phase: 'broke', minutes: 10 } });
  expect(plan.steps.map(({ key }) => key)).toEqual(['finish', 'rest', 'pack']);
  expect(plan.steps[0]).toMatchObject({ underWay: true, start: 0 });
  expect(plan.conflicts).toEqual([]);
  expect(
    planOf({ soured: false, readyAt: 40 }, { inHand: { phase: 'churning', minutes: 1 } }).conflicts,
  ).toMatchObject([{ kind: 'tooSoon' }]);
});

describe('when somebody is there', () => {
  const week = [{ starts: 0, weekday: 1 }];
  const market = { who: 'Rowan', weekdays: [1], from: 8 * 60, to: 16 * 60, what: 'at the market' };
  const work = { who: 'Ines', weekdays: [1], from: 9 * 60, to: 12 * 60, what: 'at work' };
  const hours = (away: (typeof market)[]) => ({ ...usualHours, away });

  it('one who is away leaves it to the other; both at once leave nobody', () => {
    expect(
      busyTimes(hours([market]), ['Ines', 'Rowan'], week, []).filter(({ kind }) => kind === 'away'),
    ).toEqual([]);
    expect(
      busyTimes(hours([market, work]), ['Ines', 'Rowan'], week, []).filter(({ kind }) => kind === 'away'),
    ).toEqual([{ from: 9 * 60, to: 12 * 60, kind: 'away', says: 'Ines is at work, Rowan is at the market' }]);
    expect(busyTimes(hours([market]), ['Rowan'], week, []).find(({ kind }) => kind === 'away')).toMatchObject(
      { from: 480, to: 960 },
    );
  });

  it('milks alone: a milking takes the only pair of hands', () => {
    expect(busyTimes(hours([]), [], week, [400]).find(({ kind }) => kind === 'milking')).toMatchObject({
      from: 385,
      to: 445,
    });
    expect(busyTimes(hours([]), ['Ines', 'Rowan'], week, [400]).some(({ kind }) => kind === 'milking')).toBe(
      false,
    );
  });

  it('is free between', () => {
    expect(
      freeTimes(
        [
          { from: 10, to: 20 },
          { from: 15, to: 30 },
        ],
        0,
        50,
      ),
    ).toEqual([
      { from: 0, to: 10 },
      { from: 30, to: 50 },
    ]);
    expect(
      nextFree(
        [
          { from: 0, to: 10 },
          { from: 30, to: 50 },
        ],
        5,
        8,
      ),
    ).toBe(30);
  });
});

test('the finish is learned from its own batches, and one that was forgotten over supper moves it little', () => {
  const usual = { mass: 600, salted: true };
  const { finish, rest, pack } = bookFinish(600, true);
  const whole = finish + rest + pack;
  expect(learnFinish([])).toMatchObject({ factor: 1, batches: 0 });
  const slow = Array.from({ length: 8 }, () => ({ ...usual, minutes: 1.5 * whole }));
  const learned = learnFinish(slow);
  expect(learned.factor).toBeGreaterThan(1.4);
  expect(learned.logSd).toBeLessThan(learnFinish([]).logSd);
  const forgot = learnFinish([...slow, { ...usual, minutes: 9 * whole }]);
  expect(forgot.factor / learned.factor).toBeLessThan(1.05);
});
