import { creamRise } from './creamRise.calc';
import type { RiseInput } from './creamRise.calc';
import { cutBetween, deepestAt, fatOfCut } from './cutBetween';

const input: RiseInput = {
  milkMass: 2500,
  milkFat: 0.04,
  temperature: 5,
  species: 'cow',
  heated: false,
  vessel: { bottomDiameter: 130, height: 260 },
  hours: 14,
  ladleDepths: Array.from({ length: 40 }, (_, i) => (i + 1) * 4.5),
  happenings: [],
  stops: [],
};
const rise = creamRise(input);

test('a depth that was worked out is read as it was', () => {
  const cut = rise.cuts[9]!;
  expect(cutBetween(rise, cut.ladleDepth)).toMatchObject({
    creamMass: expect.closeTo(cut.creamMass, 6) as number,
    creamFat: expect.closeTo(cut.creamFat, 9) as number,
  });
});

test('between two depths lies between what they take, in fat as in mass', () => {
  const [over, under] = [rise.cuts[5]!, rise.cuts[4]!];
  const cut = cutBetween(rise, (over.ladleDepth + under.ladleDepth) / 2);
  expect(cut.creamMass).toBeCloseTo((over.creamMass + under.creamMass) / 2, 6);
  expect(cut.creamMass * cut.creamFat).toBeCloseTo(
    (over.creamMass * over.creamFat + under.creamMass * under.creamFat) / 2,
    6,
  );
});

test('deeper takes more cream and more of the fat, and thinner cream', () => {
  const depths = [3, 8, 14, 25, 60, 120];
  const cuts = depths.map((depth) => cutBetween(rise, depth));
  for (let i = 1; i < cuts.length; i += 1) {
    expect(cuts[i]!.creamMass).toBeGreaterThan(cuts[i - 1]!.creamMass);
    expect(cuts[i]!.recovery.mid).toBeGreaterThanOrEqual(cuts[i - 1]!.recovery.mid);
    expect(cuts[i]!.creamFat).toBeLessThanOrEqual(cuts[i - 1]!.creamFat + 1e-9);
  }
});

test('no ladle takes more fat than there is, nor anything at the surface', () => {
  for (const depth of [0, -3]) expect(cutBetween(rise, depth)).toMatchObject({ creamMass: 0, creamFat: 0 });
  const all = cutBetween(rise, 5000);
  expect(all.creamMass * all.creamFat).toBeLessThanOrEqual(2500 * 0.04 + 1e-6);
  expect(cutBetween({ cuts: [] }, 20).creamMass).toBe(0);
});

test('cream known by its amount alone has the fat that usually rises, and no more than cream has', () => {
  expect(fatOfCut(2500, 0.04, 400)).toBeCloseTo((0.84 * 100) / 400, 9);
  expect(fatOfCut(2500, 0.04, 100)).toBe(0.32);
  expect(fatOfCut(2500, 0.04, 0)).toBe(0.32);
});

test('as far as it whips: all of that together is so rich, and a step deeper is not', () => {
  const fat = 0.22;
  const at = deepestAt(rise, fat, 120)!;
  expect(at).toBeGreaterThan(2);
  expect(cutBetween(rise, at).creamFat).toBeGreaterThanOrEqual(fat);
  expect(cutBetween(rise, at + 1).creamFat).toBeLessThan(fat);
  // Never deeper than the ladle goes, and nowhere where nothing is so rich.
  expect(deepestAt(rise, fat, 3)).toBeLessThanOrEqual(3);
  expect(deepestAt(rise, 0.59, 120)).toBeUndefined();
});
