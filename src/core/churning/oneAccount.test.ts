import fc from 'fast-check';
import { judgeBatch } from '../balancing/judgeBatch';
import { someFacts } from '../testing/someFacts';
import type { BatchEvent, BatchFacts } from './batchEvents';
import { tellBatch } from './tellBatch';
import { runAt } from './belief';
import { churned, paceShown } from './churned';
import type { ChurnInput } from './churnInput.calc';
import { conditionsOf, inChurn } from './churnInput';
import { priorPace } from './churnPace';
import { changed, overfills } from './contents';
import { creamInChurn } from './creamInChurn';
import { churnInputOf, foresee, sinceItBroke } from './foresee';
import { liveChurn } from './liveChurn';
import { liveLoad, loadContents } from './liveLoad';
import { simulateChurn } from './simulateChurn';

const start = 1_760_000_000;
type Body = BatchEvent extends infer E ? (E extends BatchEvent ? Omit<E, 'id' | 'atSeconds'> : never) : never;
const told = (bodies: [minute: number, body: Body][]): BatchEvent[] =>
  [[0, { kind: 'started' }] as [number, Body], ...bodies].map(
    ([minute, body], i) => ({ id: `event-${i}-xxxx`, atSeconds: start + minute * 60, ...body }) as BatchEvent,
  );
const storyOf = (facts: BatchFacts, bodies: [number, Body][]) => tellBatch(facts, told(bodies));
const load = (change: Partial<ChurnInput> = {}): ChurnInput => ({
  ...churnInputOf(creamInChurn(someFacts)),
  ...change,
});

describe('one account of what is in the churn', () => {
  it('what is left after some was taken out and the rest moved churns as that smaller load begun there', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 0.8, noNaN: true }),
        fc.constantFrom('jar', 'standMixer', 'barrel', 'paddleMotor'),
        fc.double({ min: 1200, max: 6000, noNaN: true }),
        fc.double({ min: 8, max: 19, noNaN: true }),
        (share, tool, capacity, temperature) => {
          const whole = load({
            temperature,
            happenings: [
              { kind: 'takeOut', atMinutes: 0, share },
              { kind: 'move', atMinutes: 0, tool, capacity },
            ],
          });
          const smaller = load({ temperature, creamMass: someFacts.creamMass * (1 - share), tool, capacity });
          const [left, begun] = [whole, smaller].map((one) => simulateChurn(conditionsOf(one), 3600));
          expect(inChurn(whole).fill).toBeCloseTo(inChurn(smaller).fill, 9);
          expect(inChurn(whole).mass).toBeCloseTo(inChurn(smaller).mass, 9);
          expect(left!.outcome).toBe(begun!.outcome);
          if (begun!.breakSeconds) expect(left!.breakSeconds! / begun!.breakSeconds).toBeCloseTo(1, 6);
        },
      ),
      { numRuns: 25 },
    );
  });

  it('is the same for the story, the live window and the drawing', () => {
    const story = storyOf(someFacts, [
      [2, { kind: 'takenOut', share: 0.5 }],
      [3, { kind: 'water', mass: 60 }],
      [4, { kind: 'tool', tool: 'jar' }],
    ]);
    const contents = loadContents(someFacts, story)!;
    expect(contents.mass).toBeCloseTo(760, 6);
    expect(contents.fat * contents.mass).toBeCloseTo(0.38 * 700, 6);
    // A jar of usual size, not the churn it came from.
    expect(contents.capacity).toBe(1900);
    expect(story.capacity).toBe(1900);
    expect(contents.fill).toBeCloseTo((760 / 700) * (700 / 1900), 1);
  });

  it('never gives a vessel the size of the one before it, and says what does not fit', () => {
    const moved = storyOf({ ...someFacts, tool: 'standMixer', capacity: 6900, creamVolume: 2400 }, [
      [3, { kind: 'tool', tool: 'jar' }],
    ]);
    expect(moved.capacity).toBe(1900);
    expect(moved.flags.map(({ says }) => says)).toEqual(['this is more cream than that vessel holds']);
    expect(overfills({ mass: 1, fat: 0, capacity: 4000, fill: 0.5 }, 1900)).toBe(false);
    expect(overfills({ mass: 1, fat: 0, capacity: 4000, fill: 0.7 }, 1900)).toBe(true);
  });

  it('keeps mass and fat through anything done to it', () => {
    const doing = fc.array(
      fc.oneof(
        fc.record({ kind: fc.constant('water' as const), mass: fc.double({ min: 1, max: 500, noNaN: true }) }),
        fc.record({ kind: fc.constant('cream' as const), mass: fc.double({ min: 1, max: 900, noNaN: true }), fat: fc.double({ min: 0.1, max: 0.5, noNaN: true }) }),
        fc.record({ kind: fc.constant('takeOut' as const), share: fc.double({ min: 0.05, max: 0.9, noNaN: true }) }),
        fc.record({ kind: fc.constant('move' as const), capacity: fc.double({ min: 500, max: 9000, noNaN: true }) }),
      ),
      { maxLength: 12 },
    ); // prettier-ignore
    fc.assert(
      fc.property(doing, (changes) => {
        let contents = { mass: 1400, fat: 0.38, capacity: 4000, fill: 0.35 };
        let [mass, fatMass] = [1400, 532];
        for (const one of changes) {
          contents = changed(contents, one);
          if (one.kind === 'water' || one.kind === 'cream') mass += one.mass;
          if (one.kind === 'cream') fatMass += one.mass * one.fat;
          if (one.kind === 'takeOut') [mass, fatMass] = [mass * (1 - one.share), fatMass * (1 - one.share)];
        }
        expect(contents.mass).toBeCloseTo(mass, 6);
        expect(contents.mass * contents.fat).toBeCloseTo(fatMass, 6);
        // Volume goes with mass, whatever it stands in.
        expect((contents.fill * contents.capacity) / contents.mass).toBeCloseTo(1, 6);
      }),
    );
  });
});

