import type { Quantity } from '@/core/quantities/parseQuantity';
import type { Milking, PailView, SeparationBefore, ShownLot, Vessel } from '@/server/pail/views';
import type { useSay } from '../frame/FarmContext';
import { milkCommand } from './milkCommand';
import { creamGoesTo, freeVessels, likeWhen, likeYesterday, usualSkimUse, vesselFor } from './usual';

const now = 1_800_000_000;
const hour = 3600;
const vessel = (id: string, kind: Vessel['kind'], capacity: number): Vessel => ({
  id,
  name: id,
  kind,
  tool: null,
  capacity,
  diameter: null,
  equipment: {},
});
const vessels = [
  vessel('blue jar', 'jar', 3000),
  vessel('green jar', 'jar', 3000),
  vessel('tall can', 'can', 12_000),
  vessel('white tub', 'tub', 4000),
  vessel('oak churn', 'churn', 5000),
];
const lot = (kind: ShownLot['kind'], where: string | null, change: Partial<ShownLot> = {}): ShownLot =>
  ({
    id: `${kind} in ${where}`,
    kind,
    mass: 1000,
    fat: 200,
    treatment: 'raw',
    ripened: false,
    blockedReason: null,
    details: {},
    oldestSeconds: now - 24 * hour,
    events: [],
    vessel: vessels.find(({ id }) => id === where) ?? null,
    ...change,
  }) as unknown as ShownLot;
const view = (...lots: ShownLot[]) =>
  ({ vessels, lots, nowSeconds: now, animals: [{ id: 't', name: 'Tansy' }] }) as unknown as PailView;
const milking = (hoursAgo: number, change: Partial<Milking> = {}): Milking => ({
  mass: 6000,
  details: {},
  vesselId: null,
  vesselName: null,
  atSeconds: now - hoursAgo * hour,
  ...change,
});

describe('the milking to be like', () => {
  it('is the one at this hour yesterday, so that a morning is like a morning', () => {
    const [evening, morning, before] = [milking(12), milking(24.5), milking(36)];
    expect(likeYesterday([evening, morning, before], now)).toBe(morning);
  });

  it('is the last one when there was none near this hour, and none when there never was one', () => {
    expect(likeYesterday([milking(12), milking(40)], now)).toMatchObject({ atSeconds: now - 12 * hour });
    expect(likeYesterday([], now)).toBeUndefined();
  });
});

describe('where milk goes', () => {
  it('into its vessel of yesterday, or one of its kind, or the smallest that holds it', () => {
    const yesterday = milking(24, { vesselId: 'blue jar' });
    expect(vesselFor(view(), yesterday, 2500)?.id).toBe('blue jar');
    expect(vesselFor(view(lot('milk', 'blue jar')), yesterday, 2500)?.id).toBe('green jar');
    expect(vesselFor(view(lot('milk', 'blue jar')), yesterday, 6000)?.id).toBe('tall can');
    expect(vesselFor(view(lot('milk', 'tall can')), undefined, 6000)).toBeUndefined();
  });

  it('never into what something stands in, a churn, or a tub for cream', () => {
    expect(freeVessels(view(lot('cream', 'blue jar')), 'milk').map(({ id }) => id)).toEqual([
      'green jar',
      'tall can',
    ]);
    expect(freeVessels(view(), 'cream').map(({ id }) => id)).toEqual(['blue jar', 'green jar', 'white tub']);
  });
});

