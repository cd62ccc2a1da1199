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

  it('is discarded when it is not thick and tart by twice the time, and never before a day', () => {
    expect(predict({}).discardAfterHours).toBeGreaterThan(31);
    expect(predict({ temperatures: [{ hours: 1, celsius: 30 }] }).discardAfterHours).toBe(24);
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
