import { randomUUID } from 'node:crypto';
import { pailView } from '../pail/views';
import { morning, send } from '../testing/aBatch';
import { aDairy, milk } from '../testing/aDairy';
import { houseView } from './views';

const house = aDairy();
const done = { status: 'done' };

describe('how warm its places are', () => {
  it('is said place by place, taken back, and refused where no such place is so warm', async () => {
    const farm = await house.farm();
    const settle = (placeCelsius: object) => send(farm, 'house.settle', { placeCelsius });
    const own = async () => (await houseView(farm)).farm.placeCelsius;
    expect(await own()).toEqual({});
    expect(await settle({ fridge: 6.5 })).toMatchObject(done);
    expect(await settle({ room: 22 })).toMatchObject(done);
    expect(await own()).toEqual({ fridge: 6.5, room: 22 });
    expect(await settle({ fridge: null })).toMatchObject(done);
    expect(await own()).toEqual({ room: 22 });
    for (const wrong of [{ fridge: 40 }, { freezer: 4 }, { room: -3 }, { cellar: 9 }])
      expect(await settle(wrong)).toMatchObject({ status: 'refused' });
    expect(await own()).toEqual({ room: 22 });
  });

  it('holds for what is put there from then on, and for what stands there already', async () => {
    const farm = await house.farm();
    const before = await milk(farm, { place: 'fridge' });
    const measured = await milk(farm, { place: 'fridge' });
    const cooled = await milk(farm, { place: 'iceWater' });
    const around = { id: randomUUID(), atSeconds: morning + 60, kind: 'placed', place: 'fridge', celsius: 2 };
    expect(await send(farm, 'lot.record', { lotId: measured, events: [around] })).toMatchObject(done);
    expect(await send(farm, 'house.settle', { placeCelsius: { fridge: 7 } })).toMatchObject(done);
    const after = await milk(farm, { place: 'fridge' });
    const { lots } = await pailView(farm);
    const warm = (id: string) => lots.find((lot) => lot.id === id)?.events.findLast(({ kind }) => kind === 'placed');
    expect(warm(before)).toMatchObject({ place: 'fridge', celsius: 7 });
    // Somebody measured around this one.
    expect(warm(measured)).toMatchObject({ celsius: 2 });
    expect(warm(cooled)).toMatchObject({ place: 'iceWater', celsius: 0.5 });
    expect(warm(after)).toMatchObject({ place: 'fridge', celsius: 7 });
    // Sent twice it is said once.
    expect(await send(farm, 'house.settle', { placeCelsius: { fridge: 7 } })).toMatchObject(done);
    const told = (await pailView(farm)).lots.find(({ id }) => id === before)!.events.filter(({ kind }) => kind === 'placed');
    expect(told).toHaveLength(2);
  });
}); // prettier-ignore

describe('its salts and its week', () => {
  it('a teaspoon of its own salt, the salt it takes, and the day its week begins on', async () => {
    const farm = await house.farm();
    expect(await send(farm, 'house.settle', { saltTeaspoon: { coarse: 4.4 }, usualSalt: 'coarse', weekBegins: 0 })).toMatchObject(done);
    expect((await houseView(farm)).farm).toMatchObject({ saltTeaspoon: { coarse: 4.4 }, usualSalt: 'coarse', weekBegins: 0 });
    expect(await send(farm, 'house.settle', { saltTeaspoon: { coarse: 40 } })).toMatchObject({ status: 'refused' });
    expect(await send(farm, 'house.settle', { weekBegins: 7 })).toMatchObject({ status: 'refused' });
    expect(await send(farm, 'house.settle', { saltTeaspoon: { coarse: null }, usualSalt: null })).toMatchObject(done);
    expect((await houseView(farm)).farm).toMatchObject({ saltTeaspoon: {}, usualSalt: null, weekBegins: 0 });
  });
}); // prettier-ignore

describe('the parts of a separator', () => {
  it('are listed, changed, and of a separator alone', async () => {
    const farm = await house.farm();
    const id = randomUUID();
    await send(farm, 'vessel.add', { id, name: 'Hand separator', kind: 'separator', tool: null, capacity: 60_000, equipment: { discs: 18 } });
    const list = (vesselId: string, parts: string[]) => send(farm, 'vessel.change', { vesselId, equipment: { parts } });
    expect(await list(id, ['Bowl base', 'Distributor', ' Top disc '])).toMatchObject(done);
    const made = async () => (await houseView(farm)).vessels.find((one) => one.id === id)!.equipment;
    expect(await made()).toEqual({ discs: 18, parts: ['Bowl base', 'Distributor', 'Top disc'] });
    expect(await list(id, ['  '])).toMatchObject({ status: 'refused' });
    const jar = randomUUID();
    await send(farm, 'vessel.add', { id: jar, name: 'Jar', kind: 'jar', tool: null, capacity: 3000 });
    expect(await list(jar, ['Lid'])).toMatchObject({ status: 'refused', field: 'equipment' });
  });
}); // prettier-ignore