describe('where cream goes', () => {
  it('onto cream of its sort that keeps, or into the smallest free vessel that holds it', () => {
    expect(creamGoesTo(view(lot('cream', 'white tub')), 500, false)).toMatchObject({
      vesselId: 'white tub',
      ontoCream: true,
    });
    expect(creamGoesTo(view(), 500, false)).toMatchObject({ vesselId: 'blue jar' });
    expect(creamGoesTo(view(lot('cream', 'white tub')), 3500, false)).toEqual({
      vesselId: null,
      name: 'a jar',
    });
  });

  it.each<[string, Partial<ShownLot>]>([
    ['is past its time', { oldestSeconds: now - 6 * 24 * hour }],
    ['is ripened', { ripened: true }],
    ['is souring', { events: [{ kind: 'soured' }] as unknown as ShownLot['events'] }],
    ['is the heavy top', { details: { cut: 'top' } }],
    ['is kept from people', { blockedReason: 'udder tubes' }],
  ])('not onto cream that %s', (_, change) => {
    expect(creamGoesTo(view(lot('cream', 'white tub', change)), 500, false).vesselId).toBe('blue jar');
  });

  it('onto a frozen collecting tub, however old its oldest part', () => {
    const frozen = { events: [{ kind: 'placed', place: 'freezer' }] as unknown as ShownLot['events'] };
    const tub = lot('cream', 'white tub', { oldestSeconds: now - 20 * 24 * hour, ...frozen });
    expect(creamGoesTo(view(tub), 300, false).vesselId).toBe('white tub');
  });

  it('by itself while it is warm and a vessel is free', () => {
    expect(creamGoesTo(view(lot('cream', 'white tub')), 500, false, true)).toMatchObject({
      vesselId: 'blue jar',
    });
    const full = view(lot('cream', 'white tub'), lot('milk', 'blue jar'), lot('milk', 'green jar'));
    expect(creamGoesTo(full, 500, false, true)).toMatchObject({ vesselId: 'white tub', ontoCream: true });
  });

  it('with its skim where skim went last, and to the pigs on a farm that has not said', () => {
    const before = (skimUse: string) => ({ skimUse }) as SeparationBefore;
    expect(usualSkimUse([before('kept'), before('curd'), before('pigs')])).toBe('curd');
    expect(usualSkimUse([])).toBe('pigs');
  });
});

describe('milk in, as a command', () => {
  const say = { volume: (millilitres: number) => `${(millilitres / 1000).toFixed(1)} L` } as ReturnType<
    typeof useSay
  >;
  const yesterday = milking(24, {
    mass: 6200,
    vesselId: 'tall can',
    details: {
      from: 'animals',
      animalIds: ['t'],
      celsius: 34,
      strained: false,
      place: 'coldWater',
      amountTyped: '6 L',
    },
  });

  it('is all as yesterday when nothing is said', () => {
    const { input, says } = milkCommand(view(), yesterday, undefined, say, '');
    expect(input).toMatchObject({
      mass: 6200,
      from: 'animals',
      animalIds: ['t'],
      celsius: 34,
      strained: false,
      place: 'coldWater',
      vesselId: 'tall can',
      amountTyped: '6 L',
    });
    expect(says).toBe('6.1 L of milk of Tansy into tall can.');
  });

  it('takes over what was said, and weighs litres by the density of warm milk', () => {
    const quantity: Quantity = { kind: 'volume', value: 11_200 };
    const { input } = milkCommand(
      view(),
      yesterday,
      { quantity, from: 'herd', fat: 0.045, vesselId: null },
      say,
      '11.2',
    );
    expect(input).toMatchObject({
      from: 'herd',
      animalIds: [],
      fat: 0.045,
      vesselId: null,
      amountTyped: '11.2',
    });
    expect(input.mass as number).toBeGreaterThan(11_200);
    expect(input.massSd as number).toBeCloseTo(0.03 * (input.mass as number), 6);
  });
});

test('only what was yesterday is called yesterday', () => {
  const dateOf = (atSeconds: number) => new Date(atSeconds * 1000).toISOString().slice(0, 10);
  const noon = Date.UTC(2026, 4, 12, 12) / 1000;
  expect(likeWhen(noon - 24 * 3600, noon, dateOf)).toBe('yesterday');
  expect(likeWhen(noon - 10 * 3600, noon, dateOf)).toBe('earlier today');
  expect(likeWhen(noon - 60 * 3600, noon, dateOf)).toBe('last time');
});
