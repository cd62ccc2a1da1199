import { bestAtPace } from '../churning/bestDegrees';
import { learnPace, paceOf } from '../churning/learnPace';
import { usualPerDegree } from '../churning/churnPace';
import type { Feed } from '../churning/batchWords';
import type { SeasonBatch, SeasonInput } from './season';
import { season } from './season';
import { bookColour, bookHardness, bookMilkSwing, halfFed, halfOf, usualFeed } from './seasonBook';
import { seasonCauses } from './seasonCauses';

const today = 20_787; // 30 November 2026
const load: SeasonInput['load'] = {
  creamMass: 2500,
  creamFat: 0.38,
  creamFatSd: 0.02,
  temperature: 13,
  temperatureSd: 0.5,
  roomTemperature: 18,
  ripened: false,
  homogenised: false,
  treatment: 'pasteurised',
  hardness: 0,
  crystallised: 1,
  tool: 'paddleHand',
  capacity: 5000,
  happenings: [],
};
/** A repeatable straying, −1 … 1. */
const stray = (i: number) => Math.sin(12.9898 * i);

const asked = (batches: readonly SeasonBatch[], more: Partial<SeasonInput> = {}): SeasonInput => ({
  batches,
  yields: [],
  yieldOf: 'milk',
  load,
  churn: 'ours',
  today,
  thisMonth: 11,
  half: 'north',
  bookYield: 41,
  white: false,
  ...more,
});

/** Two years of weekly batches of fat that swings by so many K, fed by the calendar. */
const lived = (swing: number, half: 'north' | 'south' = 'north'): SeasonBatch[] =>
  Array.from({ length: 104 }, (_, i) => {
    const day = today - 7 * i;
    const month = new Date(day * 86_400_000).getUTCMonth() + 1;
    const harder = (swing / 1.25) * bookHardness(month, half);
    const feed: Feed = usualFeed(month, half);
    return {
      id: `batch ${i}`,
      month,
      celsius: 13,
      hardness: 0,
      lesson: {
        day,
        tool: 'paddleHand',
        churn: 'ours',
        ratio: 0.9 * Math.exp(usualPerDegree * harder + 0.08 * stray(i)),
        temperature: 13,
        creamFat: 0.38,
      },
      colour: { grass: 4.8, mixed: 3.5, hay: 2.2 }[feed] + 0.3 * stray(i + 7),
      feed,
      milkDays: (i * 37) % 300,
    };
  });

describe('the year by its months', () => {
  it('learns how much warmer winter fat is churned, within a degree', () => {
    for (const swing of [0, 2]) {
      const { months, timed } = season(asked(lived(swing)));
      expect(timed).toBe(104);
      const apart = months[0]!.own!.celsius - months[6]!.own!.celsius;
      expect(Math.abs(apart - 2 * swing)).toBeLessThan(swing === 0 ? 0.5 : 1);
      for (const { own } of months) {
        expect(own!.within).toBeLessThan(1.5);
        expect(own!.from).toBeLessThanOrEqual(own!.celsius + 0.5);
        expect(own!.to).toBeGreaterThanOrEqual(own!.celsius - 0.5);
      }
    }
  });

  it('says by the book alone what no batch of that month or its neighbours told', () => {
    const { months } = season(asked(lived(2).filter(({ month }) => month >= 9)));
    expect(months.map(({ own }) => own !== undefined)).toEqual(
      [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12].map((month) => month === 1 || month >= 8),
    );
    expect(months.every(({ book }) => book !== undefined)).toBe(true);
    expect(months[0]!.book!.celsius - months[6]!.book!.celsius).toBeGreaterThan(1.5);
    expect(months[3]!.feedAssumed).toBe(true);
    expect(months[9]!.feedAssumed).toBe(false);
  });

  it('says this month as the plan does, whatever the house has set of the fat', () => {
    const batches = lived(2);
    const pace = paceOf(
      learnPace(
        batches.flatMap(({ lesson }) => lesson ?? []),
        today,
      ),
      {
        tool: load.tool,
        churn: 'ours',
        day: today,
      },
    );
    const plan = bestAtPace(load, pace);
    const { own } = season(asked(batches)).months[10]!;
    expect([own!.from, own!.to]).toEqual([plan.good!.from, plan.good!.to]);
    expect(Math.abs(own!.celsius - plan.celsius!)).toBeLessThanOrEqual(0.5);
    expect(pace.harder!.mean).toBeGreaterThan(0.5);
    const soft = season(asked(lived(0), { load: { ...load, hardness: -2 } })).months[10]!;
    const mean = season(asked(lived(0))).months[10]!;
    expect(mean.own!.celsius - soft.own!.celsius).toBeGreaterThan(1);
  });

  it('answers with no batch at all, and with one', () => {
    for (const batches of [[], lived(2).slice(0, 1)]) {
      const { months, causes } = season(asked(batches));
      expect(months).toHaveLength(12);
      expect(months.every(({ own }) => own === undefined)).toBe(true);
      expect(causes.every(({ clear, unsaid }) => !clear && unsaid !== undefined)).toBe(true);
    }
  });

  it('weighs what a litre gave by how much it was, with more doubt of one month than of two', () => {
    const { months } = season(
      asked([], {
        yields: [
          { month: 6, butter: 4000, of: 100_000 },
          { month: 6, butter: 900, of: 20_000 },
          { month: 1, butter: 4600, of: 100_000 },
        ],
      }),
    );
    expect(months[5]!.given!.mid).toBeCloseTo(4900 / 120, 9);
    const width = ({ given }: (typeof months)[number]) => (given!.high - given!.low) / given!.mid;
    expect(width(months[0]!) / width(months[5]!)).toBeCloseTo(Math.SQRT2, 6);
    expect(months[1]!.given).toBeUndefined();
    expect(months[0]!.bookGiven / months[6]!.bookGiven).toBeCloseTo(1.054 / 0.946, 6);
  });
});

