import { randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import { database } from '@/data/connection';
import { inFarm } from '@/data/farmScope';
import { lotsById } from '@/data/ledger/standing';
import { carryOut } from '../commands/carryOut';
import { theOwner } from '../commands/command';
import { shelfView } from '../shelf/views';
import { facts, morning, send } from '../testing/aBatch';
import { aDairy, milk, skim, sums, balanced, animal, sentAt } from '../testing/aDairy';
import { pailView } from './views';

const house = aDairy();
const lotNow = async (farm: string, lotId: string) =>
  (await inFarm(farm, (scope) => lotsById(scope, [lotId]))).get(lotId)!;

describe('what was said of a lot', () => {
  const said = async (farm: string, lotId: string, ...events: object[]) => {
    const id = randomUUID();
    const answer = await send(
      farm,
      'lot.record',
      { lotId, events: events.map((one, i) => ({ id: randomUUID(), atSeconds: morning + i, ...one })) },
      id,
    );
    expect(answer).toMatchObject({ status: 'done' });
    return id;
  };
  it('is taken back with what followed from it: a look, a heating, a reading', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm);
    const heated = await said(farm, lotId, { kind: 'heated', how: 'boiled', celsius: 100, minutes: 1 });
    expect(await lotNow(farm, lotId)).toMatchObject({ treatment: 'boiled' });
    expect(await send(farm, 'entry.undo', { commandId: heated })).toMatchObject({ status: 'done' });
    expect(await lotNow(farm, lotId)).toMatchObject({ treatment: 'raw' });
    // Pressed twice it is undone once, and says so.
    expect(await send(farm, 'entry.undo', { commandId: heated })).toMatchObject({
      status: 'done',
      result: { already: true },
    });

    await said(farm, lotId, {
      kind: 'soured',
      route: 'mesophilic',
      dose: 0.02,
      culture: 'bought',
      generation: 0,
    });
    const looked = await said(farm, lotId, { kind: 'looked', seen: 'thickAndTart' });
    expect(await lotNow(farm, lotId)).toMatchObject({ ripened: true });
    await send(farm, 'entry.undo', { commandId: looked });
    expect(await lotNow(farm, lotId)).toMatchObject({ ripened: false });

    const read = await said(farm, lotId, { kind: 'reading', celsius: 12 });
    const readings = async () =>
      (await pailView(farm)).lots
        .find(({ id }) => id === lotId)!
        .events.filter(({ kind }) => kind === 'reading');
    const before = (await readings()).length;
    await send(farm, 'entry.undo', { commandId: read });
    const { events } = (await pailView(farm)).lots.find(({ id }) => id === lotId)!;
    expect(before).toBe(1);
    expect(events.filter(({ kind }) => kind === 'undone').length).toBeGreaterThanOrEqual(3);
  });

  it('that another look confirms stays so', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm);
    await said(farm, lotId, {
      kind: 'soured',
      route: 'mesophilic',
      dose: 0.02,
      culture: 'bought',
      generation: 0,
    });
    const first = await said(farm, lotId, { kind: 'looked', seen: 'thickAndTart' });
    await said(farm, lotId, { kind: 'looked', seen: 'thickAndTart', ph: 4.8 });
    await send(farm, 'entry.undo', { commandId: first });
    expect(await lotNow(farm, lotId)).toMatchObject({ ripened: true });
  });
});

