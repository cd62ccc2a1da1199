import type { BatchEvent, BatchFacts } from './batchEvents';
import { someFacts } from '../testing/someFacts';
import { tellBatch } from './tellBatch';
import { liveChurn } from './liveChurn';
import { liveLoad } from './liveLoad';

const start = 1_760_000_000;
const facts = someFacts;
type Body = BatchEvent extends infer E ? (E extends BatchEvent ? Omit<E, 'id' | 'atSeconds'> : never) : never;
const told = (
  bodies: [minute: number, body: Body][],
  nowMinutes: number,
  change: Partial<BatchFacts> = {},
) => {
  const all = { ...facts, ...change };
  const events = [[0, { kind: 'started' }] as [number, Body], ...bodies].map(
    ([minute, body], i) => ({ id: `event-${i}-xxxx`, atSeconds: start + minute * 60, ...body }) as BatchEvent,
  );
  return liveLoad(all, tellBatch(all, events), start + nowMinutes * 60)!;
};
const window = (input: ReturnType<typeof told>) => liveChurn({ input }).breakTime.breakMinutes!;

describe('the churning as it goes', () => {
  it('narrows with each mark, and by not having broken yet', () => {
    const prior = window(told([], 0.1));
    const whipped = window(told([[7, { kind: 'mark', stage: 'whipped' }]], 7.1));
    const grainy = window(
      told(
        [
          [7, { kind: 'mark', stage: 'whipped' }],
          [13, { kind: 'mark', stage: 'grainy' }],
        ],
        13.1,
      ),
    );
    const wide = ({ low, high }: { low: number; high: number }) => Math.log(high / low);
    expect(wide(whipped)).toBeLessThan(0.85 * wide(prior));
    expect(wide(grainy)).toBeLessThan(wide(whipped));
    const late = told([], 30);
    expect(window(late).low).toBeGreaterThan(28);
  });

  it('follows a mixer that is turned slower, and faster again', () => {
    const usual = window(told([], 2)).mid;
    const slow = window(told([[1, { kind: 'speed', to: 'slow' }]], 2)).mid;
    const again = told([[1, { kind: 'speed', to: 'slow' }], [2, { kind: 'speed', to: 'fast' }]], 2.1); // prettier-ignore
    expect(slow).toBeGreaterThan(1.5 * usual);
    expect(window(again).mid).toBeLessThan(usual);
    expect(again.happenings).toMatchObject([{ kind: 'speed', atMinutes: 1, factor: 0.5 }, { kind: 'speed', atMinutes: 2, factor: 1.6 }]); // prettier-ignore
  });

  it('takes a warm reading over: the break comes sooner', () => {
    const cool = window(told([], 2));
    const warm = window(told([[1.5, { kind: 'reading', temperature: 18 }]], 2));
    expect(warm.mid).toBeLessThan(0.97 * cool.mid);
  });

  it('carries cream through a night in the fridge, and then says what warms it', () => {
    const night = told(
      [
        [6, { kind: 'paused', place: 'fridge' }],
        [6 + 12 * 60, { kind: 'resumed' }],
      ],
      6 + 12 * 60 + 10,
    );
    expect(night.happenings).toEqual([
      { kind: 'pause', atMinutes: 6, minutes: 720, temperature: 4, in: 'fridge' },
    ]);
    const { advice } = liveChurn({ input: night });
    expect(advice.well).toBe(false);
    expect(advice.causes[0]!.cause).toBe('tooCold');
    expect(advice.causes[0]!.remedy).toMatch(/bath of \d+ °C for \d+ min/);
    expect(advice.causes[0]!.breakMinutes).toBeDefined();
  });

  it('is silent when all is well', () => {
    expect(liveChurn({ input: told([[7, { kind: 'mark', stage: 'whipped' }]], 8) }).advice.well).toBe(true);
  });

  it('says to chill what is too warm, to thin what is too thick, to take out of what is too full', () => {
    const cause = (change: Partial<BatchFacts>, minutes = 5) =>
      liveChurn({ input: told([], minutes, change) }).advice.causes.map((one) => one.cause);
    expect(cause({ temperature: 22 })).toContain('tooWarm');
    expect(cause({ capacity: 1600, tool: 'jar' }, 40)).toContain('overfull');
  });

  it('tells each load on its own clock, and what was taken out becomes the last load', () => {
    const input = told(
      [
        [10, { kind: 'mark', stage: 'break' }],
        [11, { kind: 'mark', stage: 'stopped' }],
        [20, { kind: 'load' }],
        [23, { kind: 'mark', stage: 'whipped' }],
      ],
      25,
      { loads: 2 },
    );
    expect(input).toMatchObject({ creamMass: 700, elapsedMinutes: 5 });
    expect(input.marks).toEqual([{ stage: 'whipped', atMinutes: 3 }]);
    const split = tellBatch(facts, [
      { id: 'a-started', atSeconds: start, kind: 'started' },
      { id: 'b-takenOut', atSeconds: start + 60, kind: 'takenOut', share: 0.25 },
      { id: 'c-stopped', atSeconds: start + 600, kind: 'mark', stage: 'stopped' },
    ]);
    expect(split.loads.map(({ share }) => share)).toEqual([0.75, 0.25]);
    expect(split.next).toBe('load');
    const merged = tellBatch({ ...facts, loads: 2 }, [
      { id: 'a-started', atSeconds: start, kind: 'started' },
      { id: 'b-merged-', atSeconds: start + 60, kind: 'merged' },
    ]);
    expect(merged.loads.map(({ share }) => share)).toEqual([1]);
  });
});