describe('what feed and calving explain', () => {
  const told = (batches: readonly SeasonBatch[]) =>
    new Map(season(asked(batches)).causes.map((one) => [`${one.outcome} ${one.reason}`, one]));

  it('finds what grass did to the colour, and praises calving for nothing it did not do', () => {
    const causes = told(lived(2));
    const grass = causes.get('colour grass')!;
    expect(grass.low).toBeLessThan(2.6);
    expect(grass.high).toBeGreaterThan(2.6);
    expect(grass.clear).toBe(true);
    expect(causes.get('colour calving')!.clear).toBe(false);
    const softer = causes.get('hardness grass')!;
    expect(softer.clear).toBe(true);
    expect(softer.mid).toBeLessThan(-1.5);
    expect(causes.get('given grass')!.unsaid).toBe('fewPoints');
  });

  it('says why it cannot tell: never said, or always the same', () => {
    const unfed = lived(2).map((batch): SeasonBatch => {
      const unfed = { ...batch };
      delete unfed.feed;
      return unfed;
    });
    expect(told(unfed).get('colour grass')!.unsaid).toBe('unsaid');
    const hay = lived(2).map((batch) => ({ ...batch, feed: 'hay' as const, milkDays: 100 }));
    expect(told(hay).get('colour grass')!.unsaid).toBe('alike');
    expect(told(hay).get('colour calving')!.unsaid).toBe('alike');
  });

  it('holds its nine-in-ten range in about nine of ten years of noise', () => {
    let inside = 0;
    const tries = 200;
    for (let t = 0; t < tries; t += 1) {
      const points = Array.from({ length: 30 }, (_, i) => {
        const [a, b] = [1, 2].map((k) => {
          const x = Math.sin(78.233 * (t * 31 + i) + k) * 43_758.5453;
          return x - Math.floor(x);
        });
        const normal = Math.sqrt(-2 * Math.log(Math.max(1e-9, a!))) * Math.cos(2 * Math.PI * b!);
        const feed: Feed = i % 2 === 0 ? 'grass' : 'hay';
        return { value: 3 + (i % 2 === 0 ? 1 : 0) + 0.6 * normal, weight: 1, feed, milkDays: 10 * i };
      });
      const { low, high } = seasonCauses({ colour: points, hardness: [], given: [] })[0]!;
      if (low <= 1 && high >= 1) inside += 1;
    }
    expect(inside / tries).toBeGreaterThan(0.84);
    expect(inside / tries).toBeLessThan(0.96);
  });
});

describe('the book’s year', () => {
  it('is turned round in the south, by the clock’s zone or by what was fed', () => {
    expect(['Europe/Dublin', 'America/New_York', 'Asia/Tokyo'].map(halfOf)).toEqual(['north', 'north', 'north']);
    expect(['Pacific/Auckland', 'Australia/Brisbane', 'Africa/Johannesburg', 'America/Sao_Paulo'].map(halfOf)).toEqual(
      ['south', 'south', 'south', 'south'],
    );
    expect(bookHardness(1, 'north')).toBeCloseTo(1.25, 9);
    expect(bookHardness(7, 'south')).toBeCloseTo(1.25, 9);
    expect(bookMilkSwing(6, 'north')).toBeLessThan(1);
    expect([1, 4, 6, 8, 10, 12].map((month) => usualFeed(month, 'north'))).toEqual([
      'hay', 'mixed', 'grass', 'grass', 'mixed', 'hay',
    ]);
    expect(usualFeed(1, 'south')).toBe('grass');
    expect(halfFed(lived(1, 'south'), 'north')).toBe('south');
    expect(halfFed(lived(1).slice(0, 4), 'south')).toBe('south');
    expect(season(asked(lived(2, 'south'))).half).toBe('south');
  }); // prettier-ignore

  it('has goats’ butter white whatever they eat', () => {
    expect(bookColour('grass', true)).toEqual([1, 1]);
    expect(bookColour('grass', false)).toEqual([4, 6]);
  });
});
