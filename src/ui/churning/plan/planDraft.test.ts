import type { Farm, Vessel } from '@/server/house/views';
import type { CreamFromShelf, PlanDraft } from './planDraft';
import { afterwards, creamByWay, draftByWay, freshDraft, readPlan, someOf } from './planDraft';

const farm: Farm = {
  id: 'f',
  name: null,
  unitSystem: 'metric',
  timeZone: 'UTC',
  fatHardness: 0,
  freezerRoom: null,
  placeCelsius: {},
  saltTeaspoon: {},
  usualSalt: null,
  weekBegins: 1,
  hours: null,
  prices: {},
  fridgeRoom: null,
  settled: true,
};
const usFarm: Farm = { ...farm, unitSystem: 'us' };
const oak: Vessel = {
  id: 'v1',
  name: 'Oak churn',
  kind: 'churn',
  tool: 'paddleHand',
  capacity: 5000,
  diameter: null,
  equipment: {},
};
const bare = { farm, vessels: [], last: undefined, fatFromBatches: undefined };

const read = (change: Partial<PlanDraft>, plan: Parameters<typeof readPlan>[1] = bare) =>
  readPlan({ ...freshDraft(plan, 'tub'), amount: '1 l', ...change }, plan);

describe('the plan a maker types and taps', () => {
  it('starts with one number missing and nothing else', () => {
    expect(read({ amount: '' }).needs).toBe('How much cream is there?');
    const { facts } = read({});
    expect(facts).toMatchObject({
      creamVolume: 1000,
      creamFat: 0.36,
      creamFatSd: 0.01,
      fatMethod: 'label',
      temperature: 4,
      temperatureAssumed: true,
      treatment: 'pasteurised',
      tool: 'jar',
      loads: 2,
    });
  });

  it('turns a volume to mass by density at the cream’s temperature', () => {
    const cold = read({ cold: 'fridge' }).facts!;
    const warm = read({ cold: 'room' }).facts!;
    expect(cold.creamMass).toBeCloseTo(1005.9, 0);
    expect(warm.creamMass).toBeLessThan(cold.creamMass);
  });

  it('turns a mass to volume the other way, and trusts a scale more than a jug', () => {
    const weighed = read({ amount: '1 kg' }).facts!;
    expect(weighed.creamMass).toBe(1000);
    expect(weighed.creamVolume).toBeCloseTo(994.1, 0);
    expect(weighed.creamMassSd).toBe(5);
    expect(read({}).facts!.creamMassSd).toBeCloseTo(0.03 * 1005.9, 0);
  });

  it('carries a vague word through to a wider amount', () => {
    const vague = read({ amount: 'just over 1 l' }).facts!;
    expect(vague.creamMassSd).toBeCloseTo((0.08 * vague.creamMass) / 1.04, 6);
  });

  it('gives a bare number the farm’s own unit', () => {
    expect(read({ amount: '2' }).facts!.creamVolume).toBeCloseTo(2000, 6);
    const us = read({ amount: '2' }, { ...bare, farm: usFarm }).facts!;
    expect(us.creamVolume).toBeCloseTo(2 * 946.352946, 3);
  });

  it.each([
    ['heavy', 0.36, 'label'],
    ['whipping', 0.33, 'label'],
    ['double', 0.48, 'label'],
    ['separator', 0.38, 'separator'],
    ['gravity', 0.24, 'gravity'],
  ])('knows %s cream as %d by %s', (cream, fat, method) => {
    expect(read({ cream }).facts).toMatchObject({ creamFat: fat, fatMethod: method });
  });

  it('takes a tested fat as surer than a label, and a breed as a guess', () => {
    const tested = read({ cream: 'other', fatMethod: 'test', fatTyped: '41' }).facts!;
    expect(tested.creamFat).toBeCloseTo(0.41, 12);
    expect(tested.creamFatSd).toBe(0.005);
    const byBreed = read({ cream: 'other', fatMethod: 'breed', breed: 'jersey' }).facts!;
    expect(byBreed.fatMethod).toBe('breed');
    expect(byBreed.creamFatSd).toBeGreaterThan(0.03);
  });

  it('uses what the maker’s own batches say, when there are any', () => {
    const plan = { ...bare, fatFromBatches: { fat: 0.393, sd: 0.011, method: 'batches' as const } };
    expect(read({ cream: 'batches' }, plan).facts).toMatchObject({ creamFat: 0.393, creamFatSd: 0.011 });
    expect(read({ cream: 'batches' }).needs).toBe('How rich is it?');
  });

  it.each([
    [{ amount: 'a lot' }, 'The amount needs another look.'],
    [{ amount: '700 kg' }, 'The amount needs another look.'],
    [{ cream: 'other', fatTyped: '' }, 'How rich is it?'],
    [{ cream: 'other', fatTyped: '70 %' }, 'How rich is it?'],
    [{ cold: 'measured' as const, temperatureTyped: '' }, 'How cold is it?'],
    [{ cold: 'measured' as const, temperatureTyped: '60 C' }, 'How cold is it?'],
    [{ sizeTyped: 'big' }, 'What does the churn hold?'],
  ])('%j is asked for again: %s', (change, needs) => {
    const plan = read(change);
    expect(plan.facts).toBeUndefined();
    expect(plan.needs).toBe(needs);
  });

  it('takes a bare temperature in the farm’s degrees', () => {
    expect(read({ cold: 'measured', temperatureTyped: '14' }).facts!.temperature).toBe(14);
    const us = read({ cold: 'measured', temperatureTyped: '57' }, { ...bare, farm: usFarm });
    expect(us.facts!.temperature).toBeCloseTo(13.89, 2);
    expect(us.facts!.temperatureAssumed).toBe(false);
  });

  it('splits what fills a churn more than half, and refuses what is plainly a wrong unit', () => {
    expect(read({ amount: '2.4 l', churn: 'tool:standMixer' }).facts!.loads).toBe(2);
    expect(read({ amount: '2.4 l', churn: 'tool:standMixer', sizeTyped: '6 l' }).facts!.loads).toBe(1);
    const silly = read({ amount: '400 l', churn: 'tool:stick' });
    expect(silly.facts).toBeUndefined();
    expect(silly.needs).toMatch(/loads: check the amount/);
  });

  it('takes an own churn with its own size', () => {
    const plan = { ...bare, vessels: [oak] };
    expect(readPlan({ ...freshDraft(plan, 'tub'), amount: '2 l' }, plan).facts).toMatchObject({
      vesselId: 'v1',
      tool: 'paddleHand',
      capacity: 5000,
      loads: 1,
    });
  });
});