describe('milk that comes in', () => {
  it('stands with its fat by breed and stage, and pours onto milk in the same vessel', async () => {
    const farm = await house.farm();
    const can = randomUUID();
    await send(farm, 'vessel.add', { id: can, name: 'Tall can', kind: 'can', tool: null, capacity: 30000 });
    const tansy = animal({ calvedOn: '2026-09-01' });
    await send(farm, 'animal.put', tansy);
    const first = await milk(farm, { from: 'animals', animalIds: [tansy.id], vesselId: can });
    await milk(farm, { vesselId: can, mass: 8000 });
    const { lots } = await pailView(farm);
    expect(lots).toMatchObject([{ id: first, kind: 'milk', mass: 19200, blockedReason: null }]);
    expect(lots[0]!.fat / lots[0]!.mass).toBeGreaterThan(0.03);
    expect(lots[0]!.events.filter(({ kind }) => kind === 'poured')).toHaveLength(2);
  });

  it('is blocked by itself after calving and under medicine, with the reason and the day, and feeds calves only', async () => {
    const farm = await house.farm();
    const today = new Date(morning * 1000).toISOString().slice(0, 10);
    const fresh = animal({ calvedOn: today });
    const ill = animal({ name: 'Quill', withdrawnUntil: '2099-01-02', withdrawnReason: 'udder tubes' });
    await send(farm, 'animal.put', fresh);
    await send(farm, 'animal.put', ill);
    const colostrum = await milk(farm, { from: 'animals', animalIds: [fresh.id], mass: 3000 });
    const withheld = await milk(farm, { from: 'animals', animalIds: [ill.id], mass: 3000 });
    const { lots } = await pailView(farm);
    expect(lots.map(({ blockedReason }) => blockedReason)).toEqual([
      expect.stringContaining('Tansy calved'),
      'Quill: udder tubes',
    ]);
    expect(lots[1]!.blockedUntil).toBe('2099-01-02');
    for (const to of ['drunk', 'baked', 'yoghurt', 'curd', 'sold'])
      expect(await send(farm, 'lot.use', { lotId: withheld, to })).toMatchObject({
        status: 'refused',
        message: expect.stringMatching(/kept from people’s food/),
      });
    // Separated, its cream stays blocked, and is not churned; poured onto good milk it is refused.
    const creamLot = randomUUID();
    expect((await skim(farm, [withheld], { cuts: [{ lotId: creamLot, mass: 400, fat: 0.25 }] })).status).toBe(
      'done',
    );
    const started = await send(farm, 'batch.begin', {
      batchId: randomUUID(), creamLotId: randomUUID(), startedEventId: randomUUID(), startedAtSeconds: morning,
      facts: { ...facts, creamMass: 400, creamFat: 0.25 }, fromLots: [{ lotId: creamLot }],
    }); // prettier-ignore
    expect(started).toMatchObject({ status: 'refused', message: expect.stringMatching(/kept from people/) });
    const good = await milk(farm, { from: 'bought' });
    expect(
      await send(farm, 'lot.pour', { from: [{ lotId: colostrum }], intoLotId: good, lotId: randomUUID(), kind: 'milk', celsius: 20 }),
    ).toMatchObject({ status: 'refused', message: expect.stringMatching(/vessel of its own/) }); // prettier-ignore
    expect((await send(farm, 'lot.use', { lotId: colostrum, to: 'calves' })).status).toBe('done');
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it.each([
    [{ mass: -5 }, 'mass', /above zero/],
    [{ mass: 0 }, 'mass', /above zero/],
    [{ fat: 0.2 }, 'fat', /at most 12 %/],
    [{ mass: 9e9 }, 'mass', /check the unit/],
    [{ atSeconds: 4000000000 }, 'atSeconds', /still to come/],
    [{ from: 'animals' }, 'animalIds', /which animal/],
    [{ vesselId: 'nobody' }, 'vesselId', /not one of this farm/],
  ])('with %j is refused in words, and nothing is half saved', async (change, field, says) => {
    const farm = await house.farm();
    const answer = await send(farm, 'milk.in', { lotId: randomUUID(), from: 'herd', mass: 5000, massSd: 50, ...change });
    expect(answer).toMatchObject({ status: 'refused', field, message: expect.stringMatching(says) });
    expect((await pailView(farm)).lots).toEqual([]);
  }); // prettier-ignore
});

describe('a lot', () => {
  it('that is there already is not made again, by whatever command, and stays what it was', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm);
    const lotNow = async () => (await inFarm(farm, (scope) => lotsById(scope, [lotId]))).get(lotId)!;
    const before = [await sums(farm), await lotNow()];
    for (const [name, input] of [
      ['milk.in', { lotId, from: 'herd', mass: 9000, massSd: 90, celsius: 35 }],
      [
        'cream.in',
        { lotId, mass: 900, fat: 0.36, fatSd: 0.01, fatMethod: 'label', treatment: 'pasteurised' },
      ],
    ] as const)
      expect(await send(farm, name, input)).toMatchObject({
        status: 'refused',
        field: 'lotId',
        message: 'This lot is there already.',
      });
    expect([await sums(farm), await lotNow()]).toEqual(before);
  });
});

