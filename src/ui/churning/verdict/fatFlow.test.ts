import { fatFlow, sizes } from './fatFlow';

const judged = {
  fatIn: 532,
  fatToButter: 521,
  buttermilkMass: 800,
  milkSd: 0,
  buttermilkFat: 0.01,
  lossFat: 3,
};
const upstream = {
  milk: 590,
  milkMass: 0,
  milkSd: 0,
  skim: 58,
  spilled: 0,
  bought: 0,
  culture: 0,
  cream: 532,
};
const keys = (of: ReturnType<typeof fatFlow>) => of.places.map(({ key }) => key).sort();

describe('the way of the fat, laid out', () => {
  it('goes from the milk to the butter, and what is left on the way lies below it', () => {
    const flow = fatFlow(judged, upstream);
    expect(keys(flow)).toEqual(['butter', 'buttermilk', 'churned', 'milk', 'skim', 'skimmed', 'washed'].sort());
    const at = (key: string) => flow.places.find((one) => one.key === key)!;
    expect(at('milk').x0).toBeLessThan(at('skimmed').x0);
    expect(at('skimmed').x0).toBeLessThan(at('churned').x0);
    expect(at('churned').x0).toBeLessThan(at('butter').x0);
    expect(at('skim').y0).toBeGreaterThan(at('churned').y1);
    expect(at('buttermilk').y0).toBeGreaterThan(at('butter').y1);
    // Widths are grams: as high as one is against another, so much fat it is.
    const high = (key: string) => at(key).y1 - at(key).y0;
    expect(high('skim') / high('milk')).toBeCloseTo(58 / 590, 3);
    expect(high('butter') / high('churned')).toBeCloseTo(521 / 532, 3);
    for (const { x1, y1 } of flow.places) {
      expect(x1).toBeLessThanOrEqual(sizes.narrow.width);
      expect(y1).toBeLessThanOrEqual(sizes.narrow.height + 0.01);
    }
    for (const { d } of flow.ribbons) expect(d).not.toMatch(/NaN|undefined/);
  });

  it('of bought cream begins with the cream, and of both with both', () => {
    expect(keys(fatFlow(judged, undefined))).toEqual(['butter', 'buttermilk', 'churned', 'washed']);
    expect(keys(fatFlow(judged, { ...upstream, milk: 0, skim: 0, bought: 532 }))).not.toContain('milk');
    const both = fatFlow(judged, { ...upstream, milk: 300, skim: 30, bought: 262 });
    expect(keys(both)).toEqual(expect.arrayContaining(['milk', 'bought', 'churned']));
    expect(both.places.find(({ key }) => key === 'bought')!.fat).toBeCloseTo(262, 6);
  });

  it('draws nothing that is not there', () => {
    const flow = fatFlow({ ...judged, lossFat: 0, buttermilkFat: 0, fatToButter: 532 }, { ...upstream, milk: 532, skim: 0 });
    expect(keys(flow)).toEqual(['butter', 'churned', 'milk', 'skimmed']);
    expect(flow.ribbons.every(({ left }) => !left)).toBe(true);
  });
}); // prettier-ignore