describe('as last time', () => {
  const last = read({ amount: '1.4 l', cream: 'whipping', cold: 'measured', temperatureTyped: '13.5', churn: 'tool:handMixer', sizeTyped: '3.5 l', ripened: true }).facts!; // prettier-ignore
  const plan = { ...bare, last };

  it('asks for what was that cream’s: how much, how warm, whether it is ripe; the rest is as it was', () => {
    const draft = freshDraft(plan, 'again');
    expect(draft).toMatchObject({
      amount: '',
      temperatureTyped: '',
      ripened: false,
      churn: 'tool:handMixer',
    });
    expect(readPlan(draft, plan).needs).toBe('How much cream is there?');
    expect(readPlan({ ...draft, amount: '2 l' }, plan).needs).toBe('How cold is it?');
    const { facts } = readPlan({ ...draft, amount: '1.4 l', temperatureTyped: '13.5', ripened: true }, plan);
    expect(facts).toEqual({ ...last, temperatureAssumed: false });
  });

  it('a fridge that nobody measures is the fridge again, and assumed again', () => {
    const cold = { ...plan, last: { ...last, temperature: 4, temperatureAssumed: true } };
    expect(readPlan({ ...freshDraft(cold, 'again'), amount: '1 l' }, cold).facts).toMatchObject({
      temperature: 4,
      temperatureAssumed: true,
    });
  });

  it('keeps the way of working but asks for the amount when the cream is another', () => {
    const draft = freshDraft(plan, undefined);
    expect(draft.amount).toBe('');
    expect(draft).toMatchObject({ cream: 'whipping', churn: 'tool:handMixer' });
  });

  it('falls back on a kind of churn when the own one is gone', () => {
    const gone = { ...plan, last: { ...last, vesselId: 'sold', tool: 'paddleHand' as const } };
    expect(freshDraft(gone, 'again').churn).toBe('tool:paddleHand');
  });

  it('a fat that was tested then is not this cream’s', () => {
    const tested = { ...plan, last: { ...last, creamFat: 0.41, fatMethod: 'test' as const } };
    const draft = { ...freshDraft(tested, 'again'), amount: '1 l', temperatureTyped: '14' };
    expect(draft).toMatchObject({ cream: 'other', fatTyped: '', fatMethod: 'test' });
    expect(readPlan(draft, tested).needs).toBe('How rich is it?');
  });
});

describe('loads', () => {
  it('are as many as the maker says, and what does not go in is said', () => {
    expect(read({ amount: '2.4 l', churn: 'tool:standMixer' }).facts!.loads).toBe(2);
    expect(read({ amount: '2.4 l', churn: 'tool:standMixer', loads: 1 }).facts!.loads).toBe(1);
    expect(read({ amount: '2.4 l', churn: 'tool:standMixer', loads: 5 }).facts!.loads).toBe(5);
    expect(read({ amount: '6 l', churn: 'tool:standMixer', loads: 1 })).toMatchObject({
      facts: undefined,
      needs: expect.stringMatching(/^So much does not go into it: it would be 1\d\d %/),
    });
  });
});

