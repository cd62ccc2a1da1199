import { toJsonSchema } from '@valibot/to-json-schema';
import fc from 'fast-check';
import * as v from 'valibot';
import { examples, plainLoad } from '@tests/validation/examples';
import { calculate, calculations, exactNames } from './calculations';
import { foreseeLoads } from './churning/foreseeLoads';
import type { Simulated } from './churning/predictChurn';
import { batchEffects } from './comparing/batchEffects';
import { compareBatches } from './comparing/compareBatches';
import { controlLimits } from './comparing/controlLimits';
import type { HerdForecast } from './planning/herdForecast';
import type { Predicted } from './prediction';
import { saltCorrect } from './salting/saltCorrect';
import type { ButterMoisture } from './working/butterMoisture';
import { butterMoisture } from './working/butterMoisture';
import { butterWorkability, washWaterFor } from './working/butterWorkability';

const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const predicting = [...calculations.keys()].filter((name) => !exactNames.includes(name));

/** Every number is one, and every interval lies the right way round, however deep. */
function expectSound(value: unknown, path = ''): void {
  if (typeof value === 'number') {
    if (!Number.isFinite(value)) throw new Error(`${path} is ${value}`);
  } else if (value !== null && typeof value === 'object') {
    if ('low' in value && 'mid' in value && 'high' in value) {
      const { low, mid, high } = value as { low: number; mid: number; high: number };
      if (low > mid + 1e-9 || mid > high + 1e-9) throw new Error(`${path}: ${low}, ${mid}, ${high}`);
    }
    for (const [key, inner] of Object.entries(value)) expectSound(inner, `${path}.${key}`);
  }
}

describe.each(predicting)('%s', (name) => {
  const { input, output } = calculations.get(name)!;
  const example = examples[name];

  it('answers as its schema says, with reasons in order of weight', () => {
    const answer = calculate(name, example) as Predicted;
    expect(v.safeParse(output, answer).success).toBe(true);
    expectSound(answer);
    const weights = answer.reasons.map(({ weight }) => weight);
    expect(weights).toEqual(weights.toSorted((a, b) => b - a));
    if (weights.length > 0) expect(weights.reduce((a, b) => a + b)).toBeGreaterThan(0.95);
    for (const { says } of [...answer.reasons, ...answer.cautions]) expect(says).toMatch(/^\S.*[.!]$/);
  });

  it('answers the same twice, and leaves what it was given alone', () => {
    const before = structuredClone(example);
    expect(calculate(name, example)).toEqual(calculate(name, example));
    expect(example).toEqual(before);
  });

  it('has a JSON Schema both ways, and refuses a field it does not know', () => {
    for (const side of [input, output])
      expect(toJsonSchema(side, { errorMode: 'ignore' })).toMatchObject({ type: 'object' });
    expect(() => calculate(name, { ...(example as object), moon: 'full' })).toThrow(/moon/);
  });
});

describe('any sound input', () => {
  it('gives a sound churning, and a sound answer to when and what to do', () => {
    const cream = fc.record({
      creamMass: between(300, 4000),
      creamFat: between(0.1, 0.55),
      temperature: between(2, 30),
      hardness: between(-4, 4),
      ripened: fc.boolean(),
      tool: fc.constantFrom('jar', 'barrel', 'standMixer', 'blender'),
    });
    const load = cream.map((given) => ({ ...given, capacity: 2 * given.creamMass }));
    fc.assert(
      fc.property(load, (given) => {
        for (const name of ['churn.simulate', 'churn.breakTime', 'churn.advise'])
          expectSound(
            calculate(name, { ...given, ...(name === 'churn.simulate' ? {} : { elapsedMinutes: 5 }) }),
            name,
          );
      }),
      { numRuns: 4 },
    );
  });

  it('advises on cold rich cream at the slowest pace it may have, whose heat moves faster than it churns', () => {
    const given = { creamMass: 300, creamFat: 0.464, temperature: 2, tool: 'jar', capacity: 600 };
    expectSound(calculate('churn.advise', { ...given, elapsedMinutes: 5 }), 'churn.advise');
  });

  it('gives sound butter, salt and loads', () => {
    fc.assert(
      fc.property(between(50, 5000), between(0, 0.1), between(0.003, 0.1), between(0, 35), between(5, 120), (butter, salt, target, celsius, thickness) => {
        expectSound(calculate('butter.moisture', { butterMass: butter, saltMass: butter * salt, gathered: 'mass' }));
        expectSound(calculate('salt.correct', { butterMass: butter, saltFraction: salt, targetFraction: target, unsaltedAtHand: 300 }));
        for (const place of ['fridge', 'bath', 'room'])
          expectSound(calculate('butter.workability', { butterMass: butter, temperature: celsius, thickness, place, minutes: 45, washWaterMass: 900 }));
        expectSound(calculate('load.split', { volume: butter, tool: 'jar' }));
      }),
    ); // prettier-ignore
  });
});

