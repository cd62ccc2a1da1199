import { randomUUID } from 'node:crypto';
import { setClock } from '../clock';
import { shelfView } from '../shelf/views';
import { morning, send } from '../testing/aBatch';
import { aDairy, animal, balanced, booked, cream, lotOf, milk, putTo, sums } from '../testing/aDairy';
import { madeId } from './intoMade';

const house = aDairy();
const done = { status: 'done' };
const refused = { status: 'refused' };
const hour = 3600;

describe('what is made of milk and cream is booked where it went', () => {
  it('the whey of curd takes a tenth of the fat with it, and nothing is left unaccounted for', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { mass: 4000, fat: 0.04 });
    const { command, made } = await putTo(farm, lotId, 'curd', { made: { mass: 600 } });
    expect(await booked(farm, command)).toEqual({
      mass: { lots: -3400, whey: 3400 },
      fat: { lots: -16, whey: 16 },
      details: { heated: true },
    });
    expect(await lotOf(farm, made)).toMatchObject({ mass: 600, ripened: false, treatment: 'boiled' });
  });

  it('yoghurt takes on the spoon that began it, and is soured', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { mass: 1000 });
    const { command, made } = await putTo(farm, lotId, 'yoghurt', { made: { mass: 1040 } });
    expect((await booked(farm, command)).mass).toEqual({ lots: 40, culture: -40 });
    expect(await lotOf(farm, made)).toMatchObject({ ripened: true, treatment: 'boiled' });
    const unheated = await putTo(farm, await milk(farm, { mass: 1000 }), 'yoghurt', {
      made: { heated: false },
    });
    expect(await booked(farm, unheated.command)).toEqual({
      mass: { lots: 0 },
      fat: { lots: 0 },
      details: { heated: false },
    });
  });

  it('whipped cream loses what stays on the whisk and gains its sugar; heating was said of the milk, not of it', async () => {
    const farm = await house.farm();
    const lotId = await cream(farm, { mass: 500, treatment: 'raw' });
    const lean = await putTo(farm, lotId, 'whipped', { mass: 250, made: { mass: 230 } });
    expect(await booked(farm, lean.command)).toMatchObject({
      mass: { lots: -20, smeared: 20 },
      fat: { lots: -7, smeared: 7 },
      details: { heated: false },
    });
    const sweet = await putTo(farm, lotId, 'whipped', { mass: 250, made: { mass: 280, heated: true } });
    expect((await booked(farm, sweet.command)).mass).toEqual({ lots: 30, mixedIn: -30 });
    expect(await lotOf(farm, sweet.made)).toMatchObject({ ripened: false, treatment: 'raw' });
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('of cream that was sour it is sour, and carries no line of culture on', async () => {
    const farm = await house.farm();
    const lotId = await cream(farm, { mass: 500 });
    for (const event of [
      { kind: 'soured', route: 'mesophilic', generation: 0, dose: 0.02, culture: 'bought' },
      { kind: 'looked', seen: 'thickAndTart' },
    ])
      expect(
        await send(farm, 'lot.record', { lotId, events: [{ id: randomUUID(), atSeconds: morning, ...event }] }),
      ).toMatchObject(done);
    expect((await lotOf(farm, lotId)).details.line).toMatchObject({ name: 'Bought culture' });
    const { made } = await putTo(farm, lotId, 'whipped');
    expect((await lotOf(farm, made)).ripened).toBe(true);
    expect((await lotOf(farm, made)).details.line).toBeUndefined();
  }); // prettier-ignore

  it('is of the animals its milk was of; curd of sour milk is fresh', async () => {
    const farm = await house.farm();
    const goat = animal({ name: 'Sorrel', breed: 'goat' });
    expect(await send(farm, 'animal.put', goat)).toMatchObject(done);
    const lotId = await milk(farm, { from: 'animals', animalIds: [goat.id], mass: 4000, treatment: 'pasteurised' });
    const { made } = await putTo(farm, lotId, 'yoghurt', { mass: 1000 });
    expect((await lotOf(farm, made)).details).toMatchObject({ animals: ['Sorrel'], species: 'goat' });
    await send(farm, 'lot.record', {
      lotId,
      events: [
        { id: randomUUID(), atSeconds: morning, kind: 'soured', route: 'mesophilic', generation: 0, dose: 0.02, culture: 'bought' },
        { id: randomUUID(), atSeconds: morning, kind: 'looked', seen: 'thickAndTart' },
      ],
    });
    expect((await lotOf(farm, lotId)).ripened).toBe(true);
    const curd = await putTo(farm, lotId, 'curd');
    expect((await lotOf(farm, curd.made)).ripened).toBe(false);
  }); // prettier-ignore

  it('no more comes of it than can: curd its milk and a gram, yoghurt a third more and a gram', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { mass: 4000 });
    for (const [to, mass, can] of [
      ['curd', 1001, true],
      ['curd', 1001.1, false],
      ['yoghurt', 1301, true],
      ['yoghurt', 1301.1, false],
    ] as const)
      expect((await putTo(farm, lotId, to, { mass: 1000, made: { mass } })).answer).toMatchObject(
        can ? done : { ...refused, field: 'made.mass' },
      );
  });

  it('is told apart however long the name of the command is', () => {
    expect(madeId('a'.repeat(64))).toBe(`${'a'.repeat(59)}-made`);
    expect(madeId('a'.repeat(64)).length).toBeLessThanOrEqual(64);
  });
});

