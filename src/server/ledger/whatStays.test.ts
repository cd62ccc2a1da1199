import { randomUUID } from 'node:crypto';
import { database } from '@/data/connection';
import { inFarm } from '@/data/farmScope';
import { butterOnHand } from '@/data/ledger/ledger';
import { lotsById } from '@/data/ledger/standing';
import type { BatchEvent } from '@/core/churning/batchEvents';
import { lotLabel } from '../shelf/label';
import { wordsOf } from '@/formats/testing/wordsOf';
import { batchView } from '../churning/views';
import { setClock } from '../clock';
import { event, facts, morning, portion, send } from '../testing/aBatch';
import { aDairy, animal, balanced, milk, sentAt, skim, sums } from '../testing/aDairy';

const house = aDairy();
const hour = 3600;
const lot = async (farm: string, id: string) =>
  (await inFarm(farm, (scope) => lotsById(scope, [id]))).get(id)!;
const done = { status: 'done' };
const vessel = async (farm: string, change: Record<string, unknown> = {}): Promise<string> => {
  const id = randomUUID();
  expect(await send(farm, 'vessel.add', { id, tool: null, name: `Can ${id}`, kind: 'can', capacity: 20_000, ...change })).toMatchObject(done);
  return id;
}; // prettier-ignore
const said = (farm: string, lotId: string, body: object, atSeconds = morning, id: string = randomUUID()) =>
  send(farm, 'lot.record', { lotId, events: [{ id: randomUUID(), atSeconds, ...body }] }, id);
const heat = { kind: 'heated', how: 'pasteurised', celsius: 75, minutes: 1 };
const cream = async (farm: string, change: Record<string, unknown> = {}): Promise<string> => {
  const lotId = randomUUID();
  expect(await send(farm, 'cream.in', { lotId, mass: 2000, fat: 0.36, fatSd: 0.01, fatMethod: 'label', treatment: 'pasteurised', ...change })).toMatchObject(done);
  return lotId;
}; // prettier-ignore
/** A batch of cream from the Shelf, begun now or a while ago on a device without a signal. */
const churn = async (farm: string, lotIds: string[], change: object = {}) => {
  const batchId = randomUUID();
  const creamLotId = randomUUID();
  const answer = await send(farm, 'batch.begin', {
    batchId,
    creamLotId,
    startedEventId: randomUUID(),
    startedAtSeconds: morning,
    facts: { ...facts, ...change },
    fromLots: lotIds.map((lotId) => ({ lotId })),
  });
  return { batchId, creamLotId, answer };
};
const record = (farm: string, batchId: string, ...events: BatchEvent[]) =>
  send(farm, 'batch.record', { batchId, events });
const packing = (...portions: string[]) => [
  event(8, { kind: 'mark', stage: 'break' }),
  event(9, { kind: 'mark', stage: 'stopped' }),
  event(11, { kind: 'drained', measured: 'mass', mass: 1050, massSd: 10 }),
  ...portions.map((id) => event(20, portion(id, 900 / portions.length, 10))),
  event(21, { kind: 'packed' }),
];

