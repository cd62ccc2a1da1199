import { densities, scaleSd, weighed } from './measuring';

it('weighs by scale to 2 g or half a percent, by jug to 3 %, and keeps an error that was said', () => {
  expect(weighed({ kind: 'mass', value: 300 }, 0.95)).toEqual({ mass: 300, massSd: 2 });
  expect(weighed({ kind: 'mass', value: 4000 }, 0.95)).toEqual({ mass: 4000, massSd: 20 });
  expect(weighed({ kind: 'volume', value: 1000 }, 1.02)).toEqual({ mass: 1020, massSd: 0.03 * 1020 });
  expect(weighed({ kind: 'volume', value: 200, sd: 10 }, 2)).toEqual({ mass: 400, massSd: 20 });
  expect(weighed({ kind: 'mass', value: 200, sd: 1 }, 2)).toEqual({ mass: 200, massSd: 1 });
  expect(weighed({ kind: 'volume', value: 100 }, 1, 0.08).massSd).toBe(8);
  expect(scaleSd(400)).toBe(2);
});

it('has milk from the cow heavier than water and butter lighter', () => {
  expect(densities.warmMilk).toBeCloseTo(1.024, 2);
  expect(densities.butter).toBeLessThan(densities.water);
});
