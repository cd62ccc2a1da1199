import { randomUUID } from 'node:crypto';
import { morning, send } from '../testing/aBatch';
import { thinnedBy } from '@/core/separating/toFat';
import { larderView } from '../larder/views';
import { aDairy, animal, balanced, cream, lotOf, milk, skim, sums } from '../testing/aDairy';
import { creamOnShelf } from './views';

const house = aDairy();

describe('cream that is offered to whoever begins a churning elsewhere', () => {
  it('is what would be churned next, as one, and the rest beside it; what is kept apart or from people is not', async () => {
    const farm = await house.farm();
    expect(await creamOnShelf(farm)).toEqual({ others: [] });
    const tub = randomUUID();
    expect(await send(farm, 'vessel.add', { id: tub, tool: null, name: 'White tub', kind: 'tub', capacity: 4000 })).toMatchObject({ status: 'done' });
    const first = await cream(farm, { vesselId: tub, mass: 1200, atSeconds: morning - 40 * 3600 });
    const frozen = await cream(farm, { mass: 700, place: 'freezer', celsius: -18, atSeconds: morning - 30 * 3600 });
    const tansy = animal({ withdrawnFrom: '2020-01-01', withdrawnUntil: '2027-12-31', withdrawnReason: 'udder' });
    await send(farm, 'animal.put', tansy);
    const blocked = await milk(farm, { from: 'animals', animalIds: [tansy.id], celsius: 6, place: 'fridge', atSeconds: morning - 20 * 3600 });
    await skim(farm, [blocked], { atSeconds: morning - 8 * 3600 });
    const lotId = await milk(farm, { from: 'bought', celsius: 6, place: 'fridge', atSeconds: morning - 20 * 3600 });
    const top = randomUUID();
    const rest = randomUUID();
    expect(await skim(farm, [lotId], { cuts: [{ lotId: top, mass: 500, fat: 0.33, cut: 'top' }, { lotId: rest, mass: 900, fat: 0.18, cut: 'rest' }], atSeconds: morning - 6 * 3600 })).toMatchObject({ status: 'done' });
    const { next, others } = await creamOnShelf(farm);
    expect(next!.lotIds).toEqual([first, rest]);
    expect(next!.names[0]).toBe('White tub');
    expect(next!.volume).toBeGreaterThan(2000);
    expect(next!.volume).toBeLessThan(2200);
    expect(others.map(({ lotIds }) => lotIds)).toEqual([[frozen]]);
  }); // prettier-ignore

  it('is nothing that is kept for the table, which whoever keeps it says, unsays and takes back', async () => {
    const farm = await house.farm();
    const kept = await cream(farm, { atSeconds: morning - 20 * 3600 });
    const mean = (to: string, minute: number, id: string = randomUUID()) =>
      send(
        farm,
        'lot.record',
        {
          lotId: kept,
          events: [{ id: randomUUID(), atSeconds: morning - 3600 + 60 * minute, kind: 'meant', for: to }],
        },
        id,
      );
    expect((await creamOnShelf(farm)).next!.lotIds).toEqual([kept]);
    const said = randomUUID();
    expect(await mean('table', 1, said)).toMatchObject({ status: 'done' });
    expect(await creamOnShelf(farm)).toEqual({ others: [] });
    expect((await larderView(farm)).kept.map(({ id }) => id)).toEqual([kept]);
    expect(await send(farm, 'entry.undo', { commandId: said })).toMatchObject({ status: 'done' });
    expect((await creamOnShelf(farm)).next!.lotIds).toEqual([kept]);
    await mean('table', 2);
    await mean('churn', 3);
    expect((await creamOnShelf(farm)).next!.lotIds).toEqual([kept]);
  });

  it('is no half-and-half: cream thinned to a fat with milk is kept for the table, and what is left of the cream is not', async () => {
    const farm = await house.farm();
    const from = await cream(farm, { mass: 1000, fat: 0.36, treatment: 'raw', atSeconds: morning - 10 * 3600 });
    const whole = await milk(farm, { celsius: 5, place: 'fridge', mass: 4000, atSeconds: morning - 9 * 3600 });
    const share = (await lotOf(farm, whole)).fat / 4000;
    const { leanMass, mass } = thinnedBy(400, 0.36, share, 0.12)!;
    const half = randomUUID();
    expect(
      await send(farm, 'lot.pour', { from: [{ lotId: from, mass: 400 }, { lotId: whole, mass: leanMass }], lotId: half, kind: 'cream', cut: 'top', celsius: 5 }),
    ).toMatchObject({ status: 'done' });
    const mixed = await lotOf(farm, half);
    expect(mixed.mass).toBeCloseTo(mass, 2);
    expect(mixed.fat / mixed.mass).toBeCloseTo(0.12, 3);
    const { next, others } = await creamOnShelf(farm);
    expect(next!.lotIds).toEqual([from]);
    expect(others).toEqual([]);
    expect(await sums(farm)).toMatchObject(balanced);
  }); // prettier-ignore

  it('is none that should be thrown out', async () => {
    const farm = await house.farm();
    await cream(farm, { treatment: 'raw', celsius: 22, atSeconds: morning - 60 * 86_400 });
    expect(await creamOnShelf(farm)).toEqual({ others: [] });
  });
});