describe('a shelf that is cleared', () => {
  it('books what is thrown out, passes over what is empty, and puts away without a gram', async () => {
    const farm = await house.farm();
    const [full, part, empty, kept] = [
      await cream(farm, { mass: 500 }),
      await cream(farm, { mass: 500 }),
      await cream(farm, { mass: 500 }),
      await cream(farm, { mass: 500 }),
    ];
    await putTo(farm, part, 'pigs', { mass: 200 });
    await putTo(farm, empty, 'pigs');
    const command = randomUUID();
    const clear = (lotIds: string[], to: string, id: string = randomUUID()) =>
      send(farm, 'lot.clear', { lotIds, to }, id);
    expect(await clear([full, part, empty, full], 'spoiled', command)).toMatchObject({
      ...done,
      result: { cleared: 2 },
    });
    expect(await booked(farm, command)).toMatchObject({
      mass: { lots: -800, spoiled: 800 },
      fat: { lots: -288, spoiled: 288 },
    });
    // Nothing left of them: nothing is booked twice.
    const again = randomUUID();
    expect(await clear([full, part], 'spoiled', again)).toMatchObject({ ...done, result: { cleared: 0 } });
    expect((await booked(farm, again)).mass).toEqual({});
    const away = randomUUID();
    expect(await clear([kept, full], 'putAway', away)).toMatchObject({ ...done, result: { cleared: 1 } });
    expect((await booked(farm, away)).mass).toEqual({});
    expect((await lotOf(farm, kept)).mass).toBe(500);
    const onShelf = (await shelfView(farm)).lots.map(({ id }) => id);
    expect(onShelf).not.toContain(kept);
    expect(await clear([kept, randomUUID()], 'spoiled')).toMatchObject({ ...refused, field: 'lotIds' });
    expect((await lotOf(farm, kept)).mass).toBe(500);
    expect(await send(farm, 'entry.undo', { commandId: command })).toMatchObject(done);
    expect((await lotOf(farm, full)).mass).toBe(500);
    expect(await sums(farm)).toMatchObject(balanced);
  });
});

describe('taking some of a lot', () => {
  it('leaves what can still be poured, and counts what clings with what was taken', async () => {
    const farm = await house.farm();
    const left = async (had: number, taken: number) => {
      const lotId = await milk(farm, { mass: had });
      expect((await putTo(farm, lotId, 'pigs', { mass: taken })).answer).toMatchObject(done);
      return (await lotOf(farm, lotId)).mass;
    };
    expect(await left(1000, 989)).toBe(11);
    expect(await left(1000, 990)).toBe(10);
    expect(await left(1000, 991)).toBe(0);
    expect(await left(4000, 3979)).toBe(21);
    expect(await left(4000, 3980)).toBe(20);
    expect(await left(4000, 3981)).toBe(0);
    // A jug that reads a little more than there is took all of it.
    expect(await left(1000, 1061)).toBe(0);
    const lotId = await milk(farm, { mass: 1000 });
    expect((await putTo(farm, lotId, 'pigs', { mass: 1061.1 })).answer).toMatchObject({
      ...refused,
      field: 'mass',
    });
  });

  it('of nothing is refused, and said is when it was emptied', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { mass: 1000 });
    await putTo(farm, lotId, 'pigs');
    const says = async (hours: number) => {
      setClock(new Date((morning + hours * hour) * 1000));
      const { answer } = await putTo(farm, lotId, 'pigs', { atSeconds: morning + hours * hour });
      expect(answer).toMatchObject(refused);
      return (answer as { message: string }).message.replace(/^.* is /, '');
    };
    expect(await says(0.9)).toBe('empty: it was emptied within the last hour.');
    expect(await says(1)).toBe('empty: it was emptied 1 h ago.');
    expect(await says(5)).toBe('empty: it was emptied 5 h ago.');
    expect(await says(35)).toBe('empty: it was emptied 35 h ago.');
    expect(await says(36)).toBe('empty: it was emptied 2 days ago.');
    expect(await says(72)).toBe('empty: it was emptied 3 days ago.');
  });
});