describe('what is done to the load reaches the model', () => {
  it('a third taken out of an overfull jar lets it break', () => {
    const full = { creamMass: 1400, capacity: 2300, tool: 'jar' } as const;
    const left = told([[3, { kind: 'takenOut', share: 1 / 3 }]], 3.1, full);
    expect(left.happenings).toEqual([{ kind: 'takeOut', atMinutes: 3, share: 1 / 3 }]);
    const stuck = liveChurn({ input: told([], 3.1, full) }).breakTime.breakMinutes;
    expect(window(left).mid).toBeLessThan(stuck?.mid ?? Infinity);
  });

  it('water is put in cold, and loosens cream too thick to move', () => {
    const thick = { creamFat: 0.48, creamFatSd: 0.01, temperature: 12 };
    const whipped: [number, Body] = [12, { kind: 'mark', stage: 'whipped' }];
    const loosened = told([whipped, [13, { kind: 'water', mass: 250 }]], 13.1, thick);
    expect(loosened.happenings).toEqual([{ kind: 'water', atMinutes: 13, mass: 250, temperature: 10 }]);
    expect(window(loosened).mid).toBeLessThan(window(told([whipped], 13.1, thick)).mid);
  });

  it('moved over to a mixer it breaks sooner, and the mixer holds what such a one usually holds', () => {
    const moved = told([[5, { kind: 'tool', tool: 'standMixer' }]], 5.1);
    expect(moved.happenings).toEqual([
      { kind: 'move', atMinutes: 5, tool: 'standMixer', capacity: expect.any(Number) as number },
    ]);
    expect(window(moved).mid).toBeLessThan(window(told([], 5.1)).mid);
    const sized = told([[5, { kind: 'tool', tool: 'standMixer', capacity: 6900 }]], 5.1);
    expect(sized.happenings).toMatchObject([{ capacity: 6900 }]);
  });

  it('the next load poured in comes as cream, as cold as it was, and it takes longer', () => {
    const [alone, poured] = [told([], 6.1, { loads: 2 }), told([[6, { kind: 'merged' }]], 6.1, { loads: 2 })];
    expect(poured.creamMass).toBe(facts.creamMass / 2);
    expect(poured.happenings).toEqual([
      {
        kind: 'cream',
        atMinutes: 6,
        mass: facts.creamMass / 2,
        fat: facts.creamFat,
        temperature: facts.temperature,
      },
    ]);
    expect(window(poured).mid).toBeGreaterThan(window(alone).mid);
  });

  it('hours in the bath are none of churning, and warm it all the same', () => {
    const bath = told(
      [
        [6, { kind: 'paused', place: 'bath', celsius: 24, minutes: 8 }],
        [14, { kind: 'resumed' }],
      ],
      14.1,
      { temperature: 9 },
    );
    expect(bath.happenings).toEqual([
      { kind: 'pause', atMinutes: 6, minutes: 8, temperature: 24, in: 'water' },
    ]);
    const cold = window(told([], 6.1, { temperature: 9 }));
    expect(window(bath).mid - 8).toBeLessThan(cold.mid);
  });
});

describe('loads side by side', () => {
  const side = (bodies: [minute: number, body: object][], load: number, nowMinutes: number) => {
    const all = { ...facts, loads: 2 };
    const events = [[0, { kind: 'started' }] as [number, object], ...bodies].map(
      ([minute, body], i) =>
        ({ id: `side-${i}-xxxx`, atSeconds: start + minute * 60, ...body }) as BatchEvent,
    );
    return liveLoad(all, tellBatch(all, events, load), start + nowMinutes * 60)!;
  };
  const bodies: [number, object][] = [
    [4, { kind: 'load', beside: true, tool: 'barrel', capacity: 9000 }],
    [6, { kind: 'mark', stage: 'whipped', load: 1 }],
    [7, { kind: 'reading', temperature: 12, load: 2 }],
    [8, { kind: 'paused', place: 'bath', celsius: 24, load: 2 }],
    [10, { kind: 'resumed', load: 2 }],
  ];

  it('are told to the model each with its own churn, clock and happenings', () => {
    expect(side(bodies, 1, 12)).toMatchObject({
      tool: 'paddleHand',
      elapsedMinutes: 12,
      marks: [{ stage: 'whipped', atMinutes: 6 }],
      happenings: [],
    });
    expect(side(bodies, 2, 12)).toMatchObject({
      tool: 'barrel',
      capacity: 9000,
      creamMass: 700,
      elapsedMinutes: 8,
      marks: [],
      happenings: [
        { kind: 'reading', atMinutes: 3, temperature: 12 },
        { kind: 'pause', atMinutes: 4, minutes: 2, temperature: 24, in: 'water' },
      ],
    });
  });

  it('pour what was another load in as cream, at its moment', () => {
    const poured = side([[3, { kind: 'merged' }]], 1, 6);
    expect(poured.creamMass).toBe(700);
    expect(poured.happenings).toEqual([
      { kind: 'cream', atMinutes: 3, mass: 700, fat: 0.38, temperature: 14 },
    ]);
    expect(liveChurn({ input: poured }).breakTime.breakMinutes).toBeDefined();
  });
});

describe('after the break', () => {
  it('says when to stop, and what going on would shut in, in grams', () => {
    const says = (minutes: number) =>
      liveChurn({ input: told([[14, { kind: 'mark', stage: 'break' }]], minutes) }).advice;
    expect(says(14.1).says).toMatch(/a few more turns|Stop now/);
    expect(says(20).says).toMatch(/shut in about \d+ g of buttermilk|\d+ g of buttermilk shut in/);
    expect(says(20).well).toBe(true);
  });
});