describe('raw stays raw', () => {
  it('poured into a can that held heated milk, through cream and churn to the label and the date of the butter', async () => {
    const farm = await house.farm();
    const vesselId = await vessel(farm);
    const can = await milk(farm, { vesselId, mass: 4000, treatment: 'pasteurised' });
    await milk(farm, { vesselId, mass: 4000 });
    expect(await lot(farm, can)).toMatchObject({ mass: 8000, treatment: 'raw' });
    const creamId = randomUUID();
    await skim(farm, [can], { cuts: [{ lotId: creamId, mass: 1500, fat: 0.2 }] });
    // The device was told that it is pasteurised.
    const { batchId, answer } = await churn(farm, [creamId], { creamMass: 1500, creamFat: 0.2, treatment: 'pasteurised' });
    expect(answer).toMatchObject(done);
    const butter = randomUUID();
    expect(await record(farm, batchId, ...packing(butter))).toMatchObject(done);
    expect((await batchView(farm, batchId))!.facts.treatment).toBe('raw');
    const [pat] = await inFarm(farm, butterOnHand);
    expect(pat).toMatchObject({ raw: true });
    expect(pat!.keepReasons).toContain('from raw milk: a third less');
    expect(wordsOf((await lotLabel(farm, butter, false))!)).toContain('From raw milk');
  }); // prettier-ignore

  it('undoing the pour gives back what was, and undoing a heating makes raw again all that was poured on', async () => {
    const farm = await house.farm();
    const vesselId = await vessel(farm);
    const can = await milk(farm, { vesselId, mass: 4000, treatment: 'pasteurised' });
    const poured = randomUUID();
    await send(farm, 'milk.in', { lotId: randomUUID(), from: 'herd', mass: 3000, massSd: 30, celsius: 35, vesselId }, poured);
    expect((await lot(farm, can)).treatment).toBe('raw');
    expect(await send(farm, 'entry.undo', { commandId: poured })).toMatchObject(done);
    expect(await lot(farm, can)).toMatchObject({ treatment: 'pasteurised', mass: 4000 });

    const raw = await cream(farm, { treatment: 'raw' });
    const heated = randomUUID();
    await said(farm, raw, heat, morning, heated);
    expect((await lot(farm, raw)).treatment).toBe('pasteurised');
    const tub = randomUUID();
    await send(farm, 'lot.pour', { from: [{ lotId: raw }], lotId: tub, kind: 'cream', celsius: 5 });
    const { batchId } = await churn(farm, [tub], { creamMass: 2000, creamFat: 0.36 });
    const butter = randomUUID();
    await record(farm, batchId, ...packing(butter));
    expect((await inFarm(farm, butterOnHand))[0]).toMatchObject({ raw: false });
    const before = (await inFarm(farm, butterOnHand))[0]!.keepUntil;
    expect(await send(farm, 'entry.undo', { commandId: heated })).toMatchObject(done);
    expect((await lot(farm, tub)).treatment).toBe('raw');
    const [pat] = await inFarm(farm, butterOnHand);
    expect(pat).toMatchObject({ raw: true });
    expect(pat!.keepUntil < before).toBe(true);
  }); // prettier-ignore

  it('a spoon of old culture makes fresh cream no older, and a raw culture makes it raw', async () => {
    const farm = await house.farm();
    const fresh = await cream(farm);
    const age = (await lot(farm, fresh)).oldestAt.getTime();
    const old = await cream(farm, { treatment: 'raw', ripened: true, atSeconds: morning - 9 * 24 * hour });
    const culture = randomUUID();
    expect(await send(farm, 'culture.keep', { lotId: culture, fromLotId: old, mass: 80 })).toMatchObject(done);
    const soured = await send(farm, 'lot.record', {
      lotId: fresh,
      culture: { lotId: culture, mass: 40 },
      events: [{ id: randomUUID(), atSeconds: morning, kind: 'soured', route: 'mesophilic', dose: 0.02, culture: 'culturedButtermilk', generation: 1 }],
    });
    expect(soured).toMatchObject(done);
    const now = await lot(farm, fresh);
    expect(now.oldestAt.getTime()).toBe(age);
    expect(now).toMatchObject({ treatment: 'raw', mass: 2040 });
  }); // prettier-ignore

  it('yoghurt spooned in weighs what it weighs, and Undo takes it and its line out again', async () => {
    const farm = await house.farm();
    const fresh = await cream(farm);
    const souring = randomUUID();
    await said(farm, fresh, { kind: 'soured', route: 'yoghurt', dose: 0.03, culture: 'liveYoghurt', generation: 0 }, morning, souring);
    expect((await lot(farm, fresh)).mass).toBeCloseTo(2000 / 0.97, 2);
    expect((await lot(farm, fresh)).details.line).toMatchObject({ kind: 'yoghurt' });
    expect(await send(farm, 'entry.undo', { commandId: souring })).toMatchObject(done);
    expect((await lot(farm, fresh)).mass).toBe(2000);
    expect((await lot(farm, fresh)).details.line).toBeUndefined();
    expect(await sums(farm)).toMatchObject(balanced);
  }); // prettier-ignore
});

