import { randomUUID } from 'node:crypto';
import { inFarm } from '@/data/farmScope';
import { lotsById } from '@/data/ledger/standing';
import { setClock } from '../clock';
import { facts, morning, send } from '../testing/aBatch';
import { aDairy, animal, cream, milk, skim } from '../testing/aDairy';
import { judgedLots, letGo } from './judgedLots';

const house = aDairy();
const done = { status: 'done' };
const refused = { status: 'refused' };
const hour = 3600;
const at = (hours: number) => new Date((morning + hours * hour) * 1000);
const judged = (farm: string, id: string, when: Date) =>
  inFarm(
    farm,
    async (scope) => (await judgedLots(scope, [(await lotsById(scope, [id])).get(id)!], when))[0]!,
  );
const jar = async (farm: string) => {
  const id = randomUUID();
  expect(
    await send(farm, 'vessel.add', { id, name: `Jar ${id}`, kind: 'jar', tool: null, capacity: 3000 }),
  ).toMatchObject(done);
  return id;
}; // prettier-ignore

describe('a lot is judged', () => {
  it('by the oldest of what is in it, not by when it was skimmed', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { celsius: 4, place: 'fridge' });
    setClock(at(96));
    const creamId = randomUUID();
    expect(
      await skim(farm, [lotId], {
        cuts: [{ lotId: creamId, mass: 900, fat: 0.2 }],
        celsius: 4,
        atSeconds: morning + 96 * hour,
      }),
    ).toMatchObject(done);
    expect((await judged(farm, creamId, at(190))).judged.discard).toBeUndefined();
    expect((await judged(farm, creamId, at(194))).judged.discard?.why).toMatch(/old/);
  });

  it('by what its own vessel is known to do: one that was probed, and no other', async () => {
    const farm = await house.farm();
    const [probed, other] = [await jar(farm), await jar(farm)];
    const stands = (vesselId: string, atSeconds = morning) =>
      milk(farm, { vesselId, mass: 2400, celsius: 34, place: 'fridge', atSeconds });
    const first = await stands(probed);
    for (const [hours, celsius] of [
      [1, 14],
      [2, 8],
    ] as const)
      expect(
        await send(farm, 'lot.record', {
          lotId: first,
          events: [{ id: randomUUID(), atSeconds: morning + hours * hour, kind: 'reading', celsius }],
        }),
      ).toMatchObject(done);
    expect(await send(farm, 'lot.use', { lotId: first, to: 'pigs' })).toMatchObject(done);
    const later = morning + 4 * hour;
    const [again, beside] = [await stands(probed, later), await stands(other, later)];
    const celsius = async (id: string) => (await judged(farm, id, at(6))).story!.celsius;
    // It cooled faster than a jar of its size does, and so it is foreseen to.
    expect(await celsius(again)).toBeLessThan((await celsius(beside)) - 2);
    const of = (id: string) => judged(farm, id, at(6)).then(({ told }) => told.vesselFactor);
    expect(await of(again)).toBeGreaterThan(1.1);
    expect(await of(beside)).toBe(1);
  });

  it('that was to be thrown out, and is heated then, still as that', async () => {
    const farm = await house.farm();
    const placed = (hours: number, place: 'room' | 'fridge') => ({
      id: randomUUID(), atSeconds: morning + hours * hour, kind: 'placed', place, ...(place === 'room' ? { celsius: 25 } : {}),
    }); // prettier-ignore
    const heated = (hours: number) => ({
      id: randomUUID(), atSeconds: morning + hours * hour, kind: 'heated', how: 'pasteurised', celsius: 75, minutes: 1,
    }); // prettier-ignore
    const record = (lotId: string, ...events: object[]) => send(farm, 'lot.record', { lotId, events });
    setClock(at(90));
    const [spent, out, good] = [
      await milk(farm),
      await cream(farm, { treatment: 'pasteurised' }),
      await milk(farm),
    ];
    expect(await record(spent, placed(0.1, 'room'), heated(80), placed(80.1, 'fridge'))).toMatchObject(done);
    expect(
      await record(out, placed(0.1, 'fridge'), placed(1, 'room'), placed(9, 'fridge'), heated(12)),
    ).toMatchObject(done);
    expect(await record(good, placed(0.1, 'room'), heated(2), placed(2.1, 'fridge'))).toMatchObject(done);
    for (const id of [spent, out]) {
      const { mayNot } = (await judged(farm, id, at(85))).judged;
      expect(mayNot.drink).toMatch(/warm/);
      expect(mayNot.churn).toMatch(/warm/);
    }
    expect((await judged(farm, spent, at(85))).judged.discard?.why).toMatch(/longer than raw milk/);
    expect((await judged(farm, good, at(85))).judged.mayNot.drink).toBeUndefined();
  });

  it('as good again once the heating, or what had made it one to throw out, is taken back', async () => {
    const farm = await house.farm();
    const tell = async (lotId: string, told: object[], commandId = randomUUID()) => {
      const events = told.map((event) => ({ id: randomUUID(), ...event }));
      expect(await send(farm, 'lot.record', { lotId, events }, commandId)).toMatchObject(done);
      return commandId;
    };
    const back = async (commandId: string) =>
      expect(await send(farm, 'entry.undo', { commandId })).toMatchObject(done);
    const heat = {
      atSeconds: morning + 6 * hour,
      kind: 'heated',
      how: 'pasteurised',
      celsius: 75,
      minutes: 1,
    };
    const looked = { atSeconds: morning + 5 * hour, kind: 'looked', seen: 'mould' };
    const why = async (id: string) => {
      const { lot, judged: found } = await judged(farm, id, at(7));
      return [lot.details.despite, found.discard?.why, found.mayNot.drink];
    };
    setClock(at(7));
    const lotId = await milk(farm, { celsius: 4, place: 'fridge' });
    // Both stand: whatever is heated of it, it stays what it was.
    const look = await tell(lotId, [looked]);
    const first = await tell(lotId, [heat]);
    expect(await why(lotId)).toEqual(Array(3).fill('mould was seen in it'));
    // The heating is taken back: mould alone speaks against it.
    await back(first);
    expect(await why(lotId)).toEqual([undefined, ...Array(2).fill('mould was seen in it')]);
    // Heated again, and the mould taken back, which was another jar’s.
    const second = await tell(lotId, [{ ...heat, atSeconds: heat.atSeconds + 60 }]);
    expect((await why(lotId))[0]).toBe('mould was seen in it');
    await back(look);
    expect(await why(lotId)).toEqual([undefined, undefined, undefined]);
    await back(second);
    expect(await why(lotId)).toEqual([undefined, undefined, undefined]);
  });
});

