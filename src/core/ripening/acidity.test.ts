import { calculate } from '../calculations';
import type { Acidity } from './acidity';
import type { PhysicalRipening } from './physicalRipening';

const of = (measure: string, value: number, fat = 0) =>
  calculate('acidity.convert', { given: { in: measure, value }, fat }) as Acidity;

describe('acidity', () => {
  it('is one thing in every measure', () => {
    const milk = of('sh', 7);
    expect(milk).toMatchObject({ dornic: 15.75, thorner: 17.5, when: 'sweet' });
    expect(milk.lacticAcid).toBeCloseTo(0.001575, 9);
    for (const [measure, value] of [['dornic', 15.75], ['thorner', 17.5], ['lacticPercent', 0.1575]] as const)
      expect(of(measure, value).sh).toBeCloseTo(7, 9); // prettier-ignore
    expect(of('ph', milk.ph.mid).sh).toBeCloseTo(7, 9);
  });

  it('counts in what is not fat', () => {
    expect(of('sh', 19.2, 0.36).serumSh).toBeCloseTo(30, 9);
    expect(of('sh', 19.2, 0.36).ph.mid).toBeCloseTo(of('sh', 30).ph.mid, 9);
  });

  it('says when to churn by it, and that a titration is only so sure', () => {
    expect(of('sh', 20).when).toBe('souring');
    expect(of('sh', 34).when).toBe('churn');
    expect(of('sh', 45).when).toBe('sharp');
    expect(of('sh', 32).cautions).toHaveLength(1);
    expect(of('sh', 40).cautions).toHaveLength(0);
    expect(of('ph', 5.2).ph.high - of('ph', 5.2).ph.low).toBeLessThan(of('sh', 28).ph.high - of('sh', 28).ph.low);
  }); // prettier-ignore
});

describe('physical ripening', () => {
  const programme = (input: object) => calculate('cream.physicalRipening', input) as PhysicalRipening;

  it('is cold, warm, cold for hard fat, the other way for soft, and a night in the cold for usual', () => {
    expect(programme({ hardness: 3 }).programme).toBe('coldWarmCold');
    expect(programme({ hardness: -3 }).programme).toBe('warmColdCool');
    expect(programme({ hardness: 0 }).programme).toBe('coldOnly');
    expect(programme({ hardness: -3 }).steps.at(-1)!.celsius).toBeLessThanOrEqual(12);
  });

  it('holds each step until most has set, and no longer than a day', () => {
    for (const hardness of [-4, 0, 4]) {
      const { steps, hours, set } = programme({ hardness });
      expect(set).toBeGreaterThan(0.85);
      expect(hours).toBeGreaterThan(1);
      expect(hours).toBeLessThan(26);
      expect(hours).toBeCloseTo(
        steps.reduce((sum, one) => sum + one.hours, 0),
        9,
      );
    }
    // Deep chilling from the warm sets most of it within hours.
    expect(programme({ hardness: 3 }).steps[0]!.hours).toBeLessThan(4);
  });

  it('warm hours are danger without a culture', () => {
    expect(programme({ hardness: 3 }).cautions).toEqual([expect.objectContaining({ level: 'danger' })]);
    expect(programme({ hardness: 3, soured: true }).cautions).toEqual([]);
    expect(programme({ hardness: 0 }).cautions).toEqual([]);
  });
});