describe('what cannot be is refused, or said', () => {
  const refused = (name: string, input: unknown): string => {
    try {
      calculate(name, input);
    } catch (error) {
      return (error as Error).message;
    }
    return '';
  };
  const jar = { creamMass: 800, creamFat: 0.38, temperature: 15, tool: 'jar', capacity: 2000 };
  const simulated = (change: object) => calculate('churn.simulate', { ...jar, ...change }) as Simulated;

  it('more cream than the vessel holds, and an open bowl over its brim', () => {
    expect(refused('churn.simulate', { ...jar, creamMass: 2500, capacity: 1000 })).toMatch(/to 25\d %/);
    expect(refused('churn.simulate', { ...jar, creamMass: 4500, tool: 'standMixer', capacity: 5000 })).toMatch(/overflow/);
    expect(simulated({ creamMass: 1900 }).troubles.map(({ key }) => key)).toContain('overfull');
  }); // prettier-ignore

  it('a pause is as long as it is, however slow the churn', () => {
    const pause = { kind: 'pause', atMinutes: 3, minutes: 600, temperature: 15, in: 'air' };
    const { breakMinutes: plain } = simulated({ roomTemperature: 15 });
    const { breakMinutes: stood } = simulated({ roomTemperature: 15, happenings: [pause] });
    expect(stood!.high - stood!.low).toBeLessThan(1.3 * (plain!.high - plain!.low));
    expect(stood!.low).toBeGreaterThan(600);
  });

  it('buttermilk richer than the cream, whipped oil, and trapped buttermilk where it is stopped in time', () => {
    const stuck = simulated({ creamFat: 0.05 });
    expect(stuck.buttermilkFat.high).toBeLessThanOrEqual(0.05);
    expect(simulated({ temperature: 35, roomTemperature: 30 }).outcome).toBe('oils');
    const keys = (change: object) => simulated(change).troubles.map(({ key }) => key);
    for (const temperature of [10, 14, 18]) expect(keys({ temperature })).not.toContain('trappedButtermilk');
    expect(keys({ pastBreak: 0.6 })).toContain('trappedButtermilk');
    expect(simulated({ pastBreak: 2 }).grainSize).toBeLessThan(100);
  });

  it('shares of butter beyond the whole', () => {
    for (const [butterMass, saltMass] of [[600, 595], [50, 0]] as const) {
      const { moisture, fat } = calculate('butter.moisture', { butterMass, saltMass, butterMassSd: 200 }) as ButterMoisture;
      for (const share of [moisture, fat])
        for (const end of [share.low, share.mid, share.high]) {
          expect(end).toBeGreaterThanOrEqual(0);
          expect(end).toBeLessThanOrEqual(1);
        }
    }
  }); // prettier-ignore

  it('more water in than buttermilk out', () => {
    const books = { creamMass: 1400, creamFat: 0.36, butterMass: 600, saltMass: 0, buttermilkMass: 700, addedWaterMass: 900, buttermilkFat: 0.006, lossFat: 5 };
    expect(calculate('churn.balance', books)).toMatchObject({ netButtermilkMass: -200, remarks: [expect.stringMatching(/More water went in \(900 g\)/)] });
    expect(calculate('churn.balance', { ...books, addedWaterMass: 0 })).not.toHaveProperty('remarks');
  }); // prettier-ignore

  it('times that are past, calvings too near, weeks turned round', () => {
    const step = { name: 'churn', minutes: 40, attended: true };
    expect(refused('schedule.back', { steps: [step], readyBy: 100, now: 200 })).toMatch(/readyBy: 100 .* 100 min ago/);
    const cow = { name: 'Clover', peak: 20_000, meanFat: 0.045 };
    expect(refused('herd.forecast', { animals: [{ ...cow, calved: 0, nextCalving: 60 }] })).toMatch(/60 days after she calved/);
    expect((calculate('herd.forecast', { animals: [cow], weeks: 4, runs: 20 }) as HerdForecast).cautions).toEqual([
      expect.objectContaining({ key: 'undated', says: expect.stringMatching(/Clover/) }),
    ]);
    expect(refused('bank.plan', { weeks: [{ low: 500, mid: 400, high: 600 }], demand: 300 })).toMatch(/weeks\.0/);
  }); // prettier-ignore

  it('what is dangerous where it is asked: a culture in hot milk, garlic in ghee, boiling water on cream', () => {
    const keys = (name: string, input: object) =>
      (calculate(name, input) as Predicted).cautions.filter(({ level }) => level === 'danger').map(({ key }) => key);
    expect(keys('yoghurt.plan', { milkMass: 2000, warm: 60 })).toContain('harm');
    expect(keys('yoghurt.plan', { milkMass: 2000, warm: 50 })).toContain('harm');
    expect(keys('yoghurt.plan', { milkMass: 2000, warm: 42 })).toEqual([]);
    expect(calculate('yoghurt.plan', { milkMass: 2000, heated: false })).not.toHaveProperty('heatTo');
    expect(calculate('yoghurt.plan', { milkMass: 2000 })).toHaveProperty('heatTo', 85);
    expect(keys('ghee.yield', { butterMass: 500 })).toContain('garlic');
    const thin = { creamMass: 1000, creamFat: 0.5, temperature: 12 };
    expect(keys('blend.dilute', { ...thin, diluentTemperature: 95 })).toContain('hot');
    expect(keys('blend.dilute', thin)).not.toContain('hot');
  }); // prettier-ignore

  it('degrees that may be cups, and a bare temperature on a farm that reads °F', () => {
    expect(refused('quantity.parse', { text: '10 c', system: 'us' })).toMatch(/degrees or cups/);
    expect(calculate('quantity.parse', { text: '10 °C', system: 'us' })).toMatchObject({ value: 10 });
    const bare = (system: string) => (calculate('quantity.parse', { text: '57', system, kind: 'temperature' }) as { value: number }).value;
    expect(bare('us')).toBeCloseTo(13.9, 1);
    expect(bare('metric')).toBe(57);
  }); // prettier-ignore
});