describe('the plan and the churn', () => {
  it.each([
    ['measured', {}],
    ['assumed from the fridge', { temperature: 6, temperatureAssumed: true }],
    ['thin', { creamFat: 0.2, creamFatSd: 0.035 }],
    ['in two loads in a jar', { loads: 2, tool: 'jar', capacity: 1900 }],
  ] as const)('say the same at minute zero of cream that is %s', (_, change) => {
    const facts: BatchFacts = { ...someFacts, ...change };
    const foreseen = foresee(creamInChurn(facts), priorPace);
    const live = liveChurn({ input: liveLoad(facts, storyOf(facts, []), start)! });
    expect(live.breakTime.outcome).toBe(foreseen.outcome);
    for (const end of ['low', 'mid', 'high'] as const)
      expect(live.breakTime.breakMinutes![end] / foreseen.breakMinutes![end]).toBeCloseTo(1, 2);
  });
});

describe('what the break says', () => {
  const broke = (facts: BatchFacts, minute: number, before: [number, Body][] = []) =>
    storyOf(facts, [...before, [minute, { kind: 'mark', stage: 'break' }]]);

  it('is of the temperature as well as of the pace: what breaks in ten minutes was not at 6 °C', () => {
    const facts: BatchFacts = { ...someFacts, tool: 'standMixer', temperature: 6, temperatureAssumed: true };
    const slow = churned(facts, broke(facts, 40));
    const quick = churned(facts, broke(facts, 10));
    expect(quick.breakCelsius).toBeGreaterThan(8);
    expect(quick.buttermilkFat).toBeLessThan(0.03);
    expect(slow.buttermilkFat).toBeLessThan(0.03);
    expect(quick.from).toBe('marks');
  });

  it('rules over every forecast: cream that should never have broken makes usual butter', () => {
    // By the model hard winter fat, measured at 1 °C, turns for hours; it was warmed and nobody wrote that down.
    const facts: BatchFacts = { ...someFacts, tool: 'barrel', capacity: 20000, temperature: 1, hardness: 8 };
    expect(foresee(creamInChurn(facts)).outcome).toBe('stuck');
    const story = storyOf(facts, [
      [25, { kind: 'mark', stage: 'break' }],
      [26, { kind: 'mark', stage: 'stopped' }],
      [30, { kind: 'drained', measured: 'mass', mass: 740, massSd: 4 }],
      [40, { kind: 'portion', portionId: 'portion-one', name: '', mass: 645, massSd: 3, measured: 'scale', saltMass: 0, salting: { way: 'none' }, additions: [], storage: 'fridge' }],
      [41, { kind: 'packed' }],
    ]); // prettier-ignore
    const judged = judgeBatch(facts, story)!;
    expect(judged.verdict).toBe('plausible');
    const known = sinceItBroke(foresee(creamInChurn(facts)), creamInChurn(facts), churned(facts, story));
    expect(known.butter.mass).toBeGreaterThan(600);
    expect(known.butter.mass).toBeLessThan(680);
  });

  it('teaches 1.00 of a churn at its usual pace, whatever was done to it', () => {
    const done: [minute: number, body: Body][][] = [
      [],
      [
        [4, { kind: 'paused', place: 'bath', celsius: 24, minutes: 10 }],
        [14, { kind: 'resumed' }],
      ],
      [
        [5, { kind: 'paused', place: 'fridge' }],
        [5 + 600, { kind: 'resumed' }],
        [5 + 612, { kind: 'reading', temperature: 12 }],
      ],
      [[3, { kind: 'water', mass: 150 }]],
      [[2, { kind: 'takenOut', share: 0.5 }]],
      [[4, { kind: 'tool', tool: 'standMixer', capacity: 4500 }]],
    ];
    for (const bodies of done)
      for (const change of [{}, { temperature: 12, temperatureAssumed: true }]) {
        const facts: BatchFacts = { ...someFacts, ...change };
        const input = liveLoad(facts, storyOf(facts, bodies), start + 60 * (bodies.at(-1)?.[0] ?? 0))!;
        const minute = runAt(input, 0).breakSeconds! / 60;
        expect(paceShown(facts, broke(facts, minute, bodies))).toBeCloseTo(1, 2);
        const slower = runAt(input, Math.log(1.4)).breakSeconds! / 60;
        if (!facts.temperatureAssumed)
          expect(paceShown(facts, broke(facts, slower, bodies))).toBeCloseTo(1.4, 1);
      }
  });

  it('teaches nothing where the model cannot break', () => {
    const facts: BatchFacts = { ...someFacts, temperature: 27 };
    expect(paceShown(facts, broke(facts, 10))).toBeUndefined();
  });
});

test('the coarse runs of a belief are those of a single run, to two hundredths', () => {
  for (const temperature of [8, 12, 16, 20])
    for (const tool of ['jar', 'standMixer', 'blender'] as const) {
      const one = load({ temperature, tool, capacity: 4000 });
      const fine = simulateChurn(conditionsOf(one), 12 * 3600).breakSeconds!;
      expect(runAt(one, 0).breakSeconds! / fine).toBeCloseTo(1, 1);
      expect(Math.abs(runAt(one, 0).breakSeconds! / fine - 1)).toBeLessThan(0.02);
    }
});