describe('a can with a tap', () => {
  it('lets skim out from under the cream, and leaves the fat in the can', async () => {
    const farm = await house.farm();
    const vesselId = randomUUID();
    expect(await send(farm, 'vessel.add', { id: vesselId, name: 'Tap can', kind: 'tapCan', tool: null, capacity: 12_000 })).toMatchObject({ status: 'done' });
    const lotId = await milk(farm, { mass: 9000, vesselId, celsius: 6, atSeconds: morning - 14 * 3600 });
    const before = await lotNow(farm, lotId);
    expect(await send(farm, 'lot.use', { lotId, mass: 3000, to: 'drunk', knowing: true })).toMatchObject({ status: 'done' });
    const left = await lotNow(farm, lotId);
    expect(before!.fat - left!.fat).toBeLessThan(0.4 * (3000 / 9000) * before!.fat);
    expect(left!.fat / left!.mass).toBeGreaterThan(before!.fat / before!.mass);
    expect(await sums(farm)).toMatchObject(balanced);
  }); // prettier-ignore
});

describe('cream off milk', () => {
  it('takes its cuts, leaves the rest of the fat in the skim, and balances to the milligram', async () => {
    const farm = await house.farm();
    const [a, b] = [await milk(farm), await milk(farm)];
    const [top, rest] = [randomUUID(), randomUUID()];
    const answer = await skim(farm, [a, b], {
      cuts: [
        { lotId: top, mass: 700, fat: 0.3, cut: 'top' },
        { lotId: rest, mass: 2600, fat: 0.17, cut: 'rest' },
      ],
      skim: { to: 'lot', lotId: randomUUID() },
      spilledMass: 100,
    });
    expect(answer.status).toBe('done');
    const { lots } = await shelfView(farm);
    expect(lots.map(({ kind, mass, details }) => [kind, mass, details.cut])).toEqual(
      expect.arrayContaining([
        ['cream', 700, 'top'],
        ['cream', 2600, 'rest'],
        ['skim', 19000, undefined],
      ]),
    );
    const skimLot = lots.find(({ kind }) => kind === 'skim')!;
    expect(skimLot.fat / skimLot.mass).toBeGreaterThan(0.005);
    expect(skimLot.fat / skimLot.mass).toBeLessThan(0.025);
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it.each([
    [{ cuts: [{ lotId: randomUUID(), mass: 500, fat: 0.65 }] }, /at most 60 %/],
    [{ cuts: [{ lotId: randomUUID(), mass: 50000, fat: 0.01 }] }, /cannot come from/],
    [{ cuts: [{ lotId: randomUUID(), mass: 5000, fat: 0.4 }] }, /the milk held about/],
    [{ cuts: [{ lotId: randomUUID(), mass: -1, fat: 0.4 }] }, /above zero/],
    [{ way: 'separator', details: { milkCelsius: 8 } }, /floods the bowl/],
    [{ way: 'separator', details: { discsIn: 12, discsOut: 11 } }, /12 discs went in and 11 came out/],
    [{ atSeconds: 4000000000 }, /still to come/],
  ])('that cannot be, %j, is refused', async (change, says) => {
    const farm = await house.farm();
    const lotId = await milk(farm);
    expect(await skim(farm, [lotId], change)).toMatchObject({
      status: 'refused',
      message: expect.stringMatching(says),
    });
    expect((await pailView(farm)).lots).toMatchObject([{ id: lotId, mass: 11200 }]);
  });

  it('run cold all the same, by who knows, is written down', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm);
    const cold = { way: 'separator', details: { milkCelsius: 26 } };
    expect(await skim(farm, [lotId], cold)).toMatchObject({ status: 'refused', field: 'cold' });
    expect(await skim(farm, [lotId], { ...cold, cold: true })).toMatchObject({ status: 'done' });
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('run cold says nothing of safety: what must be thrown out still asks for “I know”', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { celsius: 36, place: 'room', atSeconds: morning - 9 * 86_400 });
    const cold = { way: 'separator', details: { milkCelsius: 20 }, cold: true };
    expect(await skim(farm, [lotId], cold)).toMatchObject({ status: 'refused', field: 'knowing' });
    expect(await skim(farm, [lotId], { ...cold, knowing: true })).toMatchObject({ status: 'done' });
  });

  it('is not taken twice: the second time says when it was emptied', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm);
    expect((await skim(farm, [lotId])).status).toBe('done');
    expect(await skim(farm, [lotId])).toMatchObject({
      status: 'refused',
      message: expect.stringMatching(/is empty: it was emptied within the last hour/),
    });
    expect(await send(farm, 'lot.use', { lotId, to: 'pigs', mass: 5 })).toMatchObject({ status: 'refused' });
  });

  it('is taken back whole by Undo, unless some of it was used since', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm);
    const [id, cream] = [randomUUID(), randomUUID()];
    const input = { way: 'ladle', from: [{ lotId }], cuts: [{ lotId: cream, mass: 1900, fat: 0.2 }], skim: { to: 'use', use: 'pigs' } };
    await send(farm, 'milk.separate', input, id);
    const useId = randomUUID();
    await send(farm, 'lot.use', { lotId: cream, to: 'baked', mass: 100 }, useId);
    expect(await send(farm, 'entry.undo', { commandId: id })).toMatchObject({ status: 'refused', message: expect.stringMatching(/used since/) });
    expect((await send(farm, 'entry.undo', { commandId: useId })).status).toBe('done');
    expect((await send(farm, 'entry.undo', { commandId: id })).status).toBe('done');
    expect((await pailView(farm)).lots).toMatchObject([{ id: lotId, mass: 11200 }]);
    expect(await send(farm, 'entry.undo', { commandId: id })).toMatchObject({ status: 'done', result: { already: true } });
    expect(await sums(farm)).toMatchObject(balanced);
  }); // prettier-ignore
});

