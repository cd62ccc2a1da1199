import { calculate } from '../calculations';
import { cardinal, hoursToPh, mesophilic, ripenCream, wild, yoghurt } from './ripenCream';
import type { Flora } from './ripenCream';
import type { Ripening } from './ripenPredict';

const hours = (flora: Flora, start: number, celsius: number, ph = 5) =>
  hoursToPh(ripenCream([{ flora, start }], [{ hours: 1, celsius }], 300), ph)!;
const predict = (change: object) =>
  calculate('ripen.predict', { route: 'mesophilic', dose: 0.02, treatment: 'pasteurised', temperatures: [{ hours: 40, celsius: 21 }], ...change }) as Ripening; // prettier-ignore

describe('three clocks of souring', () => {
  it.each([
    [8, 225],
    [12, 60],
    [17, 25],
    [21, 16],
    [24, 12.8],
    [28, 10.7],
  ])('2 %% mesophilic at %d °C takes %d h to pH 5', (celsius, wanted) => {
    expect(Math.abs(hours(mesophilic, 0.02, celsius) / wanted - 1)).toBeLessThan(0.02);
  });

  it.each([
    [21, 34],
    [28, 8],
    [32, 5],
  ])('3 %% yoghurt at %d °C takes about %d h', (celsius, wanted) => {
    expect(Math.abs(hours(yoghurt, 0.03, celsius) / wanted - 1)).toBeLessThan(0.07);
  });

  it('twice the culture saves two hours, not half the time; wild flora takes a day or two', () => {
    expect(hours(mesophilic, 0.02, 21) - hours(mesophilic, 0.04, 21)).toBeCloseTo(1.9, 1);
    expect(hours(wild, 1e-3, 21)).toBeGreaterThan(30);
    expect(hours(wild, 1e-5, 21)).toBeLessThan(52);
  });

  it('stand still outside their temperatures and are fastest at their best', () => {
    for (const flora of [mesophilic, yoghurt]) {
      expect(cardinal(flora, flora.coldest)).toBe(0);
      expect(cardinal(flora, flora.hottest + 1)).toBe(0);
      expect(cardinal(flora, flora.best)).toBeCloseTo(1, 12);
      for (const celsius of [flora.best - 5, flora.best + 3])
        expect(cardinal(flora, celsius)).toBeLessThan(1);
    }
  });
});

describe('when it is ready', () => {
  it('lies in a window that readings narrow and move', () => {
    const plain = predict({});
    expect(plain.readyHours!.mid).toBeCloseTo(16, 0);
    const lively = predict({ elapsedHours: 10, readings: [{ kind: 'ph', atHours: 10, ph: 5.4 }] });
    expect(lively.readyHours!.mid).toBeLessThan(plain.readyHours!.mid - 1);
    const span = ({ readyHours }: Ripening) => readyHours!.high - readyHours!.low;
    expect(span(lively)).toBeLessThan(span(plain));
    const thick = predict({
      elapsedHours: 14,
      readings: [{ kind: 'thickAndTart', atHours: 14, seen: true }],
    });
    expect(thick.state).toBe('ready');
  });

  it('follows a temperature that changes: chilled, it stops', () => {
    const chilled = predict({
      temperatures: [
        { hours: 6, celsius: 21 },
        { hours: 100, celsius: 3 },
      ],
    });
    expect(chilled.readyHours).toBeUndefined();
    const warmed = predict({
      temperatures: [
        { hours: 6, celsius: 17 },
        { hours: 100, celsius: 24 },
      ],
    });
    expect(warmed.readyHours!.mid).toBeGreaterThan(
      predict({ temperatures: [{ hours: 9, celsius: 24 }] }).readyHours!.mid,
    );
  });

  it('both kinds together are no slower than the slower alone', () => {
    const of = (route: string) =>
      predict({ route, dose: 0.03, temperatures: [{ hours: 9, celsius: 28 }] }).readyHours!.mid;
    expect(of('both')).toBeLessThan(Math.max(of('mesophilic'), of('yoghurt')));
  });

  it('is discarded when it is not thick and tart by twice the standard time, at room temperature never before a day', () => {
    expect(predict({}).discardAfterHours).toBeGreaterThan(31);
    expect(predict({ temperatures: [{ hours: 1, celsius: 24 }] }).discardAfterHours).toBeGreaterThanOrEqual(
      24,
    );
    expect(predict({ temperatures: [{ hours: 1, celsius: 30 }] }).discardAfterHours).toBeCloseTo(21, 0);
    const failed = predict({
      elapsedHours: 40,
      readings: [{ kind: 'ph', atHours: 39, ph: 6.4 }, { kind: 'ph', atHours: 30, ph: 6.5 }, { kind: 'thickAndTart', atHours: 39, seen: false }],
    }); // prettier-ignore
    expect(failed.state).toBe('discard');
    expect(failed.discardAfterHours).toBeLessThan(35);
    const natural = predict({ route: 'natural', dose: undefined, treatment: 'raw', elapsedHours: 80, readings: [{ kind: 'ph', atHours: 79, ph: 6.5 }] }); // prettier-ignore
    expect(natural).toMatchObject({ state: 'discard', discardAfterHours: 72 });
    expect(natural.cautions[0]).toMatchObject({ key: 'discard', level: 'danger' });
  });

  it('is refused where it cannot be', () => {
    const natural = { route: 'natural', dose: undefined };
    for (const treatment of ['pasteurised', 'boiled'])
      expect(() => predict({ ...natural, treatment })).toThrow(/heat has killed/);
    expect(() => predict({ ...natural, treatment: 'raw', dose: 0.02 })).toThrow(/takes no culture/);
    expect(() => predict({ culture: 'sweetButtermilk' })).toThrow(/sweet cream is no culture/);
  });

  it('a line carried on nine times is told to begin anew, and is slower', () => {
    const old = predict({ generation: 9 });
    expect(old.cautions.map(({ key }) => key)).toContain('renew');
    expect(old.readyHours!.mid).toBeGreaterThan(predict({}).readyHours!.mid);
  });
});

