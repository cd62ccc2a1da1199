import { randomUUID } from 'node:crypto';
import { inFarm } from '@/data/farmScope';
import { lotEventsOf } from '@/data/ledger/standing';
import type { Heated } from '@/core/separating/heatedShare';
import { tapLayerFat } from '@/core/separating/tapLayer';
import { places, vesselShape } from '@/core/standing/places';
import { setClock } from '../clock';
import { carryOut } from '../commands/carryOut';
import { theOwner } from '../commands/command';
import { morning, send } from '../testing/aBatch';
import { aDairy, animal, balanced, booked, cream, lotOf, milk, putTo, sentAt, sums } from '../testing/aDairy';
import { draw, move } from './move';

const house = aDairy();
const done = { status: 'done' };
const refused = { status: 'refused' };
const hour = 3600;

describe('a can with a tap', () => {
  const drawnFat = async (farm: string, change: object, kind = 'tapCan', standHours = 12) => {
    const vesselId = randomUUID();
    expect(
      await send(farm, 'vessel.add', { id: vesselId, name: `Can ${vesselId}`, kind, tool: null, capacity: 12_000 }),
    ).toMatchObject(done);
    setClock(new Date(morning * 1000 + 1000));
    const lotId = await milk(farm, { mass: 8000, fat: 0.04, celsius: 20, vesselId, atSeconds: morning, ...change });
    const before = (await lotOf(farm, lotId)).fat;
    const atSeconds = morning + standHours * hour;
    setClock(new Date(atSeconds * 1000));
    expect((await putTo(farm, lotId, 'pigs', { mass: 3000, atSeconds })).answer).toMatchObject(done);
    return (before - (await lotOf(farm, lotId)).fat) / 3000;
  }; // prettier-ignore
  const { diameter, height } = vesselShape('tapCan', 12_000);
  const layer = (
    celsius: number,
    heated: Heated = false,
    hours = 12,
    species: 'cow' | 'goat' = 'cow',
    mass = 8000,
  ) =>
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
      layer(4, { celsius: 72, minutes: 0.25 }),
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
    const before = (await lotOf(farm, lotId)).fat;
    expect(
      (await putTo(farm, lotId, 'pigs', { mass: 3000, atSeconds: morning + 12 * hour })).answer,
    ).toMatchObject(done);
    expect((before - (await lotOf(farm, lotId)).fat) / 3000).toBeCloseTo(layer(15, false, 12, 'cow', 13_100), 5);
    // Cream in such a can is stirred before it is drawn.
    const other = randomUUID();
    await send(farm, 'vessel.add', { id: other, name: 'Small can', kind: 'tapCan', tool: null, capacity: 3000 });
    const creamId = await cream(farm, { mass: 2000, vesselId: other, place: 'fridge' });
    setClock(new Date((morning + 24 * hour) * 1000));
    await putTo(farm, creamId, 'pigs', { mass: 1000, atSeconds: morning + 24 * hour });
    expect((await lotOf(farm, creamId)).fat).toBeCloseTo(360, 1);
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
      return (await lotOf(farm, lotId)).details;
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
    expect((await lotOf(farm, lotId)).details.despite).toBe('it turned pink or orange; it smelled foul');
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
    const poured = await lotOf(farm, lotId);
    expect(poured.blockedReason!.split('; ').toSorted()).toEqual([
      'Fern: tubes',
      'Quill: tubes',
      'Tansy: tubes',
    ]);
    expect(poured.blockedUntil).toBe('2099-05-06');
    expect(poured.oldestAt.getTime() / 1000).toBe(morning - 20 * hour);
    // Onto what is kept from people already it may go, and not onto what is not.
    expect((await pour(farm, [kept[0]!], { intoLotId: kept[1] })).answer).toMatchObject(done);
    expect((await lotOf(farm, kept[1]!)).blockedReason).toBe('Fern: tubes; Quill: tubes');
    const clean = await milk(farm, { from: 'bought', mass: 4000 });
    expect((await pour(farm, [kept[0]!], { intoLotId: clean })).answer).toMatchObject({
      ...refused,
      field: 'intoLotId',
    });
    const [ripe, sweet] = [await cream(farm, { mass: 500 }), await cream(farm, { mass: 500 })];
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
    expect(await lotOf(farm, mixed.lotId)).toMatchObject({ ripened: false });
  });

  it('poured onto what stands tells it what came, and what speaks against that', async () => {
    const farm = await house.farm();
    const [tansy, quill] = [animal({}), animal({ name: 'Quill' })];
    for (const one of [tansy, quill]) expect(await send(farm, 'animal.put', one)).toMatchObject(done);
    const of = (one: { id: string }, fat: number) =>
      milk(farm, { from: 'animals', animalIds: [one.id], mass: 4000, fat });
    const [into, from] = [await of(tansy, 0.04), await of(quill, 0.03)];
    await send(farm, 'lot.record', {
      lotId: from,
      events: [{ id: randomUUID(), atSeconds: morning, kind: 'looked', seen: 'foul' }],
    });
    expect((await pour(farm, [from], { intoLotId: into, knowing: true })).answer).toMatchObject(done);
    expect((await lotOf(farm, into)).details).toMatchObject({
      despite: 'it smelled foul',
      species: 'cow',
      animals: ['Tansy', 'Quill'],
    });
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
    const { details } = await lotOf(farm, cold);
    expect(details.animals).toEqual(['Tansy']);
    expect(details.line).toMatchObject({ name: 'Blue line' });
    // Poured as it is, it brings its line as well; goat’s milk stays goat’s.
    const sorrel = animal({ name: 'Sorrel', breed: 'goat' });
    expect(await send(farm, 'animal.put', sorrel)).toMatchObject(done);
    const goats = await of(sorrel);
    expect(
      (await pour(farm, [], { from: [{ lotId: culture, mass: 50 }], intoLotId: goats })).answer,
    ).toMatchObject(done);
    expect((await lotOf(farm, goats)).details).toMatchObject({
      species: 'goat',
      line: { name: 'Blue line' },
    });
  });

  it('what does not add up stands under its own name, never hidden', async () => {
    const farm = await house.farm();
    const from = await cream(farm, { mass: 500 });
    const [commandId, lotId] = [randomUUID(), randomUUID()];
    const at = new Date(morning * 1000);
    // An entry is always of a command that is written down.
    await send(
      farm,
      'lot.record',
      { lotId: from, events: [{ id: randomUUID(), atSeconds: morning, kind: 'placed', place: 'fridge' }] },
      commandId,
    );
    const sender = { commandId, device: 'tablet', at, receivedAt: at, by: theOwner };
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
    // Of what is short, only grams, or only fat.
    for (const [mass, fat] of [
      [470, 180],
      [500, 171],
    ] as const) {
      const again = randomUUID();
      const [other, to] = [await cream(farm, { mass: 500 }), randomUUID()];
      await send(farm, 'lot.record', { lotId: other, events: [{ id: randomUUID(), atSeconds: morning, kind: 'placed', place: 'fridge' }] }, again);
      await inFarm(farm, async (scope) => {
        const by = { ...sender, commandId: again };
        const drawn = await draw(scope, [{ lotId: other }], by);
        const fresh = { kind: 'cream', treatment: 'raw', ripened: false } as const;
        await move(scope, by, { kind: 'poured', at, from: drawn, into: [{ lotId: to, mass, fat, celsius: 4, fresh }] });
      });
      expect(await booked(farm, again)).toMatchObject({ mass: { unaccounted: 500 - mass }, fat: { unaccounted: 180 - fat } });
    }
  }); // prettier-ignore

  it('is of lots that there are', async () => {
    const farm = await house.farm();
    const nowhere = randomUUID();
    expect((await putTo(farm, nowhere, 'pigs')).answer).toMatchObject({ ...refused, field: 'lotId' });
    expect((await pour(farm, [await milk(farm)], { intoLotId: nowhere })).answer).toMatchObject({
      ...refused,
      field: 'intoLotId',
    });
  });

  it('asks what another device could not know: how much of it was wanted', async () => {
    const farm = await house.farm();
    const [a, b] = [await milk(farm, { mass: 1000 }), await milk(farm, { mass: 1000 })];
    setClock(new Date((morning + 3 * hour) * 1000));
    for (const lotId of [a, b]) await putTo(farm, lotId, 'pigs', { atSeconds: morning + 3 * hour });
    const late = (input: object) => sentAt(farm, 'lot.use', { to: 'baked', ...input }, 'phone', new Date((morning + hour) * 1000));
    expect(await late({ lotId: a })).toMatchObject({ result: { question: expect.stringContaining('all of it was wanted, 0 g is left') } });
    expect(await late({ lotId: b, mass: 400 })).toMatchObject({ result: { question: expect.stringContaining('400 g of it was wanted, 0 g is left') } });
  }); // prettier-ignore

  it('is settled by who knows: let go, or what is left goes to the use that was meant', async () => {
    const farm = await house.farm();
    const [a, b, c] = [await milk(farm, { mass: 1000 }), await milk(farm, { mass: 1000 }), await milk(farm, { mass: 1000 })];
    const now = morning + 3 * hour;
    setClock(new Date(now * 1000));
    await putTo(farm, a, 'pigs', { mass: 800, atSeconds: now });
    for (const lotId of [b, c]) await putTo(farm, lotId, 'pigs', { atSeconds: now });
    const parked = async (name: string, input: object) => {
      const id = randomUUID();
      const at = new Date((morning + hour) * 1000).toISOString();
      expect(await carryOut(farm, { id, farm, device: 'phone', name, input, at }, () => theOwner)).toMatchObject({ result: { parked: true } });
      return id;
    };
    const settle = (commandId: string, how: string, by: string = randomUUID()) => send(farm, 'parked.settle', { commandId, how }, by);
    const [some, none] = [await parked('lot.use', { lotId: a, mass: 700, to: 'baked' }), await parked('lot.use', { lotId: b, to: 'baked' })];
    const by = randomUUID();
    expect(await settle(some, 'takeWhatIsLeft', by)).toMatchObject({ ...done, result: { commandId: some } });
    expect(await booked(farm, by)).toMatchObject({ mass: { lots: -200, baked: 200 }, details: { parked: some } });
    expect((await lotOf(farm, a)).mass).toBe(0);
    // Nothing is left of it: nothing is taken, and the question is settled.
    expect(await settle(none, 'takeWhatIsLeft')).toMatchObject(done);
    expect(await settle(none, 'letGo')).toMatchObject({ ...refused, field: 'commandId' });
    // A pour is no plain use: it is said again as it was, or let go.
    const pour = await parked('lot.pour', { from: [{ lotId: c, mass: 500 }], lotId: randomUUID(), kind: 'milk', celsius: 5 });
    expect(await settle(pour, 'takeWhatIsLeft')).toMatchObject({ ...refused, field: 'how' });
    expect(await settle(pour, 'letGo')).toMatchObject(done);
    expect(await sums(farm)).toMatchObject(balanced);
  }); // prettier-ignore

  it('is not the same lot twice', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { mass: 4000 });
    expect((await pour(farm, [lotId, lotId])).answer).toMatchObject({ ...refused, field: 'from' });
    expect((await lotOf(farm, lotId)).mass).toBe(4000);
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
