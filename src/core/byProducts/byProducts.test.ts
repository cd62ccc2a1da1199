import { curdPlan } from './curdPlan';
import { gheeYield } from './gheeYield';
import { yoghurtPlan } from './yoghurtPlan';

const ghee = (change: Partial<Parameters<typeof gheeYield>[0]> = {}) =>
  gheeYield({ butterMass: 500, butterFat: 0.82, butterFatSd: 0.012, ...change });

describe('ghee', () => {
  it('is the butter’s fat less what clings: two to four parts in a hundred stay with the solids', () => {
    const fat = 500 * 0.82;
    expect(ghee().ghee.mid).toBeGreaterThan((0.96 * fat) / 0.995);
    expect(ghee().ghee.mid).toBeLessThan((0.98 * fat) / 0.995);
  });

  it('leaves water and solids behind, and they are the rest of the butter', () => {
    const { waterMass, solidsMass } = ghee();
    expect(waterMass + solidsMass + 500 * 0.82).toBeCloseTo(500, 9);
    const dry = ghee({ butterFat: 0.995 });
    expect(dry.waterMass).toBeGreaterThanOrEqual(0);
    expect(dry.solidsMass).toBeLessThanOrEqual(500 * 0.005 + 1e-9);
  });

  it('of wet butter there is less, it takes longer, and is less sure where the fat is', () => {
    expect(ghee({ butterFat: 0.76 }).ghee.mid).toBeLessThan(ghee().ghee.mid);
    expect(ghee({ butterFat: 0.76 }).minutes.mid).toBeGreaterThan(ghee().minutes.mid);
    const width = ({ low, high }: { low: number; high: number }) => high - low;
    expect(width(ghee({ butterFatSd: 0.04 }).ghee)).toBeGreaterThan(2 * width(ghee().ghee));
  });

  it('is never left alone on the fire, and ends by what is heard and seen', () => {
    expect(ghee().cautions[0]).toMatchObject({ key: 'hot-fat', level: 'danger' });
    expect(ghee().endsAt).toEqual({ low: 110, mid: 114, high: 118 });
  });
});

describe('yoghurt of the skim', () => {
  const yoghurt = (change: Partial<Parameters<typeof yoghurtPlan>[0]> = {}) =>
    yoghurtPlan({ milkMass: 2000, dose: 0.03, warm: 42, heated: true, ...change });

  it('sets in six to ten hours where it likes it, within what the handbook says', () => {
    const { hours, cultureMass, heatTo } = yoghurt();
    expect(cultureMass).toBeCloseTo(60, 9);
    expect(heatTo).toBe(85);
    expect(hours!.mid).toBeLessThan(10);
    expect(hours!.low).toBeLessThan(hours!.mid);
    expect(hours!.high).toBeGreaterThan(hours!.mid);
  });

  it('is slower with less culture and in a cooler place, and says so when that is not safe', () => {
    expect(yoghurt({ dose: 0.01 }).hours!.mid).toBeGreaterThan(yoghurt().hours!.mid);
    const cool = yoghurt({ warm: 30 });
    expect(cool.hours!.mid).toBeGreaterThan(yoghurt().hours!.mid);
    expect(cool.cautions.map(({ key }) => key)).toContain('cool');
    expect(yoghurt({ warm: 10 }).hours).toBeUndefined();
  });

  it('of milk that was not heated is thinner and carries its caution', () => {
    expect(yoghurt({ heated: false }).cautions.map(({ key }) => key)).toContain('raw');
    expect(yoghurt().cautions.map(({ key }) => key)).not.toContain('raw');
  });
});

describe('curd by heat and acid', () => {
  const curd = (change: Partial<Parameters<typeof curdPlan>[0]> = {}) =>
    curdPlan({ milkMass: 10_000, milkFat: 0.001, way: 'heatAcid', vinegar: 0.05, ...change });

  it('of ten litres of skim is about a kilogram, and the rest runs off as whey', () => {
    const { curd: made, wheyMass, vinegar } = curd();
    expect(made.low).toBeGreaterThanOrEqual(790);
    expect(made.high).toBeLessThanOrEqual(1200);
    expect(made.mid + wheyMass).toBeCloseTo(10_000 + vinegar!.mid, 6);
  });

  it('of whole milk is 15 to 20 % of its weight, by the fat that stays in it', () => {
    for (const milkFat of [0.035, 0.04]) {
      const { mid } = curd({ milkFat }).curd;
      expect(mid / 10_000).toBeGreaterThan(0.15);
      expect(mid / 10_000).toBeLessThan(0.2);
    }
  });

  it('soured and drained it takes no vinegar and no heat, and says so of raw milk', () => {
    const clabber = curd({ way: 'clabber' });
    expect(clabber).not.toHaveProperty('vinegar');
    expect(clabber).not.toHaveProperty('heatTo');
    expect(clabber.curd.mid / 10_000).toBeGreaterThan(0.08);
    expect(clabber.curd.mid / 10_000).toBeLessThan(0.12);
    expect(clabber.cautions.map(({ key }) => key)).toContain('raw');
    expect(curd({ way: 'cultured' }).cautions.map(({ key }) => key)).not.toContain('raw');
  });

  it('takes a tenth to a quarter of a percent of acid, whatever the vinegar is', () => {
    for (const vinegar of [0.04, 0.05, 0.1]) {
      const plan = curd({ vinegar });
      expect((plan.vinegar!.low * vinegar) / 10_000).toBeCloseTo(0.001, 9);
      expect((plan.vinegar!.high * vinegar) / 10_000).toBeCloseTo(0.0025, 9);
    }
  });

  it('of whole milk there is more, for the fat is caught too', () => {
    expect(curd({ milkFat: 0.04 }).curd.mid).toBeGreaterThan(1.5 * curd().curd.mid);
    expect(curd().cautions[0]).toMatchObject({ level: 'danger' });
  });
});
