import { randomUUID } from 'node:crypto';
import { send } from '../testing/aBatch';
import { aDairy, animal, milk } from '../testing/aDairy';
import { yearBookView } from './yearBook';

const house = aDairy();

describe('what a year of butter is worked out from', () => {
  it('of a farm that has nothing: no animal, the book’s share, nothing eaten that anybody knows of', async () => {
    expect(await yearBookView(await house.farm())).toMatchObject({
      animals: [],
      batches: 0,
      eaten: undefined,
      frozen: 0,
      fresh: 0,
    });
  });

  it('her own peak is hers once she was milked by herself on five days, and butter lies where it lies', async () => {
    const farm = await house.farm();
    const day = 86_400;
    const at = (await yearBookView(farm)).nowSeconds;
    const tansy = animal({ calvedOn: new Date((at - 60 * day) * 1000).toISOString().slice(0, 10) });
    expect(await send(farm, 'animal.put', tansy)).toMatchObject({ status: 'done' });
    const before = (await yearBookView(farm)).animals;
    expect(before).toMatchObject([{ name: 'Tansy', breed: 'kerry' }]);
    expect(before[0]!.peak).toBeUndefined();
    for (let n = 1; n <= 6; n += 1)
      await milk(farm, { from: 'animals', animalIds: [tansy.id], mass: 12_000, vesselId: null, atSeconds: at - n * day });
    const put = (storage: string, mass: number) =>
      send(farm, 'butter.enter', { lotId: randomUUID(), mass, storage, salted: true, washed: true, cultured: false, raw: false });
    for (const one of [await put('freezer', 2000), await put('fridge', 500)]) expect(one).toMatchObject({ status: 'done' });
    const view = await yearBookView(farm);
    expect(view).toMatchObject({ frozen: 2000, fresh: 500 });
    // 12 kg a day near the best day of her curve.
    expect(view.animals[0]!.peak).toBeGreaterThan(11_900);
    expect(view.animals[0]!.peak).toBeLessThan(12_500);
  });

  it('what was eaten with guests is eaten again a year later, and what is wanted for an occasion as well', async () => {
    const farm = await house.farm();
    const day = 86_400;
    const at = (await yearBookView(farm)).nowSeconds;
    const lotId = randomUUID();
    expect(await send(farm, 'butter.enter', { lotId, mass: 2000, storage: 'fridge', salted: true, washed: true, cultured: false, raw: false, atSeconds: at - 40 * day })).toMatchObject({ status: 'done' });
    for (const [mass, guests, ago] of [[300, true, 20], [200, true, 19], [400, false, 20]] as const)
      expect(await send(farm, 'butter.finish', { lotId, mass, guests, atSeconds: at - ago * day })).toMatchObject({ status: 'done' });
    const { feasts } = await yearBookView(farm);
    // Three hundred and forty-five days on, and the day after.
    expect(feasts.flatMap((mass, week) => (mass > 0 ? [[week, mass]] : []))).toEqual([[49, 500]]);
  });
}); // prettier-ignore
