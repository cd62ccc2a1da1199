import type { ChurnAccount } from './findings';
import { findingsOf } from './findings';

/** A churning that adds up: 1400 g of 36 % cream, 590 g of butter, 800 g of buttermilk. */
const sound: ChurnAccount = {
  cream: { value: 1400, sd: 14 },
  creamFat: { value: 0.36, sd: 0.01 },
  addedWater: 0,
  butter: { value: 595, sd: 3 },
  buttermilk: { value: 790, sd: 8 },
  buttermilkFat: { value: 0.008, sd: 0.003 },
  lossFat: { value: 5, sd: 3 },
  washed: true,
  implied: { value: 0.828, sd: 0.03 },
};
const found = (change: Partial<ChurnAccount>) => findingsOf({ ...sound, ...change });

it('finds nothing in an account that holds, nor in one that was not measured', () => {
  expect(found({})).toEqual([]);
  expect(found({ buttermilk: undefined })).toEqual([]);
});

it('says how much went in and is nowhere, and asks for what would explain it', () => {
  const [one] = found({ buttermilk: { value: 590, sd: 6 } });
  expect(one).toMatchObject({ about: 'mass', amount: 210 });
  expect(one!.says).toMatch(/^About 210 g of what went in is neither/);
  expect(one!.says).toMatch(/how much buttermilk it was \(about 79\d|80\d g would fit\)/);
});

it('says how much more came out than went in', () => {
  const [one] = found({ buttermilk: { value: 990, sd: 10 } });
  expect(one).toMatchObject({ about: 'mass', amount: -190 });
  expect(one!.says).toMatch(/^About 190 g more came out than went in/);
});

it('counts water that was added as gone in', () => {
  expect(found({ buttermilk: { value: 990, sd: 10 }, addedWater: 200 })).toEqual([]);
});

it('says nothing of a difference that the instruments explain, or that is too small to look for', () => {
  expect(found({ buttermilk: { value: 690, sd: 60 } })).toEqual([]);
  expect(
    found({ buttermilk: { value: 755, sd: 0.1 }, cream: { value: 1400, sd: 0.1 }, washed: false }),
  ).toEqual([]);
  // Washing takes and leaves some; unwashed the same difference is one.
  const some = { buttermilk: { value: 735, sd: 1 }, cream: { value: 1400, sd: 1 } };
  expect([found({ ...some, washed: true }).length, found({ ...some, washed: false }).length]).toEqual([0, 1]);
});

it('does not believe butter that is more than fat, or hardly any, when that is sure', () => {
  const about = (value: number, sd: number) => found({ implied: { value, sd } }).map((one) => one.about);
  expect(about(1.02, 0.2)).toEqual(['fat']);
  expect(about(0.98, 0.02)).toEqual(['fat']);
  expect(about(0.98, 0.04)).toEqual([]);
  expect(about(0.45, 0.03)).toEqual(['fat']);
  expect(about(0.45, 0.05)).toEqual([]);
  expect(
    found({
      implied: { value: 0.4, sd: 0.01 },
      butter: { value: 1200, sd: 5 },
      buttermilk: { value: 195, sd: 5 },
    })[0]!.says,
  ).toMatch(/more butter here than the fat of this cream can make.*Likeliest wrong: .*would fit/);
});
