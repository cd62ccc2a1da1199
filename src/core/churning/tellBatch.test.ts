import fc from 'fast-check';
import type { BatchEvent } from './batchEvents';
import { elapsedAt } from './batchStory';
import { tellBatch } from './tellBatch';

type Body = BatchEvent extends infer E ? (E extends BatchEvent ? Omit<E, 'id' | 'atSeconds'> : never) : never;
let made = 0;
const at = (minutes: number, body: Body, id = `event-${String((made += 1)).padStart(4, '0')}`): BatchEvent =>
  ({ id, atSeconds: 1_800_000_000 + minutes * 60, ...body }) as BatchEvent;
const barrel = { tool: 'barrel', capacity: 10000, loads: 1 } as const;
const start = at(0, { kind: 'started' }, 'started-0');
const mark = (
  minutes: number,
  stage: 'thickening' | 'whipped' | 'grainy' | 'break' | 'stopped',
  id?: string,
) => at(minutes, { kind: 'mark', stage }, id);

describe('the order of the finish is the maker’s own', () => {
  const drained = [
    start,
    mark(20, 'break'),
    mark(21, 'stopped'),
    at(25, { kind: 'drained', measured: 'skipped' }),
  ];
  const next = (...more: BatchEvent[]) => tellBatch(barrel, [...drained, ...more]).next;
  const pressed = at(26, { kind: 'worked', way: 'pressed' });
  const milky = at(27, { kind: 'washed', clarity: 'milky' });
  const worked = at(28, { kind: 'worked', way: 'worked' });
  it('press only, then worked: it is not asked about washing again', () => {
    expect(next(pressed)).toBe('portion');
    expect(next(pressed, worked, at(29, { kind: 'felt', feel: 'waxy' }))).toBe('portion');
  });
  it('pressed and washed after that goes on washing till it is clear, or is worked', () => {
    expect(next(pressed, milky)).toBe('washed');
    expect(next(milky, worked)).toBe('portion');
    expect(next(milky, worked, at(30, { kind: 'washed', clarity: 'hazy' }))).toBe('washed');
    expect(next(milky, worked, at(30, { kind: 'washed', clarity: 'clear' }))).toBe('portion');
  });
  it('drained once more, or only let drip, is washed next', () => {
    expect(next(pressed, at(30, { kind: 'drained', measured: 'skipped' }))).toBe('washed');
    expect(next(at(26, { kind: 'worked', way: 'drained' }))).toBe('washed');
  });
});

