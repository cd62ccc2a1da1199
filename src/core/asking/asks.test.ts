import { planAsks } from '../churning/planAsks';
import type { MilkedAnimal } from '../dairy/milkIn';
import { milkAsks } from '../dairy/milkAsks';
import { someFacts } from '../testing/someFacts';
import { coolingAsks } from '../standing/coolingAsks';
import type { Held } from '../standing/lotHeat';
import { vesselShape } from '../standing/places';
import { moves, worthAsking } from './ask';

const end = (gives: number | undefined, answer = 0) => ({ answer, gives });

describe('what is worth asking', () => {
  it('is what moves its number most; a number that hardly moves is left alone', () => {
    const little = { of: 'a', low: end(100), high: end(110) };
    const much = { of: 'b', low: end(200), high: end(100) };
    const never = { of: 'c', low: end(50), high: end(undefined) };
    expect(worthAsking([little])).toBeUndefined();
    expect(worthAsking([])).toBeUndefined();
    expect(worthAsking([little, much])?.of).toBe('b');
    expect(worthAsking([never, much, little])?.of).toBe('c');
    expect(moves({ of: 'd', low: end(undefined), high: end(undefined) })).toBe(0);
    expect(moves(much)).toBeCloseTo(Math.log(2), 12);
  });
});

describe('of milk that cools', () => {
  const jar: Held = { kind: 'milk', vessel: vesselShape('jar', 3000), vesselFactor: 1 };
  const fridge = { place: 'fridge', around: 4, soured: false, celsius: 34 } as const;
  const asks = (known: Partial<Parameters<typeof coolingAsks>[4]> = {}, stands = fridge as Parameters<typeof coolingAsks>[1]) =>
    coolingAsks(jar, stands, { mass: 2500, fat: 0.04 }, 10, { places: {}, width: false, readings: 0, ...known }); // prettier-ignore

  it('a fridge nobody measured is asked about before the jar, and a cold one is quicker than a warm one', () => {
    const ask = worthAsking(coolingAsks(jar, fridge, { mass: 2500, fat: 0.04 }, 4.5, { places: {}, width: false, readings: 0 }))!;
    expect(ask).toMatchObject({ of: 'place', low: { answer: 2 }, high: { answer: 8, gives: undefined } });
    const [place] = asks();
    expect(place!.low.gives!).toBeLessThan(place!.high.gives!);
  }); // prettier-ignore

  it('what was said is not asked again: the fridge, the ruler, the probe', () => {
    expect(asks({ places: { fridge: 6 } }).map(({ of }) => of)).toEqual(['width', 'reading']);
    expect(asks({ places: { fridge: 6 }, width: true }).map(({ of }) => of)).toEqual(['reading']);
    expect(asks({ places: { fridge: 6 }, width: true, readings: 2 })).toEqual([]);
    expect(asks({}, { ...fridge, place: 'iceWater', around: 0.5 }).map(({ of }) => of)).not.toContain(
      'place',
    );
  });

  it('as much milk cools sooner where more of it meets the wall', () => {
    const width = asks({ places: { fridge: 4 } }).find(({ of }) => of === 'width')!;
    const reading = asks({ places: { fridge: 4 } }).find(({ of }) => of === 'reading')!;
    expect(width.low.answer).toBeLessThan(width.high.answer);
    expect(width.low.gives).not.toBe(width.high.gives);
    expect(reading.high.gives!).toBeLessThan(reading.low.gives!);
  });
});

describe('of milk and what it makes', () => {
  const tansy: MilkedAnimal = { name: 'Tansy', breed: 'kerry', calvedOn: null, sharesWithCalf: false, withdrawnFrom: null, withdrawnUntil: null, withdrawnReason: null }; // prettier-ignore
  const milk = { mass: 10_000, fat: 0.04, fatSd: 0.006, tested: false };

  it('a calving nobody said moves it: late in milk it is richer', () => {
    const [calved, test] = milkAsks(milk, [tansy], 1, '2026-11-30');
    expect(calved).toMatchObject({ of: 'calved:Tansy', low: { answer: 45 }, high: { answer: 260 } });
    expect(calved!.high.gives!).toBeGreaterThan(calved!.low.gives!);
    expect(test!.low.gives!).toBeCloseTo(10_000 * (0.04 - 1.645 * 0.006), 6);
  });

  it('of milk that was tested nothing is asked, and of an animal that calved no day', () => {
    expect(milkAsks({ ...milk, tested: true }, [tansy], 1, '2026-11-30')).toEqual([]);
    expect(
      milkAsks(milk, [{ ...tansy, calvedOn: '2026-09-01' }], 1, '2026-11-30').map(({ of }) => of),
    ).toEqual(['test']);
    expect(
      milkAsks({ ...milk, fatSd: 0.003 }, [{ ...tansy, calvedOn: '2026-09-01' }], 1, '2026-11-30'),
    ).toEqual([]);
  });
});

describe('of cream before it is churned', () => {
  it('its warmth is asked where nobody read it, its fat where nobody tested it, and nothing where both are known', () => {
    const facts = { ...someFacts, temperature: 12, temperatureAssumed: true, fatMethod: 'gravity', creamFatSd: 0.05 } as const; // prettier-ignore
    const asks = planAsks(facts, undefined);
    expect(asks.map(({ of }) => of)).toEqual(['warmth', 'fat']);
    const [warmth] = asks;
    expect(warmth!.low.gives!).toBeGreaterThan(warmth!.high.gives!);
    expect(worthAsking(asks)?.of).toBe('warmth');
    expect(planAsks({ ...facts, temperatureAssumed: false, fatMethod: 'test' }, undefined)).toEqual([]);
  });
});
