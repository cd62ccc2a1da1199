import * as v from 'valibot';
import { churnInput } from './churnInput.calc';
import type { ChurnHappening, ChurnInput } from './churnInput.calc';
import type { LoadNow } from './remedies';
import { plainLoad } from '@tests/validation/examples';
import { adviseChurn } from './adviseChurn';
import { conditionsOf } from './churnInput';
import { minutesInBath, remedies } from './remedies';
import { simulateChurn } from './simulateChurn';

const load = (change: Partial<ChurnInput> = {}): ChurnInput => ({
  ...v.parse(churnInput, {
    creamMass: 1400,
    creamFat: 0.36,
    temperature: 14,
    tool: 'paddleHand',
    capacity: 4000,
  }),
  ...change,
});
const now = (change: Partial<LoadNow> = {}): LoadNow => ({
  atMinutes: 30,
  temperature: 14,
  mass: 1400,
  fat: 0.36,
  fill: 0.35,
  closed: true,
  ...change,
});
const of = (cause: string, state: Partial<LoadNow>, rich?: Parameters<typeof remedies>[2]) =>
  remedies(load(), now(state), rich).filter((remedy) => remedy.cause === cause);
const first = <K extends ChurnHappening['kind']>(happenings: readonly ChurnHappening[], kind: K) =>
  happenings.find((one): one is Extract<ChurnHappening, { kind: K }> => one.kind === kind)!;

describe('what may be done about a churning', () => {
  it('is nothing but a little warmth for cream that is as it should be', () => {
    const causes = new Set(remedies(load(), now()).map(({ cause }) => cause));
    expect([...causes]).toEqual(['tooCold']);
  });

  it('never puts cream in a bath over 30 °C, nor for more than an hour', () => {
    for (const temperature of [2, 5, 8, 11, 14]) {
      for (const { minutes, happenings, says } of of('tooCold', { temperature })) {
        const bath = first(happenings, 'pause');
        expect(bath.temperature).toBeLessThanOrEqual(30);
        expect(bath.in).toBe('water');
        expect(bath.minutes).toBe(minutes);
        expect(minutes).toBeLessThanOrEqual(60);
        expect(says).toContain(`a bath of ${bath.temperature} °C`);
      }
    }
    expect(of('tooCold', { temperature: 2 }).length).toBeGreaterThan(0);
  });

  it('chills what is warm enough to gain by it, and long enough for the fat to set', () => {
    expect(of('tooWarm', { temperature: 15.5 })).toEqual([]);
    const chills = of('tooWarm', { temperature: 19 });
    expect(chills).toHaveLength(9);
    for (const { happenings, minutes, says } of chills) {
      const stood = first(happenings, 'pause');
      // It stands in what it is to become, so that it goes no further; the probe has a mark, not the clock alone.
      expect(stood).toMatchObject({ in: 'water', minutes });
      expect(says).toMatch(
        new RegExp(`in water of ${stood.temperature} °C.*probe reads ${stood.temperature + 1} °C after about \\d+ min.*for (\\d+ min|\\d h) in all`),
      );
      const run = simulateChurn(conditionsOf({ ...load({ temperature: 19 }), happenings: [{ ...stood, atMinutes: 1 }] }), 3600 * 6);
      const coldest = Math.min(...run.moments.map(({ temperature }) => temperature));
      expect(coldest).toBeGreaterThanOrEqual(stood.temperature - 0.01);
    }
  }); // prettier-ignore

  it('thins by exactly the water that brings the fat where it should be', () => {
    for (const { happenings } of of('tooThick', { fat: 0.48 })) {
      const { mass } = first(happenings, 'water');
      const thinned = (1400 * 0.48) / (1400 + mass);
      expect([0.4, 0.38, 0.36].some((goal) => Math.abs(goal - thinned) < 1e-9)).toBe(true);
    }
    expect(of('tooThick', { fat: 0.48 })).toHaveLength(3);
    expect(of('tooThick', { fat: 0.37 })).toEqual([]);
  });

  it('takes out of a full closed churn what leaves it room, and nothing from an open bowl', () => {
    const lighter = of('overfull', { fill: 0.7 });
    expect(lighter.map(({ happenings }) => 0.7 * (1 - first(happenings, 'takeOut').share))).toEqual([
      expect.closeTo(0.42, 9),
      expect.closeTo(0.35, 9),
    ]);
    expect(of('overfull', { fill: 0.7, closed: false })).toEqual([]);
    expect(of('overfull', { fill: 0.4 }).length).toBeLessThan(2);
  });

  it('stirs in just so much rich cream, never more than there is, and keeps room for it', () => {
    const rich = { mass: 500, fat: 0.48, temperature: 8 };
    for (const { happenings } of of('tooThin', { fat: 0.24, fill: 0.4 }, rich)) {
      const cream = first(happenings, 'cream');
      const out = happenings.some(({ kind }) => kind === 'takeOut') ? first(happenings, 'takeOut').share : 0;
      const kept = 1400 * (1 - out);
      const fat = (kept * 0.24 + cream.mass * 0.48) / (kept + cream.mass);
      expect([0.34, 0.37].some((goal) => Math.abs(goal - fat) < 1e-6)).toBe(true);
      expect(cream.mass).toBeLessThanOrEqual(500 + 1e-6);
      expect((0.4 * (kept + cream.mass)) / 1400).toBeLessThanOrEqual(0.42 + 1e-6);
    }
    expect(of('tooThin', { fat: 0.24 }, rich)).toHaveLength(2);
  });

  it('without richer cream lets thin cream stand a night, and warms it again', () => {
    const [night] = of('tooThin', { fat: 0.2 });
    const pour = first(night!.happenings, 'pourOff');
    expect((1400 * 0.2 - pour.mass * pour.fat) / (1400 - pour.mass)).toBeCloseTo(0.27, 9);
    expect(night!.happenings.filter(({ kind }) => kind === 'pause')).toHaveLength(2);
    expect(night!.says).toMatch(/overnight.*bath of/);
  });
});

describe('the minutes a bath takes', () => {
  it('are more the further it has to go, fewer the warmer it is, and the same for chilling', () => {
    const minutes = (from: number, to: number, bath: number) => minutesInBath(load(), 0.36, from, to, bath);
    expect(minutes(6, 14, 24)).toBeGreaterThan(minutes(10, 14, 24));
    expect(minutes(6, 14, 28)).toBeLessThan(minutes(6, 14, 22));
    expect(minutes(14, 14, 24)).toBeCloseTo(0, 9);
    expect(minutes(18, 10, 2)).toBeGreaterThan(0);
  });

  it('are longer for soured cream, which only conducts', () => {
    const sweet = minutesInBath(load(), 0.36, 6, 14, 24);
    expect(minutesInBath(load({ ripened: true }), 0.36, 6, 14, 24)).toBeGreaterThan(2 * sweet);
  });
});

it('cream that was churned in the cold and then warmed is well: a quick churn had its patience in the cold, and has it again', () => {
  const cold = { ...plainLoad, temperature: 4, day: 0, batches: [], marks: [] };
  const bath = { kind: 'pause', atMinutes: 25, minutes: 20, temperature: 26, in: 'water' } as const;
  const reading = (atMinutes: number, temperature: number) => ({ kind: 'reading', atMinutes, temperature }) as const;
  const now = { ...cold, elapsedMinutes: 45.6, happenings: [reading(25, 4.4), bath, reading(45.5, 16)] };
  expect(adviseChurn(now)).toMatchObject({ well: true, causes: [] });
  expect(adviseChurn(now).chance).toBeGreaterThan(0.98);
}); // prettier-ignore
