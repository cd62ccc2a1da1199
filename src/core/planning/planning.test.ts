import { herdCoverage, woodMiss } from '@tests/validation/checkTables';
import { examples } from '@tests/validation/examples';
import { calculate } from '../calculations';
import type { SeparatorExpected } from '../separating/separatorExpect';
import type { BankPlan } from './bankPlan';
import type { CostPerKilogram } from './costPerKilogram';
import { drawYear } from './herdForecast';
import type { Animal } from './herdForecast';
import { curveWithPeak, fatAtYield, meanYield, woodYield } from './lactation';
import type { Schedule } from './scheduleBack';
import { drawsFrom } from '../statistics/draws';

const tansy: Animal = {
  name: 'Tansy',
  peak: 18_000,
  meanFat: 0.04,
  calved: 0,
  milkingDays: 305,
  dryDays: 60,
  calfShare: 0,
  withheld: [],
};

describe('a cow’s year', () => {
  it('adds up to the gamma function', () => {
    expect(woodMiss()).toBeLessThan(1e-3);
  });

  it('peaks some seven weeks after calving, with its leanest milk then', () => {
    const curve = curveWithPeak(20);
    expect(woodYield(curve, 50)).toBeCloseTo(20, 9);
    for (const day of [20, 120, 280]) expect(woodYield(curve, day)).toBeLessThan(20);
    const mean = meanYield(curve, 305);
    expect(fatAtYield(0.04, 20, mean)).toBeLessThan(0.04);
    expect(fatAtYield(0.04, woodYield(curve, 300), mean)).toBeGreaterThan(0.04);
  });

  it('leaves out colostrum, dry days, milk withheld, and the calf’s share', () => {
    const sure = { level: 0, week: 0, fat: 0, calving: 0, dryOff: 0 };
    const year = (change: Partial<Animal>, weeks = 60) =>
      drawYear({ animals: [{ ...tansy, ...change }], weeks }, drawsFrom('x'), sure);
    const plain = year({});
    expect(plain.milk[0]!).toBeLessThan(0.4 * plain.milk[1]!);
    const dry = year({ nextCalving: 330 });
    expect(dry.milk[42]).toBe(0);
    expect(dry.milk[50]!).toBeGreaterThan(0);
    const ill = year({ withheld: [{ from: 70, to: 83 }] });
    expect(ill.milk[10]).toBe(0);
    expect(ill.milk[11]).toBe(0);
    expect(ill.milk[12]).toBeCloseTo(plain.milk[12]!, 6);
    const shared = year({ calfShare: 0.5 });
    expect(shared.milk[10]!).toBeCloseTo(plain.milk[10]! / 2, 6);
    expect(shared.fat[10]! / shared.milk[10]!).toBeCloseTo(plain.fat[10]! / plain.milk[10]! - 0.008, 6);
  });

  it('lies inside its bands nine times in ten', () => {
    const covered = herdCoverage(60);
    expect(covered).toBeGreaterThan(0.86);
    expect(covered).toBeLessThan(0.94);
  });
});

describe('the freezer bank', () => {
  const given = examples['bank.plan'] as {
    weeks: { low: number; mid: number; high: number }[];
    demand: number;
  };
  const plan = (change: object = {}) => calculate('bank.plan', { ...given, ...change }) as BankPlan;

  it('is filled before the dry weeks and carries through them', () => {
    const { weeks, chanceOut, most } = plan();
    expect(most.week).toBeGreaterThan(3);
    expect(most.week).toBeLessThan(22);
    expect(weeks.slice(21, 32).every(({ takeOut }) => takeOut > 0)).toBe(true);
    expect(chanceOut).toBeLessThan(0.1);
    expect(plan({ demand: 3000 }).chanceOut).toBe(1);
  });

  it('books every gram of a year: made and had is eaten, banked, or over', () => {
    const { weeks, surplus } = plan({ frozen: 2000, capacity: 1500 });
    const made = weeks.reduce((sum, week) => sum + week.make, 0);
    const [froze, took] = [
      weeks.reduce((sum, week) => sum + week.freeze, 0),
      weeks.reduce((sum, week) => sum + week.takeOut, 0),
    ];
    const eaten = weeks.length * given.demand;
    // What is left fresh in the last week is at most half a week's.
    const fresh = made + took - froze - surplus - eaten;
    expect(fresh).toBeGreaterThanOrEqual(-1e-6);
    expect(fresh).toBeLessThanOrEqual(0.5 * given.demand + 1e-6);
  });

  it('eating less is safer, and what is sustainable is at the edge', () => {
    const { sustainable } = plan({ runs: 120 });
    expect(plan({ demand: 0.9 * sustainable, runs: 120 }).chanceOut).toBeLessThan(0.12);
    expect(plan({ demand: 1.6 * sustainable, runs: 120 }).chanceOut).toBeGreaterThan(0.5);
  });

  it('unsalted butter cannot be kept as long', () => {
    const early = given.weeks.map((week, i) =>
      i < 6
        ? { low: 4000, mid: 4500, high: 5000 }
        : i < 34
          ? { ...week, low: 800, mid: 900, high: 1000 }
          : { low: 0, mid: 0, high: 0 },
    );
    expect(plan({ weeks: early, salted: false }).chanceOut).toBeGreaterThanOrEqual(
      plan({ weeks: early }).chanceOut,
    );
  });
});

