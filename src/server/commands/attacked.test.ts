import { randomUUID } from 'node:crypto';
import { batchView } from '../churning/views';
import { pailView } from '../pail/views';
import { shelfView } from '../shelf/views';
import { begin, event, facts, morning, portion, send } from '../testing/aBatch';
import { aDairy, balanced, milk, sums } from '../testing/aDairy';
import { carryOut } from './carryOut';
import { theOwner } from './command';

const house = aDairy();
const day = 86_400;
const done = { status: 'done' };
const vessel = async (farm: string, name: string, kind: string, capacity: number): Promise<string> => {
  const id = randomUUID();
  expect(await send(farm, 'vessel.add', { id, tool: null, name, kind, capacity })).toMatchObject(done);
  return id;
};
const cream = (farm: string, change: object, lotId: string = randomUUID()) =>
  send(farm, 'cream.in', {
    lotId,
    mass: 900,
    fat: 0.36,
    fatSd: 0.01,
    fatMethod: 'label',
    treatment: 'raw',
    ...change,
  });

describe('times', () => {
  it.each([
    [8_640_000_000_000, 'startedAtSeconds'],
    [-62_135_596_800, 'startedAtSeconds'],
    [morning + 400 * day, 'atSeconds'],
  ])('a batch begun at %p is refused, and no page has it', async (startedAtSeconds, field) => {
    const farm = await house.farm();
    const batchId = randomUUID();
    const input = {
      batchId,
      creamLotId: randomUUID(),
      startedEventId: randomUUID(),
      startedAtSeconds,
      facts,
    };
    expect(await send(farm, 'batch.begin', input)).toMatchObject({ status: 'refused', field });
    expect(await batchView(farm, batchId)).toBeUndefined();
  });

  it('a mark to come, or days before its batch, is refused; one of the evening before is taken', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const told = (minutes: number, body: Parameters<typeof event>[1] = { kind: 'mark', stage: 'whipped' }) =>
      send(farm, 'batch.record', { batchId, events: [event(minutes, body)] });
    expect(await told(3000 * 1440)).toMatchObject({
      status: 'refused',
      field: 'atSeconds',
      message: expect.stringMatching(/still to come/),
    });
    expect(await told(-3000)).toMatchObject({
      status: 'refused',
      field: 'atSeconds',
      message: expect.stringMatching(/2 days before this batch/),
    });
    expect(await told(-600)).toMatchObject(done);
    const mark = event(5, { kind: 'mark', stage: 'grainy' });
    expect(await send(farm, 'batch.record', { batchId, events: [mark] })).toMatchObject(done);
    const moved = event(6, { kind: 'retimed', eventId: mark.id, toSeconds: morning - 9 * day });
    expect(await send(farm, 'batch.record', { batchId, events: [moved] })).toMatchObject({
      status: 'refused',
    });
  });

  it('an envelope of another millennium cannot be read', async () => {
    const farm = await house.farm();
    for (const at of ['0001-01-01T00:00:00Z', '9999-12-31T23:59:59Z'])
      await expect(
        carryOut(
          farm,
          { id: randomUUID(), farm, device: 'x', name: 'house.settle', input: {}, at },
          () => theOwner,
        ),
      ).rejects.toThrow(/2000 and 2100/);
  });
});

