import * as fc from 'fast-check';
import { madeKinds } from '../standing/lotKinds';
import { curdPlan } from './curdPlan';
import { madeOf, mostMade } from './madeOf';

describe('what is made of milk', () => {
  it('loses no gram and no fat, whatever was weighed', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...madeKinds),
        fc.double({ min: 10, max: 40_000, noNaN: true }),
        fc.double({ min: 0, max: 0.6, noNaN: true }),
        fc.option(fc.double({ min: 0.01, max: 1, noNaN: true }), { nil: undefined }),
        (kind, mass, share, weighed) => {
          const fat = mass * share;
          const made = madeOf(kind, { mass, fat }, weighed && weighed * mostMade(kind, mass));
          expect(made.mass + made.parted.mass - made.added).toBeCloseTo(mass, 6);
          expect(made.fat + made.parted.fat).toBeCloseTo(fat, 6);
          for (const one of [made, made.parted]) {
            expect(one.fat).toBeGreaterThanOrEqual(-1e-9);
            expect(one.mass).toBeGreaterThanOrEqual(0);
          }
          expect(made.fat).toBeLessThanOrEqual(made.mass + 1e-9);
        },
      ),
    );
  });

  it('comes out as usual where nobody weighed it', () => {
    const skim = { mass: 4000, fat: 4 };
    expect(madeOf('yoghurt', skim)).toEqual({ mass: 4000, fat: 4, parted: { mass: 0, fat: 0 }, added: 0 });
    const curd = madeOf('curd', skim);
    expect(curd.mass).toBeCloseTo(
      curdPlan({ milkMass: 4000, milkFat: 0.001, way: 'heatAcid', vinegar: 0.05 }).curd.mid,
      9,
    );
    expect(curd.fat).toBeCloseTo(3.6, 9);
  });

  it('counts the culture that went in, and the whey that was strained off', () => {
    expect(madeOf('yoghurt', { mass: 1000, fat: 30 }, 1030)).toMatchObject({
      fat: 30,
      added: 30,
      parted: { mass: 0 },
    });
    expect(madeOf('yoghurt', { mass: 1000, fat: 30 }, 600)).toMatchObject({
      fat: 30,
      added: 0,
      parted: { mass: 400, fat: 0 },
    });
    expect(madeOf('whipped', { mass: 500, fat: 200 }, 450)).toMatchObject({ fat: expect.closeTo(180, 9) });
  });
});
