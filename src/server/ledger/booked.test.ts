import { randomUUID } from 'node:crypto';
import { inFarm } from '@/data/farmScope';
import { lotEventsOf, lotsById } from '@/data/ledger/standing';
import { tapLayerFat } from '@/core/separating/tapLayer';
import { places, vesselShape } from '@/core/standing/places';
import { setClock } from '../clock';
import { shelfView } from '../shelf/views';
import { morning, send } from '../testing/aBatch';
import { aDairy, animal, balanced, booked, milk, sums } from '../testing/aDairy';
import { madeId } from './intoMade';
import { draw, move } from './move';

const house = aDairy();
const done = { status: 'done' };
const refused = { status: 'refused' };
const hour = 3600;
const lot = async (farm: string, id: string) =>
  (await inFarm(farm, (scope) => lotsById(scope, [id]))).get(id)!;
const cream = async (farm: string, change: Record<string, unknown> = {}) => {
  const lotId = randomUUID();
  expect(
    await send(farm, 'cream.in', { lotId, mass: 500, fat: 0.36, fatSd: 0.01, fatMethod: 'label', treatment: 'pasteurised', ...change }),
  ).toMatchObject(done);
  return lotId;
}; // prettier-ignore
const putTo = async (farm: string, lotId: string, to: string, more: object = {}) => {
  const command = randomUUID();
  const answer = await send(farm, 'lot.use', { lotId, to, ...more }, command);
  return { answer, command, made: madeId(command) };
};

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
    expect(await lot(farm, made)).toMatchObject({ mass: 600, ripened: false, treatment: 'boiled' });
  });

  it('yoghurt takes on the spoon that began it, and is soured', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { mass: 1000 });
    const { command, made } = await putTo(farm, lotId, 'yoghurt', { made: { mass: 1040 } });
    expect((await booked(farm, command)).mass).toEqual({ lots: 40, culture: -40 });
    expect(await lot(farm, made)).toMatchObject({ ripened: true, treatment: 'boiled' });
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
    const lotId = await cream(farm, { treatment: 'raw' });
    const lean = await putTo(farm, lotId, 'whipped', { mass: 250, made: { mass: 230 } });
    expect(await booked(farm, lean.command)).toMatchObject({
      mass: { lots: -20, smeared: 20 },
      fat: { lots: -7, smeared: 7 },
      details: { heated: false },
    });
    const sweet = await putTo(farm, lotId, 'whipped', { mass: 250, made: { mass: 280, heated: true } });
    expect((await booked(farm, sweet.command)).mass).toEqual({ lots: 30, mixedIn: -30 });
    expect(await lot(farm, sweet.made)).toMatchObject({ ripened: false, treatment: 'raw' });
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('of cream that was sour it is sour, and carries no line of culture on', async () => {
    const farm = await house.farm();
    const lotId = await cream(farm);
    for (const event of [
      { kind: 'soured', route: 'mesophilic', generation: 0, dose: 0.02, culture: 'bought' },
      { kind: 'looked', seen: 'thickAndTart' },
    ])
      expect(
        await send(farm, 'lot.record', { lotId, events: [{ id: randomUUID(), atSeconds: morning, ...event }] }),
      ).toMatchObject(done);
    expect((await lot(farm, lotId)).details.line).toMatchObject({ name: 'Bought culture' });
    const { made } = await putTo(farm, lotId, 'whipped');
    expect((await lot(farm, made)).ripened).toBe(true);
    expect((await lot(farm, made)).details.line).toBeUndefined();
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
      await cream(farm),
      await cream(farm),
      await cream(farm),
      await cream(farm),
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
    expect((await lot(farm, kept)).mass).toBe(500);
    const onShelf = (await shelfView(farm)).lots.map(({ id }) => id);
    expect(onShelf).not.toContain(kept);
    expect(await clear([kept, randomUUID()], 'spoiled')).toMatchObject({ ...refused, field: 'lotIds' });
    expect((await lot(farm, kept)).mass).toBe(500);
    expect(await send(farm, 'entry.undo', { commandId: command })).toMatchObject(done);
    expect((await lot(farm, full)).mass).toBe(500);
    expect(await sums(farm)).toMatchObject(balanced);
  });
});