describe('what must be thrown out', () => {
  it('is churned only by somebody who says that they know, and its butter says so for good', async () => {
    const farm = await house.farm();
    const spoiled = await cream(farm, { treatment: 'raw' });
    await said(farm, spoiled, { kind: 'looked', seen: 'mould' });
    const change = { creamMass: 2000, creamFat: 0.36 };
    const { answer } = await churn(farm, [spoiled], change);
    expect(answer).toMatchObject({
      status: 'refused',
      field: 'knowing',
      message: expect.stringMatching(/mould/),
    });
    const { batchId, answer: knowing } = await churn(farm, [spoiled], { ...change, despite: 'I know' });
    expect(knowing).toMatchObject(done);
    expect((await batchView(farm, batchId))!.facts.despite).toBe('mould was seen in it');
    const butter = randomUUID();
    await record(farm, batchId, ...packing(butter));
    const [pat] = await inFarm(farm, butterOnHand);
    expect(pat).toMatchObject({ despite: 'mould was seen in it' });
    expect(pat!.keepReasons[0]).toMatch(/should not have been: mould/);
    const label = wordsOf((await lotLabel(farm, butter, false))!);
    expect(label).toContain('NOT TO BE EATEN');
    expect(label).toContain('mould');
  });

  it('begun without a signal it is written down, with what speaks against it', async () => {
    const farm = await house.farm();
    const spoiled = await cream(farm);
    await said(farm, spoiled, { kind: 'looked', seen: 'foul' });
    const batchId = randomUUID();
    const answer = await sentAt(
      farm,
      'batch.begin',
      { batchId, creamLotId: randomUUID(), startedEventId: randomUUID(), startedAtSeconds: morning, facts: { ...facts, creamMass: 2000, creamFat: 0.36 }, fromLots: [{ lotId: spoiled }] },
      'phone',
      new Date(morning * 1000 - 3 * hour * 1000),
    );
    expect(answer).toMatchObject(done);
    expect((await batchView(farm, batchId))!.facts.despite).toMatch(/foul/);
  }); // prettier-ignore

  it('is drunk, sold, poured on and kept as a culture by nobody who does not know', async () => {
    const farm = await house.farm();
    const spoiled = await milk(farm);
    await said(farm, spoiled, { kind: 'looked', seen: 'pink' });
    for (const to of ['drunk', 'sold', 'baked'])
      expect(await send(farm, 'lot.use', { lotId: spoiled, mass: 100, to })).toMatchObject({ status: 'refused', field: 'knowing' });
    expect(await skim(farm, [spoiled])).toMatchObject({ status: 'refused', field: 'knowing' });
    expect(await send(farm, 'lot.use', { lotId: spoiled, mass: 100, to: 'spoiled' })).toMatchObject(done);
    const known = randomUUID();
    expect(await skim(farm, [spoiled], { knowing: true, cuts: [{ lotId: known, mass: 900, fat: 0.2 }] })).toMatchObject(done);
    // It stays with the cream, whatever it is made into.
    expect((await lot(farm, known)).details.despite).toMatch(/pink/);
    expect((await churn(farm, [known], { creamMass: 900, creamFat: 0.2 })).answer).toMatchObject({ field: 'knowing' });
  }); // prettier-ignore

  it('seen thick and tart after its limit it was seen too late', async () => {
    const farm = await house.farm();
    const soured = await cream(farm, { place: 'room', atSeconds: morning - 70 * hour });
    const start = morning - 69 * hour;
    await said(farm, soured, { kind: 'soured', route: 'mesophilic', dose: 0.02, culture: 'bought', generation: 0 }, start);
    await said(farm, soured, { kind: 'looked', seen: 'thickAndTart' }, morning);
    expect((await lot(farm, soured)).ripened).toBe(false);
    expect((await churn(farm, [soured], { creamMass: 2000, creamFat: 0.36 })).answer).toMatchObject({
      status: 'refused',
      message: expect.stringMatching(/not thick and tart in time/),
    });
  }); // prettier-ignore
});

