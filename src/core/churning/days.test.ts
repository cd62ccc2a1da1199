import { someFacts } from '../testing/someFacts';
import type { BatchEvent } from './batchEvents';
import { elapsedAt } from './batchStory';
import { creamInChurn } from './creamInChurn';
import { foresee } from './foresee';
import { lastAct } from './lastAct';
import { liveLoad } from './liveLoad';
import { tellBatch } from './tellBatch';

/**
 * Three dozen made-up days at the churn, as their story is told and as the model is told each load, the way it was when somebody last
 * looked at it: acts in any order, two loads, undone, re-timed, joined, weighed again. After a change that is meant: look at what
 * moved, then `npx jest churning/days -u`.
 */
const start = 1_800_000_000;
const kinds = [
  'mark',
  'mark',
  'mark',
  'reading',
  'water',
  'paused',
  'resumed',
  'tool',
  'load',
  'takenOut',
  'merged',
  'drained',
  'washed',
  'felt',
  'worked',
  'portion',
  'portion',
  'portion',
  'portion',
  'reweighed',
  'joined',
  'joined',
  'joined',
  'tasted',
  'moisture',
  'gathered',
  'packed',
  'undone',
  'retimed',
  'abandoned',
] as const;

/** Park and Miller’s generator: the same seed is the same day. */
const drawing = (seed: number) => {
  let state = seed * 7919 + 1;
  const draw = () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
  draw();
  return { draw, of: <T>(all: readonly T[]): T => all[Math.floor(draw() * all.length)]! };
};

function dayOf(seed: number): { loads: number; events: BatchEvent[]; now: number } {
  const { draw, of } = drawing(seed);
  const portions: string[] = [];
  const events: object[] = [{ id: 'started-0', kind: 'started', atSeconds: start }];
  let minute = 0;
  const length = 8 + Math.floor(draw() * 18);
  for (let i = 1; i <= length; i += 1) {
    minute += draw() < 0.1 ? 0 : Math.round(draw() * 120) / 10;
    // What is late in the day comes late in it, mostly.
    const from = draw() < 0.75 ? (i < length / 2 ? 0 : 11) : 0;
    const kind = kinds[from + Math.floor(draw() * (i < length / 2 ? 11 : kinds.length - from))] ?? 'mark';
    const load = draw() < 0.3 ? { load: 1 + Math.floor(draw() * 3) } : {};
    const portionId = portions.length > 0 ? of(portions) : 'portion-none';
    const body: Record<(typeof kinds)[number], () => object> = {
      mark: () => ({ stage: of(['thickening', 'whipped', 'grainy', 'break', 'stopped']), ...load }),
      reading: () => ({ temperature: 10 + Math.round(draw() * 80) / 10, ...load }),
      water: () => ({ mass: 40 + Math.round(draw() * 100), ...load }),
      paused: () => ({
        ...load,
        ...(draw() < 0.6 ? { place: of(['room', 'fridge', 'bath', 'iceWater']) } : {}),
        ...(draw() < 0.3 ? { celsius: 8 } : {}),
      }),
      resumed: () => load,
      tool: () => ({
        tool: of(['jar', 'standMixer', 'barrel']),
        ...(draw() < 0.5 ? { capacity: of([900, 3000]) } : {}),
        ...load,
      }),
      load: () => ({
        ...(draw() < 0.4 ? { beside: true } : {}),
        ...(draw() < 0.4 ? { tool: 'jar' } : {}),
        ...(draw() < 0.4 ? { capacity: 1100 } : {}),
      }),
      takenOut: () => ({ share: 0.3, ...load }),
      merged: () => ({}),
      drained: () => ({ measured: 'mass', mass: 800, massSd: 9, ...(draw() < 0.3 ? { washIn: 60 } : {}) }),
      washed: () => ({ clarity: of(['milky', 'hazy', 'clear']) }),
      felt: () => ({ feel: 'waxy' }),
      worked: () => ({ way: 'pressed', waterMass: 12 }),
      portion: () => {
        const id = portions.length > 0 && draw() < 0.2 ? of(portions) : `portion-${i}-of-${seed}`;
        if (!portions.includes(id)) portions.push(id);
        return {
          portionId: id,
          name: `Piece ${i}`,
          mass: 200 + Math.round(draw() * 300),
          massSd: of([1, 12]),
          measured: of(['scale', 'scale', 'volume']),
          saltMass: of([0, 4]),
          salting: { way: 'none' },
          additions: of([[], [], ['herbs'], ['honey', 'herbs']]),
          ...(draw() < 0.3 ? { additionMass: 10 } : {}),
          storage: 'fridge',
        };
      },
      reweighed: () => ({ portionId, why: of(['wept', 'rinsed']), mass: 190, massSd: 2, saltMass: 3 }),
      joined: () => ({ portionId, into: portions.length > 0 ? of(portions) : 'portion-none' }),
      tasted: () => ({
        ...(draw() < 0.5 ? { colour: 4 } : {}),
        ...(draw() < 0.5 ? { tastes: ['nutty'] } : {}),
        ...(draw() < 0.5 ? { note: `note ${i}` } : {}),
        ...(draw() < 0.3 ? { feed: 'grass' } : {}),
      }),
      moisture: () => ({ tare: 100, before: 110, after: 108.4 }),
      gathered: () => ({ size: of(['grains', 'lumps', 'mass']) }),
      packed: () => ({}),
      undone: () => ({ eventId: (of(events) as BatchEvent).id }),
      retimed: () => ({
        eventId: (of(events) as BatchEvent).id,
        toSeconds: start + Math.round(draw() * minute * 60),
      }),
      abandoned: () => ({ reason: 'the churn broke' }),
    };
    events.push({
      id: `event-${String(i).padStart(3, '0')}`,
      kind,
      atSeconds: start + minute * 60,
      ...body[kind](),
    });
  }
  return {
    loads: 1 + Math.floor(draw() * 3),
    events: events as BatchEvent[],
    now: start + (minute + 5) * 60,
  };
}