describe('ready by a time', () => {
  const given = examples['schedule.back'] as { steps: { name: string; minutes: number }[]; readyBy: number };
  const back = (change: object = {}) => calculate('schedule.back', { ...given, ...change }) as Schedule;

  it('starts every step early enough, in order, when someone is free and the churn is', () => {
    const { steps, conflicts, chance } = back();
    steps.forEach((step, i) =>
      expect(step.end).toBeLessThanOrEqual((steps[i + 1]?.start ?? given.readyBy) + 1e-9),
    );
    const churn = steps.at(-1)!;
    expect(churn.end).toBeLessThanOrEqual(560);
    expect(churn.start).toBeGreaterThanOrEqual(480);
    expect(conflicts).toEqual([]);
    expect(chance).toBeGreaterThan(0.85);
  });

  it('names what cannot be', () => {
    const why = (change: object) => back(change).conflicts.map((one) => one.why);
    expect(why({ free: [{ from: 500, to: 510 }] })).toContain('noFreeTime');
    expect(why({ fridgeSpace: 1000 })).toContain('fridgeFull');
    expect(why({ now: 0 })).toContain('alreadyLate');
    expect(() => back({ free: [{ from: 5, to: 2 }] })).toThrow(/free\.0\.to/);
  });

  it('is surer with more time to spare', () => {
    const easy = back({ taken: [], free: undefined });
    const [first] = easy.steps;
    expect(back({ taken: [], free: undefined, now: first!.start + 240 }).chance).toBeLessThan(easy.chance);
  });
});

describe('a separator', () => {
  const run = (change: object = {}) =>
    calculate('separator.expect', {
      milkMass: 12_000,
      milkFat: 0.041,
      temperature: 37,
      ...change,
    }) as SeparatorExpected;

  it('books milk and fat', () => {
    const { creamMass, skimMass, creamFat, skimFat, recovery } = run();
    expect(creamMass + skimMass).toBeCloseTo(12_000, 6);
    expect(creamMass * creamFat.mid + skimMass * skimFat.mid).toBeCloseTo(12_000 * 0.041, 6);
    expect(recovery).toBeGreaterThan(0.96);
  });

  it('leaves much fat in cold milk’s skim and says so; flow and screw do what they do', () => {
    expect(run({ temperature: 8 })).toMatchObject({
      cold: true,
      cautions: [{ key: 'cold-milk' }, { key: 'bowl' }],
    });
    expect(run({ temperature: 8 }).skimFat.mid).toBeGreaterThan(4 * run().skimFat.mid);
    expect(run({ flow: 1.5 }).skimFat.mid).toBeGreaterThan(run().skimFat.mid);
    expect(run({ screw: 2 }).creamFat.mid).toBeGreaterThan(run().creamFat.mid);
    expect(run({ drive: 'hand' }).skimFat.mid).toBeGreaterThan(run().skimFat.mid);
  });

  it('learns the machine from its runs', () => {
    const runs = Array.from({ length: 6 }, (_, i) => ({
      temperature: 36 + (i % 3),
      screw: i % 2,
      creamFat: i % 2 ? 0.52 : 0.46,
      skimFat: 0.002,
    }));
    const learned = run({ runs });
    expect(learned.creamFat.mid).toBeGreaterThan(0.43);
    expect(learned.creamFat.high - learned.creamFat.low).toBeLessThan(
      run().creamFat.high - run().creamFat.low,
    );
    expect(learned.skimFat.mid).toBeGreaterThan(1.5 * run().skimFat.mid);
  });

  it('says when can and bucket are full', () => {
    const { minutes } = run({ ratedPerHour: 80_000, creamCan: 600, skimBucket: 5000 });
    expect(minutes!.creamCanFull!).toBeLessThan(minutes!.whole);
    expect(minutes!.skimBucketFull!).toBeLessThan(minutes!.whole);
    expect(run({ ratedPerHour: 80_000, creamCan: 50_000 }).minutes!.creamCanFull).toBeUndefined();
  });
});

describe('by-products and money', () => {
  it('ghee is fat less what clings, yoghurt keeps its hours, curd its protein', () => {
    const ghee = calculate('ghee.yield', { butterMass: 1000 }) as {
      ghee: { low: number; mid: number; high: number };
    };
    expect(ghee.ghee.mid).toBeCloseTo((1000 * 0.82 * 0.97) / 0.995, 6);
    const yoghurt = (warm: number) =>
      (calculate('yoghurt.plan', { milkMass: 1000, warm }) as { hours?: { mid: number } }).hours?.mid;
    expect(yoghurt(42)!).toBeGreaterThan(2);
    expect(yoghurt(42)!).toBeLessThan(10);
    expect(yoghurt(36)!).toBeGreaterThan(yoghurt(42)!);
    expect(yoghurt(12)).toBeUndefined();
    const curd = calculate('curd.plan', { milkMass: 4000 }) as {
      curd: { mid: number };
      wheyMass: number;
      vinegar: { mid: number };
    };
    expect(curd.curd.mid / 4000).toBeGreaterThan(0.08);
    expect(curd.curd.mid + curd.wheyMass).toBeCloseTo(
      4000 + curd.vinegar.mid * (0.0017 / 0.05 / (0.0017 / 0.05)),
      6,
    );
  });

  it('the parts of a cost add up, and it is held against the shop and against selling', () => {
    const cost = calculate('cost.perKilogram', examples['cost.perKilogram']) as CostPerKilogram;
    expect(cost.parts.reduce((sum, part) => sum + part.perKilogram, 0)).toBeCloseTo(cost.perKilogram.mid, 9);
    expect(cost.againstShop!).toBeCloseTo(12 - cost.perKilogram.mid, 9);
    expect(cost.perKilogram.mid - cost.withoutHours).toBeCloseTo((1.5 * 10) / 0.9, 9);
    expect(cost.againstSelling!).toBeCloseTo(12 * 0.9 - (0.1 + 15 - 0.96) - 8, 9);
    expect(cost.earnedPerHour!).toBeCloseTo(((12 - cost.withoutHours) * 0.9) / 1.5, 9);
  });
});