describe('letting a lot go', () => {
  it('is never for people while it is kept from them, whoever says that they know', async () => {
    const farm = await house.farm();
    const cow = animal({
      withdrawnFrom: '2020-01-01',
      withdrawnUntil: '2099-01-01',
      withdrawnReason: 'udder tubes',
    });
    expect(await send(farm, 'animal.put', cow)).toMatchObject(done);
    const lotId = await milk(farm, { from: 'animals', animalIds: [cow.id] });
    expect(await send(farm, 'lot.use', { lotId, mass: 500, to: 'baked', knowing: true })).toMatchObject({
      ...refused,
      field: 'lotId',
      message: expect.stringContaining('is not used in the kitchen'),
    });
    const creamId = randomUUID();
    await skim(farm, [lotId], { cuts: [{ lotId: creamId, mass: 900, fat: 0.2 }] });
    expect(
      await send(farm, 'batch.begin', {
        batchId: randomUUID(),
        creamLotId: randomUUID(),
        startedEventId: randomUUID(),
        startedAtSeconds: morning,
        facts: { ...facts, creamMass: 900, creamFat: 0.2, despite: 'I know' },
        fromLots: [{ lotId: creamId }],
      }),
    ).toMatchObject({ ...refused, field: 'fromLots' });
    expect(await send(farm, 'lot.use', { lotId: creamId, mass: 500, to: 'pigs' })).toMatchObject(done);
  });

  it('says every reason once, in so many letters at most', async () => {
    const farm = await house.farm();
    const lots = await Promise.all([milk(farm), milk(farm), milk(farm)]);
    const said = await inFarm(farm, async (scope) => {
      const found = [...(await lotsById(scope, lots)).values()];
      const [a, b, c] = found.map((lot, i) => ({
        ...lot,
        details: { ...lot.details, despite: i === 2 ? 'b'.repeat(200) : 'a'.repeat(200) },
      }));
      return [
        await letGo(scope, [a!, b!], 'drink', at(0), true),
        await letGo(scope, [a!, c!], 'drink', at(0), true),
        await letGo(scope, found, 'churn', at(0), false),
      ];
    });
    expect(said[0]).toBe('a'.repeat(200));
    expect(said[1]).toHaveLength(300);
    expect(said[2]).toBeUndefined();
  });
});

test('a clock may run five minutes ahead of the house’s, and no further', async () => {
  const farm = await house.farm();
  const now = at(10);
  const { carryOut } = await import('../commands/carryOut');
  const { theOwner } = await import('../commands/command');
  const sent = (secondsAhead: number) => {
    setClock(now);
    const lotId = randomUUID();
    return carryOut(
      farm,
      {
        id: randomUUID(),
        farm,
        device: 'tablet',
        name: 'milk.in',
        input: {
          lotId,
          from: 'herd',
          mass: 5000,
          massSd: 50,
          atSeconds: now.getTime() / 1000 + secondsAhead,
        },
        at: now.toISOString(),
      },
      () => theOwner,
    );
  };
  expect(await sent(300)).toMatchObject(done);
  expect(await sent(301)).toMatchObject({ ...refused, field: 'atSeconds' });
});