describe('water in butter', () => {
  const known = examples['butter.moisture'] as Parameters<typeof butterMoisture>[0];
  const full = { ...known, saltMass: 10, worked: 'worked', washes: 2, gathered: 'grains' } as const;

  it('is surer with every source, and lies among them', () => {
    const all = butterMoisture({ ...full, test: { ...full.test!, scaleSd: 0.1 } });
    const alone = butterMoisture({ ...full, test: undefined, balance: undefined });
    const span = ({ moisture }: typeof all) => moisture.high - moisture.low;
    expect(span(all)).toBeLessThan(span(alone));
    const values = all.sources.map(({ moisture }) => moisture);
    expect(all.moisture.mid).toBeGreaterThan(Math.min(...values));
    expect(all.moisture.mid).toBeLessThan(Math.max(...values));
    expect(all.sources.reduce((sum, { weight }) => sum + weight, 0)).toBeCloseTo(1, 9);
    expect(all.fat.mid + all.moisture.mid + 10 / 620).toBeCloseTo(0.99, 2);
  });

  it('says so when test and balance contradict each other, and is less sure then', () => {
    const torn = butterMoisture({ ...full, test: { tare: 100, before: 110, after: 107, scaleSd: 0.1 } });
    expect(torn.disagree).toBe(true);
    expect(torn.cautions.map(({ key }) => key)).toContain('disagree');
  });

  it('is more when it was only drained, or gathered in one mass', () => {
    const of = (change: object) =>
      butterMoisture({ ...full, balance: undefined, test: undefined, ...change }).moisture.mid;
    expect(of({ worked: 'drained' })).toBeGreaterThan(of({ worked: 'pressed' }));
    expect(of({ worked: 'pressed' })).toBeGreaterThan(of({}));
    expect(of({ gathered: 'mass' })).toBeGreaterThan(of({}));
    expect(() => of({ saltMass: 700 })).toThrow(/saltMass/);
  });
});

