import { liveThroughTrouble, loopTroubles, troubled } from '@tests/validation/closedLoop';
import { plainLoad } from '@tests/validation/examples';
import { scoreMaker } from '@tests/validation/makers';
import { adviseChurn } from './adviseChurn';
import type { AdviseInput } from './adviseChurn';
import type { LiveInput } from './breakTime';
import { breakTime } from './breakTime';
import { churnEffects } from './churnEffects';

const plain: LiveInput = { ...plainLoad, day: 0, batches: [], marks: [], elapsedMinutes: 0 };
const when = (change: Partial<LiveInput>) => breakTime({ ...plain, ...change });
const width = ({ breakMinutes }: ReturnType<typeof breakTime>) =>
  Math.log(breakMinutes!.high / breakMinutes!.low);

describe('when it will break', () => {
  it('is about the tool’s usual for plain cream, within a factor of 2.4 either way', () => {
    const { breakMinutes } = when({});
    expect(breakMinutes!.mid).toBeGreaterThan(17);
    expect(breakMinutes!.mid).toBeLessThan(25);
    expect(breakMinutes!.high / breakMinutes!.mid).toBeGreaterThan(1.9);
    expect(breakMinutes!.high / breakMinutes!.mid).toBeLessThan(2.7);
  });

  it('follows this maker’s own batches', () => {
    const batches = Array.from({ length: 6 }, (_, i) => ({
      day: -7 * i,
      tool: 'paddleHand' as const,
      ratio: 0.6,
    }));
    const { breakMinutes, learnedFrom, reasons } = when({ batches });
    expect(breakMinutes!.mid).toBeLessThan(0.75 * when({}).breakMinutes!.mid);
    expect(learnedFrom).toBe(6);
    expect(reasons.some(({ says }) => says.startsWith('Your own 6'))).toBe(true);
  });

  it('narrows with each mark and moves towards it', () => {
    const marks = [
      { stage: 'thickening' as const, atMinutes: 1.2 },
      { stage: 'whipped' as const, atMinutes: 5 },
      { stage: 'grainy' as const, atMinutes: 8.5 },
    ];
    const windows = [0, 1, 2, 3].map((seen) => when({ marks: marks.slice(0, seen), elapsedMinutes: 9 }));
    expect(width(windows[3]!)).toBeLessThan(width(windows[1]!));
    expect(width(windows[3]!)).toBeLessThan(0.5 * width(windows[0]!));
    expect(windows[3]!.breakMinutes!.mid).toBeLessThan(windows[0]!.breakMinutes!.mid);
  });

  it('never lies behind the clock, and one absurd mark does not carry it off', () => {
    const late = when({ elapsedMinutes: 40 });
    expect(late.breakMinutes!.low).toBeGreaterThan(37);
    const grainy = [{ stage: 'grainy' as const, atMinutes: 13 }];
    const sound = when({ marks: grainy, elapsedMinutes: 14 });
    const forgotten = when({
      marks: [...grainy, { stage: 'thickening', atMinutes: 13 }],
      elapsedMinutes: 14,
    });
    expect(Math.abs(Math.log(forgotten.breakMinutes!.mid / sound.breakMinutes!.mid))).toBeLessThan(0.35);
  });

  it('takes a reading over: warmer than thought means sooner', () => {
    const reading = (temperature: number) =>
      when({
        temperature: 8,
        happenings: [{ kind: 'reading', atMinutes: 5, temperature }],
        elapsedMinutes: 5,
      });
    expect(reading(13).breakMinutes!.mid).toBeLessThan(reading(8).breakMinutes!.mid);
  });

  it('leaves standing out of the churning and counts it on the clock', () => {
    const night = when({
      happenings: [{ kind: 'pause', atMinutes: 8, minutes: 600, temperature: 12, in: 'air' }],
      elapsedMinutes: 610,
    });
    expect(night.clockMinutes!.mid).toBeCloseTo(night.breakMinutes!.mid + 600, 6);
    expect(night.breakMinutes!.mid).toBeLessThan(40);
  });

  it('says when it will not break, and why', () => {
    expect(when({ temperature: 27, roomTemperature: 26 }).outcome).toBe('oils');
    const thin = when({ creamFat: 0.15 });
    expect(thin.outcome).toBe('stuck');
    expect(thin.breakMinutes).toBeUndefined();
    expect(thin.reasons[0]!.says).toMatch(/15 % fat/);
    expect(() => when({ marks: [{ stage: 'whipped', atMinutes: 20 }], elapsedMinutes: 10 })).toThrow(/marks/);
  });

  it('gives the heaviest reason first, and plain cream no reason but the tool', () => {
    const effects = churnEffects({ ...plainLoad, temperature: 8, ripened: true });
    const says = effects.map(({ says: words }) => words).join(' ');
    expect(says).toMatch(/8 °C, it takes [23]\.\d times as long/);
    expect(says).toMatch(/Ripened, it takes \d+ % less time/);
    expect(churnEffects({ ...plainLoad, temperature: 15 })).toHaveLength(1);
  });

  it('after ten batches misses by less than half of what the textbook does, and the windows hold', () => {
    const scores = Array.from({ length: 12 }, (_, i) => scoreMaker(`test ${i}`)).filter(
      (one) => one !== undefined,
    );
    const mean = (of: (one: (typeof scores)[number]) => number) =>
      scores.reduce((sum, one) => sum + of(one), 0) / scores.length;
    expect(mean((one) => one.afterTen.error)).toBeLessThan(0.6 * mean((one) => one.before.error));
    expect(mean((one) => Number(one.afterTen.covered))).toBeGreaterThanOrEqual(0.75);
    expect(mean((one) => one.afterTen.width)).toBeLessThan(0.5 * mean((one) => one.before.width));
  });
});