describe('the story of a batch', () => {
  it('leads from thickening to packed, skipping what was not marked', () => {
    const events: BatchEvent[] = [start];
    const next = () => tellBatch(barrel, events).next;
    expect(next()).toBe('thickening');
    events.push(mark(5, 'whipped'));
    expect(next()).toBe('grainy');
    events.push(mark(20, 'break'));
    expect(next()).toBe('stopped');
    events.push(mark(21, 'stopped'));
    expect(next()).toBe('drained');
    events.push(at(25, { kind: 'drained', measured: 'skipped' }));
    expect(next()).toBe('washed');
    events.push(at(27, { kind: 'washed', clarity: 'milky' }));
    expect(next()).toBe('washed');
    events.push(at(29, { kind: 'washed', clarity: 'clear' }));
    expect(next()).toBe('portion');
  });

  it('does not depend on the order events arrive in, nor on how often', () => {
    const events = [
      start,
      mark(4, 'thickening'),
      at(6, { kind: 'paused' }),
      at(60, { kind: 'resumed' }),
      mark(64, 'break'),
      mark(65, 'stopped'),
      at(70, { kind: 'water', mass: 50 }),
    ];
    const told = tellBatch(barrel, events);
    fc.assert(
      fc.property(
        fc.shuffledSubarray([...events, ...events], { minLength: events.length * 2 }),
        (shuffled) => {
          expect(tellBatch(barrel, shuffled)).toEqual(told);
        },
      ),
      { numRuns: 50 },
    );
  });

  it('lets the clock stand over a night and leaves it out of the break time', () => {
    const story = tellBatch(barrel, [
      start,
      at(10, { kind: 'paused' }),
      at(610, { kind: 'resumed' }),
      mark(615, 'break'),
    ]);
    expect(story.marks[0]!.elapsedSeconds).toBe(15 * 60);
    expect(elapsedAt(story.clock, start.atSeconds + 616 * 60)).toBe(16 * 60);
  });

  it('takes back a mark, takes back the taking back, and puts its time right', () => {
    const broke = mark(9, 'break', 'the-break');
    const undo = at(10, { kind: 'undone', eventId: 'the-break' }, 'the-undo');
    expect(tellBatch(barrel, [start, broke, undo]).marks).toHaveLength(0);
    expect(
      tellBatch(barrel, [start, broke, undo, at(11, { kind: 'undone', eventId: 'the-undo' })]).marks,
    ).toHaveLength(1);
    const retimed = tellBatch(barrel, [
      start,
      broke,
      at(11, { kind: 'retimed', eventId: 'the-break', toSeconds: start.atSeconds + 480 }),
    ]);
    expect(retimed.marks[0]!.elapsedSeconds).toBe(480);
  });

  it('survives an undo that takes back itself through another', () => {
    const a = at(1, { kind: 'undone', eventId: 'undo-bbbb' }, 'undo-aaaa');
    const b = at(1, { kind: 'undone', eventId: 'undo-aaaa' }, 'undo-bbbb');
    expect(tellBatch(barrel, [start, a, b]).phase).toBe('churning');
  });

  it('counts what two devices marked at once as one, and keeps both', () => {
    const story = tellBatch(barrel, [start, mark(9, 'break'), mark(9.2, 'break')]);
    expect(story.marks.map((one) => one.echo)).toEqual([false, true]);
    expect(story.broken).toBe(1);
    expect(
      tellBatch(barrel, [start, mark(9, 'whipped'), mark(12, 'whipped')]).marks.map((one) => one.echo),
    ).toEqual([false, false]);
  });

  it('keeps and flags what looks out of order', () => {
    const flags = (...events: BatchEvent[]) =>
      tellBatch(barrel, [start, ...events]).flags.map((flag) => flag.says);
    expect(flags(mark(-5, 'whipped'))[0]).toMatch(/before the churn was started/);
    expect(flags(at(5, { kind: 'drained', measured: 'skipped' }))[0]).toMatch(/no break/);
    expect(flags(at(5, { kind: 'paused' }), mark(6, 'break'))[0]).toMatch(/during a pause/);
    expect(flags(at(5, { kind: 'packed' }), mark(6, 'break'))[0]).toMatch(/after the butter was packed/);
  });

  it('churns on after draining, and moves to another tool', () => {
    const story = tellBatch(barrel, [
      start,
      mark(9, 'stopped'),
      at(10, { kind: 'drained', measured: 'mass', mass: 100, massSd: 3 }),
      at(12, { kind: 'tool', tool: 'jar', capacity: 2000 }),
      at(12.5, { kind: 'resumed' }),
    ]);
    expect(story.phase).toBe('churning');
    expect([story.tool, story.capacity]).toEqual(['jar', 2000]);
    expect(story.drains).toHaveLength(1);
  });

  it('stops at the one mark of a quick tool, infers the others and says so, load by load', () => {
    const quick = { tool: 'blender', capacity: 1500, loads: 2 } as const;
    const story = tellBatch(quick, [start, mark(2, 'break')]);
    expect(story.next).toBe('load');
    expect(story.clock.runningSince).toBeUndefined();
    expect(
      story.marks.filter((one) => one.inferred).map((one) => [one.stage, Math.round(one.elapsedSeconds)]),
    ).toEqual([
      ['thickening', 11],
      ['whipped', 46],
      ['grainy', 78],
    ]);
    const second = tellBatch(quick, [start, mark(2, 'break'), at(4, { kind: 'load' }), mark(5, 'break')]);
    expect([second.broken, second.next]).toEqual([2, 'drained']);
    expect(second.marks.find((one) => one.stage === 'break' && one.load === 2)!.elapsedSeconds).toBe(60);
  });

  it('joins portions without losing a gram of butter or salt', () => {
    const portion = (id: string, mass: number): Body => ({
      kind: 'portion',
      portionId: id,
      name: id,
      mass,
      massSd: 2,
      measured: 'scale',
      saltMass: mass / 50,
      salting: { way: 'none' },
      additions: id === 'portion-b' ? ['garlic'] : [],
      storage: 'fridge',
    });
    const story = tellBatch(barrel, [
      start,
      at(20, portion('portion-a', 300)),
      at(21, portion('portion-b', 200)),
      at(22, { kind: 'joined', portionId: 'portion-b', into: 'portion-a' }),
      at(23, { kind: 'joined', portionId: 'portion-b', into: 'portion-a' }),
    ]);
    expect(story.portions).toHaveLength(1);
    expect(story.portions[0]).toMatchObject({
      mass: 500,
      saltMass: 10,
      additions: ['garlic'],
      joined: ['portion-b'],
    });
    expect(story.flags[0]!.says).toMatch(/no longer there/);
  });

  it('flags water that came after the draining and would be taken off twice', () => {
    const story = tellBatch(barrel, [
      start,
      mark(9, 'break'),
      at(10, { kind: 'drained', measured: 'skipped' }),
      at(11, { kind: 'water', mass: 60 }),
    ]);
    expect(story.flags[0]!.says).toMatch(/after the buttermilk was drained/);
  });

  it('churns two loads side by side, each on its own clock, and goes on when both are done', () => {
    const two = { tool: 'barrel', capacity: 10000, loads: 2 } as const;
    const events = [
      start,
      at(5, { kind: 'load', beside: true, tool: 'paddleHand', capacity: 4000 }),
      at(8, { kind: 'mark', stage: 'whipped', load: 1 }),
      at(9, { kind: 'reading', temperature: 15, load: 2 }),
      at(20, { kind: 'mark', stage: 'break', load: 1 }),
      at(21, { kind: 'mark', stage: 'stopped', load: 1 }),
    ];
    const told = tellBatch(two, events);
    // The hand goes to the load that still turns.
    expect([told.load, told.phase, told.tool, told.next]).toEqual([
      2,
      'churning',
      'paddleHand',
      'thickening',
    ]);
    expect(elapsedAt(told.clock, start.atSeconds + 25 * 60)).toBe(20 * 60);
    const first = tellBatch(two, events, 1);
    expect([first.load, first.phase, first.tool, first.next]).toEqual([1, 'stopped', 'barrel', 'drained']);
    expect(first.readings.map(({ load }) => load)).toEqual([2]);
    expect(told.marks.find(({ stage }) => stage === 'break')!.elapsedSeconds).toBe(20 * 60);

    const drained = [...events, at(24, { kind: 'drained', measured: 'skipped', load: 1 })];
    expect(tellBatch(two, drained).phase).toBe('churning');
    expect(tellBatch(two, drained, 1).phase).toBe('drained');
    const both = [
      ...drained,
      at(30, { kind: 'mark', stage: 'break', load: 2 }),
      at(31, { kind: 'mark', stage: 'stopped', load: 2 }),
      at(33, { kind: 'drained', measured: 'skipped', load: 2 }),
      at(36, { kind: 'washed', clarity: 'clear' }),
    ];
    const done = tellBatch(two, both);
    expect([done.broken, done.phase, done.next, done.drains.length]).toEqual([2, 'washed', 'portion', 2]);
  });

  it('lets broken butter stand a night in its buttermilk, and goes on where it was', () => {
    const events = [
      start,
      mark(20, 'break'),
      mark(21, 'stopped'),
      at(22, { kind: 'paused', place: 'fridge' }),
    ];
    expect(tellBatch(barrel, events)).toMatchObject({ phase: 'paused', next: 'resumed' });
    const morning = tellBatch(barrel, [...events, at(720, { kind: 'resumed' })]);
    expect([morning.phase, morning.next]).toEqual(['stopped', 'drained']);
    const washing = tellBatch(barrel, [
      ...events.slice(0, 3),
      at(25, { kind: 'drained', measured: 'skipped' }),
      at(26, { kind: 'paused', place: 'fridge', minutes: 30 }),
      at(27, { kind: 'paused', place: 'iceWater', minutes: 10 }),
      at(40, { kind: 'resumed' }),
    ]);
    expect([washing.phase, washing.next]).toEqual(['drained', 'washed']);
  });

  it('takes wash water that went in with the buttermilk off again', () => {
    const story = tellBatch(barrel, [
      start,
      mark(20, 'break'),
      at(22, { kind: 'water', mass: 60 }),
      at(25, { kind: 'drained', measured: 'mass', mass: 1400, massSd: 7, washIn: 500 }),
    ]);
    expect(story.addedWater).toBe(560);
  });

  it('weighs a portion again, and what was said later of taste and water does not unpack the butter', () => {
    const portion: Body = {
      kind: 'portion',
      portionId: 'portion-a',
      name: 'Salted',
      mass: 640,
      massSd: 3,
      measured: 'scale',
      saltMass: 20,
      salting: { way: 'none' },
      additions: [],
      storage: 'fridge',
    };
    const story = tellBatch(barrel, [
      start,
      mark(20, 'break'),
      at(30, portion),
      at(31, { kind: 'packed' }),
      at(90, {
        kind: 'reweighed',
        portionId: 'portion-a',
        why: 'rinsed',
        mass: 630,
        massSd: 3,
        saltMass: 10,
      }),
      at(91, { kind: 'moisture', tare: 80, before: 90, after: 88.4 }),
      at(92, { kind: 'tasted', colour: 4, tastes: ['nutty'] }),
      at(93, { kind: 'tasted', feed: 'grass' }),
    ]);
    expect(story.phase).toBe('packed');
    expect(story.flags).toEqual([]);
    expect(story.portions[0]).toMatchObject({ mass: 630, saltMass: 10 });
    expect(story.tasted).toEqual({ colour: 4, tastes: ['nutty'], feed: 'grass' });
    expect(story.moistureTests).toHaveLength(1);
  });
});