describe('salt put right', () => {
  const salty = {
    butterMass: 500,
    saltFraction: 0.03,
    targetFraction: 0.018,
    moisture: 0.16,
    unsaltedAtHand: 0,
  };

  it('rinses back to what was wanted, or blends when there is butter to blend with', () => {
    expect(saltCorrect(salty)).toMatchObject({
      act: 'rinse',
      rinse: { saltFraction: { mid: expect.closeTo(0.018, 6) } },
    });
    const blend = saltCorrect({ ...salty, unsaltedAtHand: 400 });
    expect(blend.act).toBe('blend');
    expect((0.03 * 500) / blend.blend!.totalMass).toBeCloseTo(0.018, 9);
  });

  it('adds what is missing and what will weep away, and lets well alone', () => {
    const fresh = saltCorrect({ ...salty, saltFraction: 0.004 });
    expect(fresh).toMatchObject({ act: 'add', add: { saltFraction: { mid: expect.closeTo(0.018, 6) } } });
    expect(fresh.add!.salt).toBeGreaterThan(0.014 * 500);
    expect(saltCorrect({ ...salty, saltFraction: 0.0182 }).act).toBe('none');
    expect(saltCorrect({ ...salty, saltFraction: 0.001, targetFraction: 0.08 }).add!.gritty).toBe(true);
  });
});

describe('butter on its way to being workable', () => {
  const piece = {
    butterMass: 500,
    temperature: 20,
    thickness: 40,
    place: 'fridge',
    minutes: 0,
    butterFat: 0.82,
    hardness: 0,
  } as const;

  it('cools to its surroundings, a lump much slower than a pat', () => {
    const after = (change: object) => butterWorkability({ ...piece, ...change });
    expect(after({}).temperature.mid).toBeCloseTo(20, 9);
    expect(after({ minutes: 5000 }).temperature.mid).toBeCloseTo(4, 1);
    expect(after({ thickness: 60 }).minutesUntilWaxy!.mid).toBeGreaterThan(
      3 * after({ thickness: 10 }).minutesUntilWaxy!.mid,
    );
    expect(after({ place: 'bath' }).minutesUntilWaxy!.mid).toBeLessThan(after({}).minutesUntilWaxy!.mid);
    expect(after({})).toMatchObject({ feels: 'greasy' });
    expect(after({ place: 'room', placeTemperature: 25 }).minutesUntilWaxy).toBeUndefined();
    expect(after({ temperature: 13 }).minutesUntilWaxy!.mid).toBe(0);
  });

  it('500 g gone hard at 5 °C comes back to 14 °C with a kilogram of water at 18 °C', () => {
    const wash = { butterMass: 500, butterFat: 0.82, hardness: 0, from: 5, to: 14 };
    expect(washWaterFor({ ...wash, washWaterMass: 1000 }).temperature).toBeCloseTo(18, 0);
    expect(washWaterFor({ ...wash, washWaterMass: 300 })).toEqual({ temperature: 20, capped: true });
  });
});