describe('the safety clock', () => {
  const limit = (change: Parameters<typeof predict>[0]) => predict(change).discardAfterHours;

  it('is lengthened by nothing that makes a sour slow', () => {
    const usual = limit({});
    expect(limit({ dose: 0.0001 })).toBe(usual);
    expect(limit({ generation: 50 })).toBe(usual);
    for (const celsius of [8, 12, 16, 35, 38, 42])
      expect(limit({ temperatures: [{ hours: 1, celsius }] })).toBeLessThanOrEqual(48);
    expect(
      limit({ route: 'yoghurt', dose: 0.03, temperatures: [{ hours: 1, celsius: 19 }] }),
    ).toBeLessThanOrEqual(48);
    expect(limit({ readings: [{ kind: 'ph', atHours: 10, ph: 6.5 }], elapsedHours: 10 })).toBe(usual);
  });

  it('is shorter for raw cream by itself the warmer it is, and three days at most', () => {
    const natural = (celsius: number) =>
      limit({ route: 'natural', dose: undefined, treatment: 'raw', temperatures: [{ hours: 1, celsius }] });
    expect(natural(21)).toBe(72);
    expect(natural(24)).toBe(72);
    expect(natural(30)).toBeLessThan(45);
    expect(natural(37)).toBeLessThan(24);
  });

  it('past it only what was seen before counts: nothing foreseen, nothing seen later, and no “not yet”', () => {
    const at = (elapsedHours: number, readings: object[] = []) => predict({ elapsedHours, readings }).state;
    expect(at(20)).toBe('ready');
    expect(at(40)).toBe('discard');
    expect(at(400)).toBe('discard');
    expect(at(40, [{ kind: 'thickAndTart', atHours: 18, seen: true }])).toBe('ready');
    expect(at(40, [{ kind: 'ph', atHours: 18, ph: 4.9 }])).toBe('ready');
    expect(at(40, [{ kind: 'thickAndTart', atHours: 39, seen: true }])).toBe('discard');
    expect(at(40, [{ kind: 'thickAndTart', atHours: 39, seen: false }])).toBe('discard');
    expect(at(40, [{ kind: 'ph', atHours: 20, ph: 5.4 }])).toBe('discard');
  });

  it('runs by degree-hours: cold hours use up little of it, and no window ends after it', () => {
    const chilled = limit({ temperatures: [{ hours: 10, celsius: 21 }, { hours: 30, celsius: 5 }, { hours: 1, celsius: 21 }] }); // prettier-ignore
    expect(chilled).toBeGreaterThan(limit({}) + 15);
    for (const celsius of [18, 21, 24, 28]) {
      const { readyHours, discardAfterHours } = predict({
        dose: 0.003,
        temperatures: [{ hours: 1, celsius }],
      });
      if (readyHours) expect(readyHours.high).toBeLessThanOrEqual(discardAfterHours);
    }
  });

  it('says when warmth fails or kills the culture', () => {
    const keys = (route: 'mesophilic' | 'yoghurt', celsius: number) =>
      predict({ route, temperatures: [{ hours: 1, celsius }] }).cautions.find(({ key }) => key === 'harm')
        ?.says;
    expect(keys('mesophilic', 30)).toBeUndefined();
    expect(keys('mesophilic', 36)).toMatch(/fails/);
    expect(keys('yoghurt', 49)).toMatch(/fails/);
    expect(keys('yoghurt', 60)).toMatch(/killed/);
  });
});
