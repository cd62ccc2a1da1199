import { someCream } from '../testing/someCream';
import { acrossTemperatures, atTemperature, coldest, warmest } from './acrossTemperatures';
import { foresee } from './foresee';
import { toolKeys, tools } from './tools';

const across = acrossTemperatures({ cream: someCream });
const breaking = across.points.filter(({ outcome }) => outcome === 'breaks');

describe('what another temperature would do', () => {
  it('goes from the coldest to the warmest cream churned, and tells where it breaks', () => {
    expect(across.points.map(({ celsius }) => celsius)).toEqual(
      Array.from({ length: warmest - coldest + 1 }, (_, i) => coldest + i),
    );
    expect(breaking.length).toBeGreaterThan(8);
    for (const { breakMinutes, fatLost } of breaking) {
      expect(breakMinutes).toBeGreaterThan(0);
      expect(fatLost).toBeGreaterThan(0);
      expect(fatLost).toBeLessThan(1);
    }
  });

  it('warmer is quicker as far as it is good, slower again where it is soft, and loses more', () => {
    const minutesOf = (from: number, to: number) =>
      breaking
        .filter(({ celsius }) => celsius >= from && celsius <= to)
        .map(({ breakMinutes }) => breakMinutes!);
    const good = minutesOf(coldest, across.good!.to);
    expect([...good].sort((a, b) => b - a)).toEqual(good);
    expect(minutesOf(22, 22)[0]).toBeGreaterThan(minutesOf(18, 18)[0]!);
    expect(atTemperature(across, 20).fatLost).toBeGreaterThan(1.5 * atTemperature(across, 13).fatLost);
  });

  it('says the same as the plan does of the same cream two degrees away', () => {
    const { cooler, warmer } = foresee(someCream);
    expect(atTemperature(across, cooler.temperature).breakMinutes).toBeCloseTo(cooler.breakMinutes!, 6);
    expect(atTemperature(across, warmer.temperature).breakMinutes).toBeCloseTo(warmer.breakMinutes!, 6);
  });

  it.each(toolKeys)('is good where the plan tells to warm or chill it to, %s', (tool) => {
    for (const hardness of [-2, 0, 3]) {
      const { usualVolume: capacity } = tools[tool];
      const cream = {
        ...someCream,
        tool,
        hardness,
        mass: 0.45 * capacity,
        load: { ...someCream.load, capacity, mass: 0.45 * capacity, fill: 0.45 },
      };
      const { good } = acrossTemperatures({ cream, step: 6 });
      const { temperature } = foresee(cream).better;
      expect(good).toBeDefined();
      expect(temperature).toBeGreaterThanOrEqual(good!.from);
      expect(temperature).toBeLessThanOrEqual(good!.to);
    }
  });

  it('is good in one stretch, where it neither takes long nor loses much', () => {
    const { from, to } = across.good!;
    const { celsius, warmer, colder } = across.best!;
    expect(celsius).toBeGreaterThanOrEqual(from);
    expect(celsius).toBeLessThanOrEqual(to);
    expect(warmer).toBeGreaterThanOrEqual(0);
    expect(colder).toBeGreaterThanOrEqual(0);
    const least = Math.min(...breaking.map(({ fatLost }) => fatLost));
    expect(atTemperature(across, celsius).fatLost).toBeLessThan(2 * least);
    expect(from).toBeLessThan(to);
    expect(to).toBeLessThan(20);
  });

  it('between two degrees lies between them, and outside of all is as at the end', () => {
    const [a, b, between] = [13, 14, 13.5].map((celsius) => atTemperature(across, celsius).breakMinutes!) as [
      number,
      number,
      number,
    ];
    expect(between).toBeCloseTo((a + b) / 2, 9);
    expect(atTemperature(across, 2)).toMatchObject({ ...across.points[0], celsius: 2 });
    expect(atTemperature(across, 40)).toMatchObject({ ...across.points.at(-1), celsius: 40 });
  });

  it('claims no break beside where there is none', () => {
    const soft = acrossTemperatures({ cream: { ...someCream, hardness: -4 } });
    const oils = soft.points.find(({ outcome }) => outcome === 'oils');
    expect(oils).toMatchObject({ breakMinutes: undefined, fatLost: 1 });
    expect(atTemperature(soft, oils!.celsius - 0.2).breakMinutes).toBeUndefined();
    expect(
      acrossTemperatures({ cream: { ...someCream, fat: 0.06, load: { ...someCream.load, fat: 0.06 } } }).good,
    ).toBeUndefined();
  });
});