describe('some of the cream on the Shelf', () => {
  const from = {
    lots: [
      { lotId: 'a', mass: 600 },
      { lotId: 'b', mass: 200 },
    ],
    facts: { creamMass: 800, creamMassSd: 16, creamVolume: 805, amountTyped: '805 mL', creamFat: 0.38, creamFatSd: 0.01, fatMethod: 'gravity', ripened: false, treatment: 'raw', homogenised: false },
    despite: undefined,
    celsius: 13,
    says: '',
    small: '',
  } as const satisfies CreamFromShelf; // prettier-ignore
  it('takes of each alike, and no more than there is', () => {
    expect(someOf(from, '', 'metric')).toEqual({ facts: from.facts, lots: [{ lotId: 'a' }, { lotId: 'b' }] });
    expect(someOf(from, '400 g', 'metric')).toMatchObject({
      facts: { creamMass: 400, creamMassSd: 8, creamVolume: 402.5, amountTyped: '400 g', creamFat: 0.38 },
      lots: [{ lotId: 'a', mass: 300 }, { lotId: 'b', mass: 100 }],
    }); // prettier-ignore
    expect(someOf(from, '0.805 l', 'metric').lots).toEqual([{ lotId: 'a' }, { lotId: 'b' }]);
    expect(someOf(from, '2 l', 'metric').wrong).toMatch(/more than stands/);
    expect(someOf(from, 'lots', 'metric').wrong).toMatch(/another look/);
  });
});

describe('a named way of working', () => {
  const way = {
    creamFat: 0.38,
    fatMethod: 'separator',
    temperature: 12.5,
    ripened: true,
    treatment: 'raw',
    homogenised: false,
    hardness: 0,
    tool: 'paddleHand',
    vesselId: 'v1',
    capacity: 5000,
    usualSalt: { way: 'share', share: 0.02, kind: 'fine' },
    usualStorage: 'freezer',
    usualWashes: 3,
    usualPieces: { form: 'block', each: 250 },
  } as const;
  const plan = { ...bare, vessels: [oak], ways: [{ id: 'way-1', name: 'Sunday cultured', way }] };

  it('brings the churn, the kind of cream, washes, salt, shaping, place and its name; how warm and how ripe is today’s', () => {
    const before = { ...freshDraft(plan, 'tub'), amount: '1.2 l', cold: 'cool' as const };
    const draft = { ...before, ...draftByWay(plan, 'way-1', false) };
    expect(readPlan(draft, plan).facts).toMatchObject({
      amountTyped: '1.2 l',
      temperature: 12,
      ripened: false,
      treatment: 'raw',
      vesselId: 'v1',
      usualSalt: way.usualSalt,
      usualStorage: 'freezer',
      usualWashes: 3,
      usualPieces: way.usualPieces,
      way: 'Sunday cultured',
    });
    // One tap says that today’s cream is as that was; then there is nothing more to say.
    const other = creamByWay(plan, draft, false)!;
    expect(other).toMatchObject({ ripened: true, celsius: 12.5 });
    const so = { ...draft, ...other.so };
    expect(readPlan(so, plan).facts).toMatchObject({ temperature: 12.5, ripened: true });
    expect(creamByWay(plan, so, false)).toBeUndefined();
    expect(creamByWay(plan, before, false)).toBeUndefined();
  });

  it('leaves cream from the Shelf what it is', () => {
    const change = draftByWay(plan, 'way-1', true);
    expect(change).toEqual({ churn: 'vessel:v1', sizeTyped: '', way: 'way-1' });
    const other = creamByWay(plan, { ...freshDraft(plan, 'tub'), ...change }, true)!;
    expect(other.so).toEqual({ cold: 'measured', temperatureTyped: '12.5 °C' });
  });

  it('that is kept no more changes nothing', () => {
    expect(draftByWay(plan, 'gone', false)).toEqual({ way: undefined });
  });
});

test('what is said of the time after the break goes into the batch, and only that', () => {
  const last = {
    usualSalt: { way: 'spoon', teaspoons: 2, kind: 'fine' },
    usualStorage: 'freezer',
    usualWashes: 3,
  } as const;
  expect(afterwards(undefined, last, farm)).toEqual(last);
  expect(afterwards({ usualSalt: { way: 'none' } }, last, farm)).toEqual({
    ...last,
    usualSalt: { way: 'none' },
  });
  expect(afterwards({ usualWashes: 'clear' }, last, farm)).not.toHaveProperty('usualWashes');
  expect(read({ after: { usualWashes: 2, usualStorage: 'crock' } }).facts).toMatchObject({
    usualWashes: 2,
    usualStorage: 'crock',
    usualSalt: { way: 'share', share: 0.016 },
  });
});
