import { lookedAt, someLot } from '../testing/someLot';
import { byNeed, drawnLayer, layersOf } from './drawnLot';

const hour = 3600;
const fatOf = (layers: ReturnType<typeof layersOf>) =>
  layers.reduce((sum, { part, fat, fatAbove = fat }) => sum + (part * (fat + fatAbove)) / 2, 0) /
  layers.reduce((sum, { part }) => sum + part, 0);

describe('the cream drawn on milk', () => {
  it('rises with the hours, most of it by the twelfth, and is no more than the milk holds', () => {
    const at = [1, 4, 12, 24, 40].map((hours) => drawnLayer(someLot({}, hours)));
    expect(at[0]).toBe(0);
    for (const [i, layer] of at.entries()) if (i > 0) expect(layer).toBeGreaterThan(at[i - 1]!);
    expect(at[2]! / at[4]!).toBeGreaterThan(0.85);
    // Four per cent as cream of 22 %: under a fifth of the depth.
    expect(at[4]).toBeLessThan(0.04 / 0.22);
    expect(drawnLayer(someLot({ mass: 2575, fat: 150 }, 14))).toBeGreaterThan(drawnLayer(someLot({}, 14)));
  });

  it('is none on warm or boiled milk, on goats’ milk, and on what is no milk', () => {
    const warm = { kind: 'poured', id: 'a', atSeconds: lookedAt - 14 * hour, mass: 2575, fat: 0.04, celsius: 25 };
    const out = { kind: 'placed', id: 'b', atSeconds: lookedAt - 14 * hour, place: 'room', celsius: 25 };
    expect(drawnLayer(someLot({ events: [warm, out] as never }))).toBe(0);
    expect(drawnLayer(someLot({ treatment: 'boiled' }))).toBe(0);
    expect(drawnLayer(someLot({ details: { species: 'goat' } }))).toBe(0);
    expect(drawnLayer(someLot({ kind: 'cream' }))).toBe(0);
  }); // prettier-ignore

  it('takes its fat from what is under it: both together are about as rich as the milk', () => {
    const layers = layersOf(someLot({}, 20));
    expect(layers).toHaveLength(2);
    expect(layers[0]!.fat).toBeLessThan(0.012);
    expect(layers[1]!.fatAbove).toBeGreaterThan(layers[1]!.fat);
    expect(fatOf(layers)).toBeCloseTo(0.04, 2);
    expect(layers.reduce((sum, { part }) => sum + part, 0)).toBeCloseTo(someLot({}, 20).fill, 6);
  });

  it('what is nearly gone is drawn all the same, in one tint', () => {
    expect(layersOf(someLot({ kind: 'cream', mass: 20, fat: 7 }))).toEqual([{ part: 0.05, fat: 0.35 }]);
  });
});

it('what needs a hand stands first: dangerous, due, soon, calm; as it came where two need one alike', () => {
  const calm = someLot({ id: 'calm' }, 4);
  const due = someLot({ id: 'due' }, 14);
  const later = someLot({ id: 'later' }, 15);
  const bad = someLot({ id: 'bad', blockedReason: 'medicine' }, 2);
  expect(byNeed([calm, due, later, bad]).map(({ lot }) => lot.id)).toEqual(['bad', 'due', 'later', 'calm']);
});