describe('two devices that did not know of one another', () => {
  it('have the late one parked in sight with its question, and settled once', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm);
    const before = new Date(morning * 1000 - 60_000);
    await sentAt(farm, 'lot.use', { lotId, to: 'drunk', mass: 11000 }, 'tablet', new Date(morning * 1000));
    const late = await sentAt(farm, 'lot.use', { lotId, to: 'pigs', mass: 5000 }, 'phone', before);
    expect(late).toMatchObject({ status: 'done', result: { parked: true } });
    const { parked } = await pailView(farm);
    expect(parked).toMatchObject([
      { question: expect.stringMatching(/5000 g of it was wanted, 200 g is left/) },
    ]);
    const { commandId } = parked[0]!;
    expect((await send(farm, 'parked.settle', { commandId, how: 'takeWhatIsLeft' })).status).toBe('done');
    expect(await send(farm, 'parked.settle', { commandId, how: 'letGo' })).toMatchObject({
      status: 'refused',
    });
    const after = await pailView(farm);
    expect(after.parked).toEqual([]);
    expect(after.lots).toEqual([]);
    expect(after.uses).toEqual(
      expect.arrayContaining([expect.objectContaining({ account: 'pigs', mass: 200 })]),
    );
    // The same device, which knew, is simply refused.
    expect(
      await sentAt(farm, 'lot.use', { lotId, to: 'pigs', mass: 1 }, 'tablet', new Date(morning * 1000)),
    ).toMatchObject({
      status: 'refused',
    });
  });

  it('keep a churning that was begun without a signal, whatever became of its cream meanwhile', async () => {
    const farm = await house.farm();
    const tub = randomUUID();
    const can = randomUUID();
    for (const [lotId, mass] of [[tub, 900], [can, 1100]] as const)
      expect(await send(farm, 'cream.in', { lotId, mass, fat: 0.36, fatSd: 0.01, fatMethod: 'label', treatment: 'raw' })).toMatchObject({ status: 'done' });
    const shed = new Date(morning * 1000 - 600_000);
    // At home the tub was baked with while the churn stood in the shed.
    await sentAt(farm, 'lot.use', { lotId: tub, to: 'baked' }, 'tablet', new Date(morning * 1000));
    const batchId = randomUUID();
    const creamLotId = randomUUID();
    const begun = await sentAt(farm, 'batch.begin', { batchId, creamLotId, startedEventId: randomUUID(), startedAtSeconds: shed.getTime() / 1000, facts: { ...facts, creamFat: 0.36 }, fromLots: [{ lotId: tub }, { lotId: can }] }, 'phone', shed);
    expect(begun).toMatchObject({ status: 'done', result: { batchId } });
    const mark = { id: randomUUID(), atSeconds: shed.getTime() / 1000 + 540, kind: 'mark', stage: 'break' };
    expect(await sentAt(farm, 'batch.record', { batchId, events: [mark] }, 'phone', shed)).toMatchObject({ status: 'done' });
    const { lots, parked } = await pailView(farm);
    expect(parked).toMatchObject([{ name: 'batch.begin', question: expect.stringMatching(/used on another device.*0 g is left.*Batch 1 is written down/) }]);
    expect(lots.filter(({ id }) => id === tub || id === can)).toEqual([]);
    const made = (await inFarm(farm, (scope) => lotsById(scope, [creamLotId]))).get(creamLotId)!;
    expect(made).toMatchObject({ mass: 2000, treatment: 'raw' });
    // Two kilograms came in, no more: what the churning lacks is not accounted for.
    const accounts = await inFarm(farm, ({ transaction }) => database().query<{ account: string; mass: string }>("SELECT account, sum(mass) AS mass FROM entry_line WHERE account IN ('received', 'unaccounted') GROUP BY account ORDER BY account", { type: QueryTypes.SELECT, transaction }));
    expect(accounts.map(({ account, mass }) => [account, Number(mass)])).toEqual([['received', -2000], ['unaccounted', -900]]);
    expect(await sums(farm)).toMatchObject({ ...balanced, least: 0 });
    const { commandId } = parked[0]!;
    expect((await send(farm, 'parked.settle', { commandId, how: 'letGo' })).status).toBe('done');
    expect((await pailView(farm)).parked).toEqual([]);
    // Told an hour later by the very device that baked it, it is kept too: nobody stands there to press it differently.
    const later = await sentAt(farm, 'batch.begin', { batchId: randomUUID(), creamLotId: randomUUID(), startedEventId: randomUUID(), startedAtSeconds: morning - 3600, facts, fromLots: [{ lotId: tub }] }, 'tablet', new Date((morning - 3600) * 1000));
    expect(later).toMatchObject({ status: 'done', result: { number: 2 } });
    expect((await pailView(farm)).parked).toMatchObject([{ question: expect.stringMatching(/Batch 2 is written down/) }]);
    expect(await sums(farm)).toMatchObject({ ...balanced, least: 0 });
    // Pressed now by one who knew, it is refused.
    expect(await sentAt(farm, 'batch.begin', { batchId: randomUUID(), creamLotId: randomUUID(), startedEventId: randomUUID(), startedAtSeconds: morning, facts, fromLots: [{ lotId: tub }] }, 'tablet', new Date(morning * 1000))).toMatchObject({ status: 'refused' });
  }); // prettier-ignore

  it('conserve every gram, lose nothing and double nothing, however many write at once', async () => {
    const farm = await house.farm();
    const lots = await Promise.all([milk(farm), milk(farm), milk(farm)]);
    const tub = randomUUID();
    await send(farm, 'cream.in', { lotId: tub, mass: 500, fat: 0.38, fatSd: 0.01, fatMethod: 'label', treatment: 'raw' });
    const commands = Array.from({ length: 32 }, (_, i) => {
      const lotId = lots[i % 3]!;
      const other = lots[(i + 1 + (i % 2)) % 3]!;
      const input =
        i % 4 === 0
          ? { name: 'lot.pour', input: { from: [{ lotId, mass: 90 + i }, { lotId: tub, mass: 3 }], intoLotId: other, lotId: randomUUID(), kind: 'milk', celsius: 6 } }
          : i % 4 === 1
            ? { name: 'milk.separate', input: { way: 'tap', from: [{ lotId, mass: 300 }], cuts: [{ lotId: randomUUID(), intoLotId: tub, mass: 40, fat: 0.22 }], skim: { to: 'use', use: 'pigs' } } }
            : { name: 'lot.use', input: { lotId, mass: 100, to: 'drunk' } };
      return { id: randomUUID(), farm, device: i % 2 ? 'phone' : 'tablet', at: new Date(morning * 1000).toISOString(), ...input };
    });
    const answers = await Promise.all([...commands, ...commands].map((one) => carryOut(farm, one, () => theOwner)));
    expect(answers.filter(({ status }) => status === 'refused')).toEqual([]);
    expect(answers.slice(32)).toEqual(answers.slice(0, 32));
    expect(await sums(farm)).toMatchObject({ ...balanced });
    expect((await sums(farm)).least).toBeGreaterThanOrEqual(0);
    const { lots: left, uses } = await pailView(farm);
    const drunk = uses.find(({ account }) => account === 'drunk')!.mass;
    expect(drunk).toBe(1600);
    const total = left.reduce((sum, { mass }) => sum + mass, 0) + uses.reduce((sum, { mass }) => sum + mass, 0);
    expect(total).toBeCloseTo(3 * 11200 + 500, 3);
  }, 60_000); // prettier-ignore
});