/** Five digits; moments as seconds of the day. */
const near = (value: number) => Number((value >= start ? value - start : value).toPrecision(5));
const round = (value: unknown): unknown =>
  typeof value === 'number'
    ? near(value)
    : Array.isArray(value)
      ? value.map(round)
      : value && typeof value === 'object'
        ? Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, round(inner)]))
        : value;

it.each(Array.from({ length: 36 }, (_, i) => i + 1))('day %i is told as it was', (seed) => {
  const { loads, events, now } = dayOf(seed);
  const facts = {
    ...someFacts,
    loads,
    tool: seed % 5 === 0 ? 'standMixer' : 'paddleHand',
    capacity: seed % 4 === 0 ? 1300 : 4000,
  } as const;
  const told = tellBatch(facts, events);
  const { events: kept, portions, drains, washes, felt, worked, moistureTests, ...story } = told;
  // However it arrives, and read by whichever load, it is the same day.
  expect(tellBatch(facts, [...events].reverse())).toEqual(told);
  const lines = {
    ...(round(story) as object),
    events: kept.map(({ id, atSeconds }) => `${id} ${atSeconds - start}`).join(', '),
    portions: portions.map(
      ({ id, mass, massSd, measured, saltMass, additions, additionMass, joined, reweighed }) =>
        `${id}: ${mass} ± ${near(massSd)} ${measured}, salt ${saltMass}, ${additions.join('+')} ${additionMass ?? ''}, joined ${joined.join('+')}, weighed ${reweighed.length}`,
    ),
    counts: [drains, washes, felt, worked, moistureTests].map((all) => all.length),
    last: lastAct(kept).map(({ id }) => id),
    elapsed: near(elapsedAt(story.clock, now)),
    model: told.loads.map((_, i) => {
      const looked = tellBatch(facts, events, i + 1);
      const live = looked.load === i + 1 ? liveLoad(facts, looked, now) : undefined;
      return live && round({ ...live, batches: undefined });
    }),
  };
  expect(
    Object.entries(lines)
      .map(([key, value]) => `${key}: ${typeof value === 'string' ? value : JSON.stringify(value)}`)
      .join('\n'),
  ).toMatchSnapshot();
});

it('keeps the newest two hundred happenings and hundred marks for the model', () => {
  const events = [
    { id: 'started-0', kind: 'started', atSeconds: start },
    ...Array.from({ length: 230 }, (_, i) => ({
      id: `read-${String(i).padStart(4, '0')}`,
      kind: 'reading',
      atSeconds: start + 60 + i * 10,
      temperature: 10 + i / 100,
    })),
    ...Array.from({ length: 120 }, (_, i) => ({
      id: `mark-${String(i).padStart(4, '0')}`,
      kind: 'mark',
      stage: 'thickening',
      atSeconds: start + 60 + i * 40,
    })),
  ] as BatchEvent[];
  const live = liveLoad(someFacts, tellBatch(someFacts, events), start + 6000)!;
  expect(live.happenings).toHaveLength(200);
  expect(live.happenings.at(-1)).toMatchObject({ temperature: 12.29 });
  expect(live.marks).toHaveLength(100);
  expect(live.marks.at(-1)!.atMinutes).toBeCloseTo(1 + (119 * 40) / 60, 6);
});

it.each([
  ['usual cream', {}],
  ['cream too thin to be sure of', { creamFat: 0.2 }],
  ['cream too warm', { temperature: 24 }],
  ['cold cream in a jar', { temperature: 5, tool: 'jar', capacity: 2000 }],
  ['an overfull churn', { capacity: 1500 }],
] as const)('%s is foreseen as it was', (_, change) => {
  const facts = { ...someFacts, ...change };
  const { course, stageTimes, ...told } = foresee(creamInChurn(facts));
  expect(JSON.stringify(round({ ...told, course: course.length, ends: course.at(-1), stages: Object.keys(stageTimes) }))).toMatchSnapshot();
  // Of the fat, what the butter did not get is what was lost: low, middle and high in order.
  const { low, mid, high } = told.fatLost;
  expect(0 <= low && low <= mid && mid <= high && high <= 1).toBe(true);
  expect(told.butter.churnEfficiency).toBeCloseTo(1 - mid, 6);
}); // prettier-ignore