describe('one thing in one vessel', () => {
  it('twenty milks at once into one can are one lot, and its story adds up', async () => {
    const farm = await house.farm();
    const vesselId = await vessel(farm, 'Tall can', 'can', 40_000);
    const all = await Promise.all(Array.from({ length: 20 }, () => send(farm, 'milk.in', { lotId: randomUUID(), from: 'herd', mass: 1500, massSd: 10, vesselId })));
    expect(new Set(all.map(({ status }) => status))).toEqual(new Set(['done']));
    const { lots } = await pailView(farm);
    expect(lots).toMatchObject([{ mass: 30_000, vessel: { id: vesselId } }]);
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('six kilograms do not stand in a tub of a litre and a half, whichever way they come', async () => {
    const farm = await house.farm();
    const tub = await vessel(farm, 'Small tub', 'tub', 1500);
    const full = { status: 'refused', message: expect.stringMatching(/holds 1\.5 L to the brim/) };
    expect(await cream(farm, { mass: 6000, vesselId: tub })).toMatchObject(full);
    expect(await send(farm, 'milk.in', { lotId: randomUUID(), from: 'herd', mass: 6000, massSd: 10, vesselId: tub })).toMatchObject(full);
    const big = randomUUID();
    expect(await cream(farm, { mass: 6000 }, big)).toMatchObject(done);
    const pour = { from: [{ lotId: big }], lotId: randomUUID(), kind: 'cream', celsius: 6 };
    expect(await send(farm, 'lot.pour', { ...pour, vesselId: tub })).toMatchObject(full);
    const small = randomUUID();
    expect(await cream(farm, { mass: 1000, vesselId: tub }, small)).toMatchObject(done);
    expect(await send(farm, 'lot.pour', { ...pour, intoLotId: small })).toMatchObject({ ...full, field: 'intoLotId' });
    const lotId = await milk(farm, { mass: 9000 });
    expect(await send(farm, 'milk.separate', { way: 'ladle', from: [{ lotId }], cuts: [{ lotId: randomUUID(), mass: 1200, fat: 0.2, fatSd: 0.02, vesselId: tub }], skim: { to: 'use', use: 'pigs' } })).toMatchObject({ ...full, field: 'cuts.vesselId' });
  });

  it('cream that comes in, skim and a culture find the vessel taken, and say by what', async () => {
    const farm = await house.farm();
    const jar = await vessel(farm, 'Blue jar', 'jar', 15_000);
    const lotId = await milk(farm, { vesselId: jar });
    const taken = { status: 'refused', message: expect.stringMatching(/Blue jar still holds milk \(W1\)/) };
    expect(await cream(farm, { vesselId: jar })).toMatchObject(taken);
    const other = await milk(farm);
    const separate = (from: string, skimLot: string) =>
      send(farm, 'milk.separate', { way: 'ladle', from: [{ lotId: from }], cuts: [{ lotId: randomUUID(), mass: 1200, fat: 0.2, fatSd: 0.02 }], skim: { to: 'lot', lotId: skimLot, vesselId: jar } });
    expect(await separate(other, randomUUID())).toMatchObject(taken);
    // What leaves the jar makes room for its own skim; more skim is poured onto it.
    const first = randomUUID();
    expect(await separate(lotId, first)).toMatchObject(done);
    expect(await separate(other, randomUUID())).toMatchObject({ status: 'refused', message: expect.stringMatching(/has 10 kg in it/) });
    const less = await milk(farm, { mass: 5000 });
    expect(await separate(less, randomUUID())).toMatchObject(done);
    expect((await shelfView(farm)).lots.filter(({ vessel: one }) => one?.id === jar)).toMatchObject([{ id: first, kind: 'skim' }]);
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('an undo that would put milk back into a jar that was filled since is refused, and says so', async () => {
    const farm = await house.farm();
    const jar = await vessel(farm, 'Blue jar', 'jar', 20_000);
    const lotId = await milk(farm, { vesselId: jar });
    const skimmed = randomUUID();
    expect(await send(farm, 'milk.separate', { way: 'ladle', from: [{ lotId }], cuts: [{ lotId: randomUUID(), mass: 1900, fat: 0.2 }], skim: { to: 'use', use: 'pigs' } }, skimmed)).toMatchObject(done);
    await milk(farm, { vesselId: jar });
    expect(await send(farm, 'entry.undo', { commandId: skimmed })).toMatchObject({ status: 'refused', message: expect.stringMatching(/Something else stands in the vessel it would go back into/) });
    expect((await pailView(farm)).lots.filter(({ vessel: one }) => one?.id === jar)).toHaveLength(1);
  });

  it('skim that left the shelf by itself leaves its jar to the next milk', async () => {
    const farm = await house.farm();
    const jar = await vessel(farm, 'Blue jar', 'jar', 20_000);
    const lotId = await milk(farm, { vesselId: jar, atSeconds: morning - 30 * day });
    expect(await send(farm, 'milk.separate', { way: 'ladle', from: [{ lotId }], cuts: [{ lotId: randomUUID(), mass: 1200, fat: 0.2, fatSd: 0.02 }], skim: { to: 'lot', lotId: randomUUID(), vesselId: jar }, atSeconds: morning - 29 * day })).toMatchObject(done);
    expect(await send(farm, 'milk.in', { lotId: randomUUID(), from: 'herd', mass: 5000, massSd: 10, vesselId: jar })).toMatchObject(done);
  });
}); // prettier-ignore

describe('identifiers', () => {
  it('of an event cannot be used for another, in the same batch, another batch, or a lot', async () => {
    const farm = await house.farm();
    const [one, two] = [await begin(farm), await begin(farm)];
    const first = event(3, { kind: 'mark', stage: 'whipped' });
    expect(await send(farm, 'batch.record', { batchId: one, events: [first] })).toMatchObject(done);
    expect(await send(farm, 'batch.record', { batchId: one, events: [first] })).toMatchObject(done);
    const borrowed = { status: 'refused', message: expect.stringMatching(/Something else was said under that id/) };
    expect(await send(farm, 'batch.record', { batchId: one, events: [{ ...first, stage: 'grainy' }] })).toMatchObject(borrowed);
    expect(await send(farm, 'batch.record', { batchId: two, events: [first, event(4, { kind: 'mark', stage: 'break' })] })).toMatchObject(borrowed);
    const [a, b] = [randomUUID(), randomUUID()];
    for (const lotId of [a, b]) expect(await cream(farm, {}, lotId)).toMatchObject(done);
    const reading = { id: randomUUID(), atSeconds: morning, kind: 'reading', celsius: 8 };
    expect(await send(farm, 'lot.record', { lotId: a, events: [reading] })).toMatchObject(done);
    expect(await send(farm, 'lot.record', { lotId: a, events: [reading] })).toMatchObject(done);
    expect(await send(farm, 'lot.record', { lotId: a, events: [{ ...reading, celsius: 9 }] })).toMatchObject(borrowed);
    expect(await send(farm, 'lot.record', { lotId: b, events: [reading] })).toMatchObject(borrowed);
  });

  it('of a portion cannot be a cream’s, nor a piece of another batch’s butter', async () => {
    const farm = await house.farm();
    const lotId = randomUUID();
    expect(await cream(farm, {}, lotId)).toMatchObject(done);
    const packing = (batchId: string, portionId: string) =>
      send(farm, 'batch.record', { batchId, events: [
        event(8, { kind: 'mark', stage: 'break' }), event(9, { kind: 'mark', stage: 'stopped' }),
        event(11, { kind: 'drained', measured: 'mass', mass: 1050, massSd: 10 }), event(20, portion(portionId)), event(21, { kind: 'packed' }),
      ] });
    const borrowed = { status: 'refused', message: expect.stringMatching(/belongs to something else/) };
    expect(await packing(await begin(farm), lotId)).toMatchObject(borrowed);
    const pat = randomUUID();
    expect(await packing(await begin(farm), pat)).toMatchObject(done);
    expect(await packing(await begin(farm), pat)).toMatchObject(borrowed);
    expect((await shelfView(farm)).lots.find(({ id }) => id === lotId)).toMatchObject({ kind: 'cream', mass: 900 });
    expect(await sums(farm)).toMatchObject(balanced);
  });
}); // prettier-ignore