describe('a withdrawal', () => {
  it('reaches back to everything already made of that milk, and no further; lifted, it lets go again', async () => {
    const farm = await house.farm();
    const tansy = animal({});
    const quill = animal({ name: 'Quill', breed: 'brown-swiss' });
    for (const one of [tansy, quill]) expect(await send(farm, 'animal.put', one)).toMatchObject(done);
    const of = (one: { id: string }, change: object = {}) =>
      milk(farm, { from: 'animals', animalIds: [one.id], mass: 9000, ...change });
    const [hers, others] = [await of(tansy), await of(quill)];
    const creams = [randomUUID(), randomUUID()];
    for (const [i, from] of [hers, others].entries())
      await skim(farm, [from], { cuts: [{ lotId: creams[i], mass: 1800, fat: 0.2 }] });
    const { batchId } = await churn(farm, [creams[0]!], { creamMass: 1800, creamFat: 0.2 });
    const butter = randomUUID();
    await record(farm, batchId, ...packing(butter));
    expect((await lot(farm, butter)).blockedReason).toBeNull();

    const day = new Date(morning * 1000).toISOString().slice(0, 10);
    const withheld = { ...tansy, withdrawnFrom: day, withdrawnUntil: '2099-01-01', withdrawnReason: 'udder tubes' };
    expect(await send(farm, 'animal.put', withheld)).toMatchObject(done);
    expect(await lot(farm, butter)).toMatchObject({ blockedReason: 'Tansy: udder tubes', blockedUntil: '2099-01-01' });
    expect((await inFarm(farm, butterOnHand))[0]).toMatchObject({ blockedReason: 'Tansy: udder tubes' });
    expect((await lot(farm, creams[1]!)).blockedReason).toBeNull();
    // No statement of the web server lets go of it: not of the butter, its cream or the milk, nor of all at once.
    for (const which of [`id = '${butter}'`, `id = '${creams[0]}'`, `id = '${hers}'`, 'true'])
      await expect(
        inFarm(farm, ({ transaction }) => database().query(`UPDATE lot SET blocked_reason = NULL, blocked_until = NULL WHERE ${which}`, { transaction })),
      ).rejects.toThrow(/kept from people still/);
    expect((await lot(farm, butter)).blockedReason).toBe('Tansy: udder tubes');
    expect(await send(farm, 'butter.finish', { lotId: butter })).toMatchObject({ status: 'refused' });
    expect(await send(farm, 'butter.finish', { lotId: butter, how: 'spoiled' })).toMatchObject(done);
    await send(farm, 'butter.restore', { lotId: butter });

    expect(await send(farm, 'animal.put', { ...tansy })).toMatchObject(done);
    expect((await lot(farm, butter)).blockedReason).toBeNull();
    expect(await send(farm, 'animal.put', { ...withheld, withdrawnFrom: '2099-01-02' })).toMatchObject({ status: 'refused', field: 'withdrawnUntil' });
  }); // prettier-ignore

  it('blocks the milk of its days only', async () => {
    const farm = await house.farm();
    const over = animal({
      withdrawnFrom: '2020-01-01',
      withdrawnUntil: '2020-01-09',
      withdrawnReason: 'antibiotic',
    });
    await send(farm, 'animal.put', over);
    const lotId = await milk(farm, { from: 'animals', animalIds: [over.id] });
    expect((await lot(farm, lotId)).blockedReason).toBeNull();
  });
});