describe('two batches side by side', () => {
  const batch = fc.record({
    creamMass: between(800, 3000),
    creamMassSd: between(0, 20),
    creamFat: between(0.3, 0.48),
    creamFatSd: between(0.003, 0.03),
    buttermilkMass: between(300, 600),
    buttermilkFat: between(0.002, 0.03),
    lossFat: between(0, 15),
    butterMass: between(300, 1500),
    butterMassSd: between(0, 10),
    saltMass: between(0, 25),
  });

  it('differ by parts that add up to the gram, and the other way round by the same with the sign turned', () => {
    fc.assert(
      fc.property(batch, batch, (first, second) => {
        const { difference, parts } = compareBatches({ first, second });
        const sum = Object.values(parts).reduce((all, { mid }) => all + mid, 0);
        expect(sum).toBeCloseTo(difference, 6);
        const back = compareBatches({ first: second, second: first });
        for (const key of ['fatIn', 'churning', 'washing', 'water', 'salt'] as const)
          expect(back.parts[key].mid).toBeCloseTo(-parts[key].mid, 6);
      }),
    );
  });

  it('lay rich buttermilk at the door of churning', () => {
    const { first } = examples['batch.compare'] as { first: Parameters<typeof compareBatches>[0]['first'] };
    const whole = { ...first, creamMassSd: 5, creamFatSd: 0.01, butterMassSd: 2, saltMass: 10 };
    const { parts } = compareBatches({
      first: whole,
      second: { ...whole, buttermilkFat: 0.03, butterMass: 618 },
    });
    expect(parts.churning.mid).toBeLessThan(-15);
    expect(Math.abs(parts.fatIn.mid)).toBeLessThan(1e-9);
  });
});

describe('a maker’s own batches', () => {
  const batches = Array.from({ length: 40 }, (_, i) => ({
    day: i * 9,
    temperature: 11 + ((i * 7) % 6),
    fat: 0.35 + ((i * 3) % 5) / 100,
    ripened: i % 3 === 0,
    // Warmer is a tenth quicker a degree, ripened a fifth; a little scatter that leans on neither.
    breakMinutes: 30 * Math.exp(-0.1 * ((i * 7) % 6) - (i % 3 === 0 ? 0.22 : 0) + 0.03 * Math.sin(i * 2.4)),
  }));

  it('show what temperature and ripening did, and leave the rest unsaid', () => {
    const { effects, unsaid, reasons } = batchEffects({ batches });
    const of = (cause: string) => effects.find((one) => one.cause === cause)!;
    expect(of('temperature').effect.mid).toBeCloseTo(Math.exp(-0.1), 1);
    expect(of('temperature').effect.low).toBeLessThan(Math.exp(-0.1));
    expect(of('temperature').effect.high).toBeGreaterThan(Math.exp(-0.1));
    expect(of('ripened').effect.mid).toBeCloseTo(Math.exp(-0.22), 1);
    expect(of('fat').clear).toBe(false);
    expect(reasons[0]!.says).toMatch(/ripened instead of sweet shortens/);
    expect(unsaid).toContainEqual({ cause: 'age', outcome: 'breakMinutes', why: 'not recorded' });
  });

  it('are not enough to say anything when there are few', () => {
    const { effects, unsaid, reasons } = batchEffects({ batches: batches.slice(0, 6) });
    expect(effects).toEqual([]);
    expect(unsaid.some(({ why }) => why === 'not enough batches')).toBe(true);
    expect(reasons[0]!.says).toMatch(/Not enough batches/);
  });

  it('stay within their limits until something happens', () => {
    const steady = [10, 11, 10, 9, 10, 11, 10, 9, 10, 11];
    expect(controlLimits({ values: steady }).signals).toEqual([]);
    expect(controlLimits({ values: [...steady, 20] }).signals).toContainEqual({ at: 10, why: 'beyond' });
    const shifted = [...steady, ...Array<number>(9).fill(11.4)];
    expect(controlLimits({ values: shifted }).signals.map(({ why }) => why)).toContain('run');
    expect(controlLimits({ values: [1, 5] })).toMatchObject({ enough: false, signals: [] });
  });
});

it('a churn is never more than half full', () => {
  fc.assert(
    fc.property(between(100, 50_000), between(300, 20_000), (volume, capacity) => {
      const split = foreseeLoads({ volume, capacity, tool: plainLoad.tool });
      expect(split.fillEach.mid).toBeLessThanOrEqual(0.5 + 1e-9);
      expect(split.loads * split.volumeEach).toBeCloseTo(volume, 6);
    }),
  );
});