describe('taking some of a lot', () => {
  it('leaves what can still be poured, and counts what clings with what was taken', async () => {
    const farm = await house.farm();
    const left = async (had: number, taken: number) => {
      const lotId = await milk(farm, { mass: had });
      expect((await putTo(farm, lotId, 'pigs', { mass: taken })).answer).toMatchObject(done);
      return (await lot(farm, lotId)).mass;
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

describe('a can with a tap', () => {
  const drawnFat = async (farm: string, change: object, kind = 'tapCan', standHours = 12) => {
    const vesselId = randomUUID();
    expect(
      await send(farm, 'vessel.add', { id: vesselId, name: `Can ${vesselId.slice(0, 4)}`, kind, tool: null, capacity: 12_000 }),
    ).toMatchObject(done);
    setClock(new Date(morning * 1000 + 1000));
    const lotId = await milk(farm, { mass: 8000, fat: 0.04, celsius: 20, vesselId, atSeconds: morning, ...change });
    const before = (await lot(farm, lotId)).fat;
    const atSeconds = morning + standHours * hour;
    setClock(new Date(atSeconds * 1000));
    expect((await putTo(farm, lotId, 'pigs', { mass: 3000, atSeconds })).answer).toMatchObject(done);
    return (before - (await lot(farm, lotId)).fat) / 3000;
  }; // prettier-ignore
  const { diameter, height } = vesselShape('tapCan', 12_000);
  const layer = (celsius: number, heated = false, hours = 12, species: 'cow' | 'goat' = 'cow', mass = 8000) =>
    tapLayerFat(
      {
        vessel: { bottomDiameter: diameter, topDiameter: diameter, height: 1.2 * height },
        mass,
        fat: 0.04,
        temperature: celsius,
        species,
        heated,
      },
      hours,
      3000,
    );

  it('lets its lowest layer out, as its place let the cream rise; everything else is stirred', async () => {
    const farm = await house.farm();
    expect(await drawnFat(farm, { place: 'fridge' })).toBeCloseTo(layer(4), 5);
    expect(layer(4)).toBeLessThan(0.02);
    expect(await drawnFat(farm, { place: 'room' })).toBeCloseTo(layer(places.room.celsius), 5);
    expect(layer(places.room.celsius)).not.toBeCloseTo(layer(4), 3);
    expect(await drawnFat(farm, { place: 'fridge', treatment: 'pasteurised' })).toBeCloseTo(
      layer(4, true),
      5,
    );
    expect(await drawnFat(farm, { place: 'fridge', homogenised: true })).toBeCloseTo(layer(4, true), 5);
    expect(layer(4, true)).not.toBeCloseTo(layer(4), 3);
    expect(await drawnFat(farm, { place: 'fridge' }, 'can')).toBeCloseTo(0.04, 5);
    const goat = animal({ name: 'Sorrel', breed: 'goat' });
    expect(await send(farm, 'animal.put', goat)).toMatchObject(done);
    expect(await drawnFat(farm, { place: 'fridge', from: 'animals', animalIds: [goat.id] })).toBeCloseTo(
      layer(4, false, 12, 'goat'),
      5,
    );
    expect(layer(4, false, 12, 'goat')).not.toBeCloseTo(layer(4), 3);
    expect(await drawnFat(farm, { place: 'fridge' }, 'tapCan', 3)).toBeCloseTo(layer(4, false, 3), 3);
  });

  it('goes by when the milk was poured and where it was put, whatever was said of it since', async () => {
    const farm = await house.farm();
    const vesselId = randomUUID();
    expect(
      await send(farm, 'vessel.add', { id: vesselId, name: 'Tall can', kind: 'tapCan', tool: null, capacity: 12_000 }),
    ).toMatchObject(done);
    // Filled to over its brim, as a can may be.
    const lotId = await milk(farm, { mass: 13_100, fat: 0.04, celsius: 20, vesselId, place: 'room' });
    for (const [hours, event] of [
      [1, { kind: 'placed', place: 'room', celsius: 15 }],
      [6, { kind: 'reading', celsius: 15.5 }],
    ] as const)
      expect(
        await send(farm, 'lot.record', {
          lotId,
          events: [{ id: randomUUID(), atSeconds: morning + hours * hour, ...event }],
        }),
      ).toMatchObject(done);
    setClock(new Date((morning + 12 * hour) * 1000));
    const before = (await lot(farm, lotId)).fat;
    expect(
      (await putTo(farm, lotId, 'pigs', { mass: 3000, atSeconds: morning + 12 * hour })).answer,
    ).toMatchObject(done);
    expect((before - (await lot(farm, lotId)).fat) / 3000).toBeCloseTo(layer(15, false, 12, 'cow', 13_100), 5);
    // Cream in such a can is stirred before it is drawn.
    const other = randomUUID();
    await send(farm, 'vessel.add', { id: other, name: 'Small can', kind: 'tapCan', tool: null, capacity: 3000 });
    const creamId = await cream(farm, { mass: 2000, vesselId: other, place: 'fridge' });
    setClock(new Date((morning + 24 * hour) * 1000));
    await putTo(farm, creamId, 'pigs', { mass: 1000, atSeconds: morning + 24 * hour });
    expect((await lot(farm, creamId)).fat).toBeCloseTo(360, 1);
  }); // prettier-ignore
});

describe('what is poured together', () => {
  const pour = async (farm: string, lotIds: string[], more: object = {}) => {
    const lotId = randomUUID();
    const answer = await send(farm, 'lot.pour', {
      from: lotIds.map((id) => ({ lotId: id, mass: 400 })),
      lotId,
      kind: 'milk',
      celsius: 5,
      ...more,
    });
    return { lotId, answer };
  };

  it('is of every animal that gave to it, and of one species only where all were', async () => {
    const farm = await house.farm();
    const [tansy, quill, sorrel] = [
      animal({}),
      animal({ name: 'Quill' }),
      animal({ name: 'Sorrel', breed: 'goat' }),
    ];
    const of = async (one: { id: string }) => {
      expect(await send(farm, 'animal.put', one)).toMatchObject(done);
      return milk(farm, { from: 'animals', animalIds: [one.id], mass: 4000 });
    };
    const [a, b, c, bought] = [
      await of(tansy),
      await of(quill),
      await of(sorrel),
      await milk(farm, { from: 'bought', mass: 4000 }),
    ];
    const details = async (lotIds: string[]) => {
      const { lotId, answer } = await pour(farm, lotIds);
      expect(answer).toMatchObject(done);
      return (await lot(farm, lotId)).details;
    };
    expect(await details([a, b, a].slice(0, 2))).toMatchObject({
      animals: ['Tansy', 'Quill'],
      species: 'cow',
    });
    expect(await details([c])).toMatchObject({ animals: ['Sorrel'], species: 'goat' });
    expect((await details([c, bought])).species).toBe('cow');
    expect(await details([a, c])).toMatchObject({ animals: ['Tansy', 'Sorrel'], species: 'cow' });
    expect((await details([bought])).animals).toBeUndefined();
  });

  it('keeps what speaks against each part of it, once', async () => {
    const farm = await house.farm();
    const bad = async (seen: string) => {
      const lotId = await milk(farm, { mass: 4000 });
      await send(farm, 'lot.record', {
        lotId,
        events: [{ id: randomUUID(), atSeconds: morning, kind: 'looked', seen }],
      });
      return lotId;
    };
    const [pink, foul, alsoPink] = [await bad('pink'), await bad('foul'), await bad('pink')];
    expect((await pour(farm, [pink])).answer).toMatchObject({ ...refused, field: 'knowing' });
    const { lotId, answer } = await pour(farm, [pink, foul, alsoPink], { knowing: true });
    expect(answer).toMatchObject(done);
    expect((await lot(farm, lotId)).details.despite).toBe('it turned pink or orange; it smelled foul');
  });

  it('is kept from people for every reason and till the last day of all, as old as its oldest, sour only where all is', async () => {
    const farm = await house.farm();
    const withheld = async (name: string, withdrawnUntil: string) => {
      const one = animal({ name, withdrawnFrom: '2020-01-01', withdrawnUntil, withdrawnReason: 'tubes' });
      expect(await send(farm, 'animal.put', one)).toMatchObject(done);
      return milk(farm, { from: 'animals', animalIds: [one.id], mass: 4000 });
    };
    setClock(new Date((morning - 20 * hour) * 1000));
    const old = await milk(farm, { mass: 4000, atSeconds: morning - 20 * hour });
    const kept = [
      await withheld('Fern', '2098-01-02'),
      await withheld('Quill', '2099-05-06'),
      await withheld('Tansy', '2097-03-04'),
    ];
    const { lotId, answer } = await pour(farm, [...kept, old]);
    expect(answer).toMatchObject(done);
    const poured = await lot(farm, lotId);
    expect(poured.blockedReason!.split('; ').toSorted()).toEqual([
      'Fern: tubes',
      'Quill: tubes',
      'Tansy: tubes',
    ]);
    expect(poured.blockedUntil).toBe('2099-05-06');
    expect(poured.oldestAt.getTime() / 1000).toBe(morning - 20 * hour);
    // Onto what is kept from people already it may go, and not onto what is not.
    expect((await pour(farm, [kept[0]!], { intoLotId: kept[1] })).answer).toMatchObject(done);
    expect((await lot(farm, kept[1]!)).blockedReason).toBe('Fern: tubes; Quill: tubes');
    const clean = await milk(farm, { from: 'bought', mass: 4000 });
    expect((await pour(farm, [kept[0]!], { intoLotId: clean })).answer).toMatchObject({
      ...refused,
      field: 'intoLotId',
    });
    const [ripe, sweet] = [await cream(farm), await cream(farm)];
    await send(farm, 'lot.record', {
      lotId: ripe,
      events: [
        {
          id: randomUUID(),
          atSeconds: morning,
          kind: 'soured',
          route: 'mesophilic',
          generation: 0,
          dose: 0.02,
          culture: 'bought',
        },
        { id: randomUUID(), atSeconds: morning, kind: 'looked', seen: 'thickAndTart' },
      ],
    });
    const mixed = await pour(farm, [ripe, sweet], { kind: 'cream' });
    expect(await lot(farm, mixed.lotId)).toMatchObject({ ripened: false });
  });

  it('poured onto what stands tells it what came, and what speaks against that', async () => {
    const farm = await house.farm();
    const [into, from] = [
      await milk(farm, { mass: 4000, fat: 0.04 }),
      await milk(farm, { mass: 4000, fat: 0.03 }),
    ];
    await send(farm, 'lot.record', {
      lotId: from,
      events: [{ id: randomUUID(), atSeconds: morning, kind: 'looked', seen: 'foul' }],
    });
    expect((await pour(farm, [from], { intoLotId: into, knowing: true })).answer).toMatchObject(done);
    expect((await lot(farm, into)).details).toMatchObject({ despite: 'it smelled foul', species: 'cow' });
    const events = await inFarm(farm, (scope) => lotEventsOf(scope, [into, from]));
    const came = events.get(into)!.filter(({ kind }) => kind === 'poured');
    expect(
      came
        .map((event) => [(event as { mass: number }).mass, (event as { fat: number }).fat])
        .toSorted(([a], [b]) => a! - b!),
    ).toEqual([
      [400, 0.03],
      [4000, 0.04],
    ]);
    expect(events.get(from)!.filter(({ kind }) => kind === 'drawn')).toMatchObject([{ mass: 400 }]);
  });

  it('a spoon of culture brings its line, and makes nobody else’s milk of it', async () => {
    const farm = await house.farm();
    const [tansy, quill] = [animal({}), animal({ name: 'Quill' })];
    for (const one of [tansy, quill]) expect(await send(farm, 'animal.put', one)).toMatchObject(done);
    const of = (one: { id: string }) =>
      milk(farm, { from: 'animals', animalIds: [one.id], mass: 4000, treatment: 'pasteurised' });
    const [mother, cold] = [await of(quill), await of(tansy)];
    await send(farm, 'lot.record', {
      lotId: mother,
      events: [
        {
          id: randomUUID(),
          atSeconds: morning,
          kind: 'soured',
          route: 'mesophilic',
          generation: 0,
          dose: 0.02,
          culture: 'bought',
        },
        { id: randomUUID(), atSeconds: morning, kind: 'looked', seen: 'thickAndTart' },
      ],
    });
    const culture = randomUUID();
    expect(
      await send(farm, 'culture.keep', { lotId: culture, fromLotId: mother, mass: 200, name: 'Blue line' }),
    ).toMatchObject(done);
    expect(
      await send(farm, 'lot.record', {
        lotId: cold,
        events: [
          {
            id: randomUUID(),
            atSeconds: morning,
            kind: 'soured',
            route: 'mesophilic',
            generation: 1,
            dose: 0.02,
          },
        ],
        culture: { lotId: culture, mass: 80 },
      }),
    ).toMatchObject(done);
    const { details } = await lot(farm, cold);
    expect(details.animals).toEqual(['Tansy']);
    expect(details.line).toMatchObject({ name: 'Blue line' });
  });

  it('what does not add up stands under its own name, never hidden', async () => {
    const farm = await house.farm();
    const from = await cream(farm);
    const [commandId, lotId] = [randomUUID(), randomUUID()];
    const at = new Date(morning * 1000);
    // An entry is always of a command that is written down.
    await send(
      farm,
      'lot.record',
      { lotId: from, events: [{ id: randomUUID(), atSeconds: morning, kind: 'placed', place: 'fridge' }] },
      commandId,
    );
    const sender = { commandId, device: 'tablet', at, receivedAt: at };
    await inFarm(farm, async (scope) => {
      const drawn = await draw(scope, [{ lotId: from }], sender);
      const fresh = { kind: 'cream', treatment: 'raw', ripened: false } as const;
      await move(scope, sender, {
        kind: 'poured',
        at,
        from: drawn,
        into: [{ lotId, mass: 470, fat: 171, celsius: 4, fresh }],
      });
    });
    expect(await booked(farm, commandId)).toMatchObject({
      mass: { lots: -30, unaccounted: 30 },
      fat: { lots: -9, unaccounted: 9 },
    });
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('is not the same lot twice', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { mass: 4000 });
    expect((await pour(farm, [lotId, lotId])).answer).toMatchObject({ ...refused, field: 'from' });
    expect((await lot(farm, lotId)).mass).toBe(4000);
  });

  it('to and fro at once waits for nothing for ever', async () => {
    const farm = await house.farm();
    const [a, b] = [await cream(farm, { mass: 4000 }), await cream(farm, { mass: 4000 })];
    const answers = await Promise.all(
      Array.from({ length: 8 }, (_, i) =>
        pour(farm, [i % 2 ? a : b], { kind: 'cream', intoLotId: i % 2 ? b : a }),
      ),
    );
    expect(answers.map(({ answer }) => answer.status)).toEqual(Array(8).fill('done'));
    expect(await sums(farm)).toMatchObject(balanced);
  });
});