describe('a ledger that cannot become impossible', () => {
  it('packs again after unpacking, any number of times, whole or in pieces, and gives no code twice', async () => {
    const farm = await house.farm();
    const { batchId } = await churn(farm, [await cream(farm)], { creamMass: 2000, creamFat: 0.36 });
    const codes = new Map<string, string>();
    for (let round = 0; round < 4; round += 1) {
      const ids = Array.from({ length: 1 + (round % 3) }, () => randomUUID());
      const events = round === 0 ? packing(...ids) : [...ids.map((id) => event(30 + round, portion(id, 800 / ids.length, 5))), event(31 + round, { kind: 'packed' })];
      expect(await record(farm, batchId, ...events)).toMatchObject(done);
      for (const pat of await inFarm(farm, butterOnHand)) {
        expect([undefined, pat.lotId]).toContain(codes.get(pat.code));
        codes.set(pat.code, pat.lotId);
      }
      expect(await sums(farm)).toMatchObject(balanced);
      const { events: all } = (await batchView(farm, batchId))!;
      const undone = all.filter(({ kind, id }) => (kind === 'packed' || kind === 'portion') && !all.some((one) => one.kind === 'undone' && one.eventId === id));
      expect(await record(farm, batchId, ...undone.map(({ id }, i) => event(32 + round + i / 100, { kind: 'undone', eventId: id })))).toMatchObject(done);
      expect(await inFarm(farm, butterOnHand)).toHaveLength(0);
    }
  }); // prettier-ignore

  it('does not unpack buttermilk that was drunk, and says which', async () => {
    const farm = await house.farm();
    const { batchId, creamLotId } = await churn(farm, [await cream(farm)], {
      creamMass: 2000,
      creamFat: 0.36,
    });
    await record(farm, batchId, ...packing(randomUUID()));
    const { events } = (await batchView(farm, batchId))!;
    const packed = events.find(({ kind }) => kind === 'packed')!;
    const use = randomUUID();
    expect(await send(farm, 'lot.use', { lotId: `${creamLotId}-bm`, to: 'pigs' }, use)).toMatchObject(done);
    const undo = () => record(farm, batchId, event(30, { kind: 'undone', eventId: packed.id }));
    expect(await undo()).toMatchObject({
      status: 'refused',
      message: expect.stringMatching(/buttermilk \(M\d+\) was used/),
    });
    expect(await send(farm, 'entry.undo', { commandId: use })).toMatchObject(done);
    expect(await undo()).toMatchObject(done);
    expect((await sums(farm)).least).toBe(0);
  });

  it('holds no lot below zero whatever is asked of the database', async () => {
    const farm = await house.farm();
    const lotId = await cream(farm);
    const used = randomUUID();
    await send(farm, 'lot.use', { lotId, to: 'pigs' }, used);
    const came = randomUUID();
    const second = randomUUID();
    await send(
      farm,
      'cream.in',
      { lotId: second, mass: 500, fat: 0.36, fatSd: 0.01, fatMethod: 'label', treatment: 'raw' },
      came,
    );
    await send(farm, 'lot.use', { lotId: second, mass: 100, to: 'pigs' });
    expect(await send(farm, 'entry.undo', { commandId: came })).toMatchObject({
      status: 'refused',
      message: expect.stringMatching(/was used since/),
    });
    expect((await sums(farm)).least).toBe(0);
  });

  it('takes two undos at once for one, and leaves what belongs to a batch to the batch', async () => {
    const farm = await house.farm();
    const came = randomUUID();
    await send(farm, 'cream.in', { lotId: randomUUID(), mass: 500, fat: 0.36, fatSd: 0.01, fatMethod: 'label', treatment: 'raw' }, came);
    const answers = await Promise.all([1, 2, 3].map(() => send(farm, 'entry.undo', { commandId: came })));
    expect(answers.map(({ status }) => status)).toEqual(['done', 'done', 'done']);
    expect(await sums(farm)).toMatchObject({ ...balanced, least: 0 });
    const begun = randomUUID();
    await send(farm, 'batch.begin', { batchId: randomUUID(), creamLotId: randomUUID(), startedEventId: randomUUID(), startedAtSeconds: morning, facts }, begun);
    expect(await send(farm, 'entry.undo', { commandId: begun })).toMatchObject({ status: 'refused', message: expect.stringMatching(/batch/) });
  }); // prettier-ignore

  it('a taste after packing books nothing, and neither does saying the same again', async () => {
    const farm = await house.farm();
    const { batchId } = await churn(farm, [await cream(farm)], { creamMass: 2000, creamFat: 0.36 });
    const lotId = randomUUID();
    await record(farm, batchId, ...packing(lotId));
    const entries = async () => (await inFarm(farm, (scope) => butterEntries(scope)));
    const before = await entries();
    await record(farm, batchId, event(40, { kind: 'tasted', tastes: ['sweet'], note: 'clean' }));
    await record(farm, batchId, event(41, { kind: 'gathered', size: 'grains' }));
    expect(await entries()).toBe(before);
    await record(farm, batchId, event(42, { kind: 'reweighed', portionId: lotId, why: 'wept', mass: 870, massSd: 2, saltMass: 10 }));
    expect(await entries()).toBe(before + 2);
  }); // prettier-ignore

  it('buttermilk that stood the night with its butter is a night old and as cold as the night', async () => {
    const farm = await house.farm();
    const { batchId, creamLotId } = await churn(farm, [await cream(farm)], {
      creamMass: 2000,
      creamFat: 0.36,
    });
    setClock(new Date(morning * 1000 + 20 * hour * 1000));
    const night = 14 * 60;
    await record(
      farm,
      batchId,
      event(8, { kind: 'mark', stage: 'break' }),
      event(9, { kind: 'mark', stage: 'stopped' }),
      event(10, { kind: 'paused', place: 'fridge' }),
      event(night, { kind: 'resumed' }),
      event(night + 1, { kind: 'drained', measured: 'mass', mass: 1250, massSd: 10, washIn: 200 }),
      event(night + 9, portion(randomUUID(), 880, 10)),
      event(night + 10, { kind: 'packed' }),
    );
    setClock(new Date(morning * 1000 + 1000));
    const buttermilk = await lot(farm, `${creamLotId}-bm`);
    expect(buttermilk.oldestAt.getTime() / 1000).toBe(morning + 8 * 60);
    expect(buttermilk.details).toMatchObject({ water: 200, measured: true });
    const { rows } = await inFarm(farm, (scope) => pouredOf(scope, `${creamLotId}-bm`));
    expect(rows).toHaveLength(1);
    expect(rows[0]!.celsius).toBeLessThan(7);
    expect(rows[0]!.mass).toBe(1250);
  });
});

/** Churned entries and their counter-entries, on the whole farm. */
async function butterEntries({
  farmId,
  transaction,
}: Parameters<Parameters<typeof inFarm>[1]>[0]): Promise<number> {
  const [rows] = await database().query(
    `SELECT count(*) AS n FROM entry e WHERE farm_id = :farmId AND (kind = 'churned' OR corrects_id IN (SELECT id FROM entry WHERE kind = 'churned'))`,
    { replacements: { farmId }, transaction },
  );
  return Number((rows as { n: string }[])[0]!.n);
}

async function pouredOf(
  { farmId, transaction }: Parameters<Parameters<typeof inFarm>[1]>[0],
  lotId: string,
): Promise<{ rows: { celsius: number; mass: number }[] }> {
  const [rows] = await database().query(
    `SELECT (data->>'celsius')::float8 AS celsius, (data->>'mass')::float8 AS mass FROM lot_event WHERE farm_id = :farmId AND lot_id = :lotId AND kind = 'poured'`,
    { replacements: { farmId, lotId }, transaction },
  );
  return { rows: rows as { celsius: number; mass: number }[] };
}