describe('whatever happens to a batch, in whatever order it is heard of', () => {
  const bodies: fc.Arbitrary<Body> = fc.oneof(
    fc.constantFrom<Body>(
      { kind: 'resumed' },
      { kind: 'merged' },
      { kind: 'load' },
      { kind: 'load', beside: true, tool: 'jar', capacity: 2000 },
      { kind: 'paused', place: 'fridge' },
      { kind: 'drained', measured: 'skipped' },
      { kind: 'washed', clarity: 'hazy' },
      { kind: 'gathered', size: 'lumps' },
      { kind: 'packed' },
      { kind: 'abandoned', reason: '' },
    ),
    fc.record({
      kind: fc.constant('mark' as const),
      stage: fc.constantFrom('thickening', 'whipped', 'grainy', 'break', 'stopped' as const),
      load: fc.integer({ min: 1, max: 4 }),
    }),
    fc.record({ kind: fc.constant('takenOut' as const), share: fc.constantFrom(0.25, 0.5) }),
    fc.record({
      kind: fc.constant('reading' as const),
      temperature: fc.constant(14),
      load: fc.integer({ min: 1, max: 4 }),
    }),
  );

  it('no cream is lost between loads, no clock runs backwards, and the order of arrival does not matter', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 120 }), bodies), { maxLength: 25 }),
        fc.integer({ min: 1, max: 3 }),
        (happened, loads) => {
          const events = [
            start,
            ...happened.map(([minutes, body], i) => at(minutes, body, `happened-${i}-x`)),
          ];
          const told = tellBatch({ ...barrel, loads }, events);
          expect(told.loads.reduce((sum, { share }) => sum + share, 0)).toBeGreaterThan(1 - 1e-9);
          for (const { clock } of told.loads) expect(clock.bankedSeconds).toBeGreaterThanOrEqual(0);
          for (const { elapsedSeconds } of told.marks) expect(elapsedSeconds).toBeGreaterThanOrEqual(0);
          expect(told.load).toBeLessThanOrEqual(told.loads.length);
          expect(tellBatch({ ...barrel, loads }, events.toReversed())).toEqual(told);
          for (let look = 1; look <= told.loads.length; look += 1)
            expect(tellBatch({ ...barrel, loads }, events, look).marks).toEqual(told.marks);
        },
      ),
      { numRuns: 300 },
    );
  });
});