describe('advice', () => {
  const advise = (change: Partial<AdviseInput>) => adviseChurn({ ...plain, ...change });

  it('is silent when all is well, before and during', () => {
    expect(advise({})).toMatchObject({ well: true, causes: [] });
    expect(
      advise({
        marks: [
          { stage: 'thickening', atMinutes: 2 },
          { stage: 'whipped', atMinutes: 8 },
        ],
        elapsedMinutes: 10,
      }),
    ).toMatchObject({ well: true, causes: [] });
  });

  it.each([
    ['tooCold', { temperature: 6, roomTemperature: 8 }, /bath of 2\d °C for \d+ min/],
    ['tooWarm', { temperature: 23, roomTemperature: 22 }, /stand it in water of \d+ °C.* in all/],
    ['tooThick', { creamFat: 0.57, temperature: 11 }, /Add \d+ mL of cold water/],
    ['overfull', { creamMass: 2600 }, /Take out .* second load/],
    [
      'tooThin',
      { creamFat: 0.16, richCream: { mass: 1000, fat: 0.45, temperature: 6 } },
      /stir in \d+ g of your 45 % cream/i,
    ],
    ['tooThin', { creamFat: 0.15 }, /overnight.*pour off/],
  ] as const)('%s: names it, with a remedy in numbers and a better end', (cause, change, remedy) => {
    const { well, causes, breakMinutes, buttermilkFat } = advise(change);
    expect(well).toBe(false);
    expect(causes[0]).toMatchObject({ cause, remedy: expect.stringMatching(remedy) });
    const [first] = causes;
    expect(first!.chance).toBeGreaterThan(0.85);
    const sooner = first!.breakMinutes!.mid < (breakMinutes?.mid ?? Infinity);
    expect(sooner || first!.buttermilkFat < buttermilkFat).toBe(true);
  });

  it('says when it does not know', () => {
    // Thick cream, thinned: whatever it does then, it does it soon or late.
    const { causes } = advise({ creamFat: 0.57, temperature: 11 });
    expect(causes[0]!.remedy).toMatch(/How long it takes then is hardly known\.$/);
    // Warmed to where everybody churns, it is known.
    expect(advise({ temperature: 6, roomTemperature: 8 }).causes[0]!.remedy).not.toMatch(/known/);
  });

  it('after the break says when to stop', () => {
    const broke = (elapsedMinutes: number) =>
      advise({ marks: [{ stage: 'break', atMinutes: 18 }], elapsedMinutes }).says;
    expect(broke(18)).toMatch(/a few more turns/);
    expect(broke(24)).toMatch(/Stop now/);
  });

  it('is the same for the same facts, and changes none of them', () => {
    const input = { ...plain, temperature: 6, elapsedMinutes: 12 };
    const before = structuredClone(input);
    expect(adviseChurn(input)).toEqual(adviseChurn(input));
    expect(input).toEqual(before);
  });

  it.each(loopTroubles)('followed, rescues a churning that is %s', (trouble) => {
    const churning = troubled('a test', trouble);
    expect(liveThroughTrouble(churning, 'a test', false).rescued).toBe(false);
    const followed = liveThroughTrouble(churning, 'a test', true);
    expect(followed.advised.length).toBeGreaterThan(0);
    expect(followed.rescued).toBe(true);
  });
});
