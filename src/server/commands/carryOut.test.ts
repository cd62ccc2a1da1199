import { randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import { inFarm } from '@/data/farmScope';
import { butterOnHand, lotBalance } from '@/data/ledger/ledger';
import { database } from '@/data/connection';
import type { TestDatabase } from '@/data/testing/database';
import { testDatabase } from '@/data/testing/database';
import { batchNews, batchView } from '../churning/views';
import { begin, event, facts, portion, send } from '../testing/aBatch';
import { todayView } from '../today/views';
import { carryOut } from './carryOut';
import { theOwner } from './command';

let house: TestDatabase;
beforeAll(async () => {
  house = await testDatabase();
});
afterAll(() => house.close());

const pack = (farmId: string, batchId: string, lotId: string, mass = 900) =>
  send(farmId, 'batch.record', {
    batchId,
    events: [
      event(8, { kind: 'mark', stage: 'break' }),
      event(9, { kind: 'mark', stage: 'stopped' }),
      event(11, { kind: 'drained', measured: 'mass', mass: 1050, massSd: 10 }),
      event(15, { kind: 'washed', clarity: 'clear' }),
      event(20, portion(lotId, mass)),
      event(21, { kind: 'packed' }),
    ],
  });

beforeAll(() => {
  // Sequelize warns of a commit that the database refused; the tests below make it refuse on purpose.
  jest.spyOn(console, 'warn').mockImplementation(() => undefined);
});

const ledgerSum = (farmId: string) =>
  inFarm(farmId, async ({ transaction }) => {
    const [row] = await database().query<{ mass: string; fat: string; entries: string }>(
      'SELECT coalesce(sum(mass), 0) AS mass, coalesce(sum(fat), 0) AS fat, count(DISTINCT entry_id) AS entries FROM entry_line WHERE farm_id = :farmId',
      { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
    );
    return { mass: Number(row!.mass), fat: Number(row!.fat), entries: Number(row!.entries) };
  });

describe('a command', () => {
  it('sent twice is carried out once and answers the same', async () => {
    const farm = await house.farm();
    const id = randomUUID();
    const input = {
      batchId: randomUUID(),
      creamLotId: randomUUID(),
      startedEventId: randomUUID(),
      startedAtSeconds: 1812090000,
      facts,
    };
    const [first, second] = await Promise.all([
      send(farm, 'batch.begin', input, id),
      send(farm, 'batch.begin', input, id),
    ]);
    expect(first.status).toBe('done');
    expect(second).toEqual(first);
    expect((await todayView(farm)).batches).toBe(1);
  });

  it('whose id was used for something else is not mistaken for it', async () => {
    const farm = await house.farm();
    const id = randomUUID();
    await send(farm, 'house.settle', { name: 'Larkfold' }, id);
    await expect(send(farm, 'house.settle', { name: 'Other' }, id)).rejects.toThrow(/another command/);
  });

  it('that is refused leaves nothing behind, says which field, and answers so again', async () => {
    const farm = await house.farm();
    const id = randomUUID();
    const input = {
      batchId: randomUUID(),
      creamLotId: randomUUID(),
      startedEventId: randomUUID(),
      startedAtSeconds: 1812090000,
      facts: { ...facts, creamFat: 0.08 },
    };
    const answer = await send(farm, 'batch.begin', input, id);
    expect(answer).toMatchObject({ status: 'refused', field: 'creamFat' });
    expect(await send(farm, 'batch.begin', input, id)).toEqual(answer);
    expect((await ledgerSum(farm)).entries).toBe(0);
  });

  it.each([
    [{ creamMass: -1 }, 'facts.creamMass'],
    [{ creamFat: 0.9 }, 'facts.creamFat'],
    [{ tool: 'spoon' }, 'facts.tool'],
    [{ loads: 1.5 }, 'facts.loads'],
    [{ creamMass: 9e9 }, 'creamMass'],
  ])('with impossible facts %j names the field', async (change, field) => {
    const farm = await house.farm();
    const answer = await send(farm, 'batch.begin', {
      batchId: randomUUID(), creamLotId: randomUUID(), startedEventId: randomUUID(), startedAtSeconds: 1812090000, facts: { ...facts, ...change },
    }); // prettier-ignore
    expect(answer).toMatchObject({ status: 'refused', field });
  });

  it('with a character no database holds is written down without it, and nothing waits behind it for ever', async () => {
    const farm = await house.farm();
    const id = randomUUID();
    const input = { name: 'Lark\u0000fold \ud83d' };
    expect((await send(farm, 'house.settle', input, id)).status).toBe('done');
    expect((await send(farm, 'house.settle', input, id)).status).toBe('done');
    expect((await todayView(farm)).farm.name).toBe('Larkfold');
  });

  it('that nobody knows, or with a broken envelope, is an error of the sender', async () => {
    const farm = await house.farm();
    await expect(send(farm, 'farm.burn', {})).rejects.toThrow(/no command/);
    await expect(carryOut(farm, { id: 'x' }, () => theOwner)).rejects.toThrow();
    const other = await house.farm();
    await expect(
      carryOut(farm, { id: randomUUID(), farm: other, device: 'tablet', name: 'house.settle', input: {}, at: '2027-06-04T06:00:00Z' }, () => theOwner),
    ).rejects.toThrow(/another farm/); // prettier-ignore
  });
});

describe('a churning in the ledger', () => {
  it('balances to the milligram, in mass and in fat, and butter lands on Today with its date', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const lotId = randomUUID();
    expect((await pack(farm, batchId, lotId)).status).toBe('done');
    expect(await ledgerSum(farm)).toEqual({ mass: 0, fat: 0, entries: 2 });
    const { butter, inProgress } = await todayView(farm);
    expect(inProgress).toHaveLength(0);
    expect(butter).toMatchObject([
      { lotId, mass: 900, storage: 'fridge', keepReasons: ['washed and salted, at 4 °C or colder'] },
    ]);
    const cream = (
      await inFarm(farm, async ({ transaction }) =>
        database().query<{ mass: string }>(
          `SELECT b.mass FROM lot_balance b JOIN lot ON lot.farm_id = b.farm_id AND lot.id = b.lot_id WHERE lot.kind = 'cream' AND lot.farm_id = :farm`,
          { replacements: { farm }, type: QueryTypes.SELECT, transaction },
        ),
      )
    )[0]!;
    expect(Number(cream.mass)).toBe(0);
  });

  it('is put right by counter-entry when the packing is undone and done again', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const lotId = randomUUID();
    await pack(farm, batchId, lotId);
    const packed = (await batchView(farm, batchId))!.events.find((one) => one.kind === 'packed')!;
    await send(farm, 'batch.record', {
      batchId,
      events: [event(22, { kind: 'undone', eventId: packed.id })],
    });
    expect((await todayView(farm)).butter).toHaveLength(0);
    const again = await send(farm, 'batch.record', {
      batchId,
      events: [event(25, portion(lotId, 880)), event(26, { kind: 'packed' })],
    });
    expect(again.status).toBe('done');
    expect((await todayView(farm)).butter).toMatchObject([{ lotId, mass: 880 }]);
    expect(await ledgerSum(farm)).toEqual({ mass: 0, fat: 0, entries: 4 });
  });

  it('will not unpack butter that was eaten, and gives it back when “finished” is undone', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const lotId = randomUUID();
    await pack(farm, batchId, lotId);
    expect((await send(farm, 'butter.finish', { lotId })).status).toBe('done');
    expect((await todayView(farm)).butter).toHaveLength(0);
    const packed = (await batchView(farm, batchId))!.events.find((one) => one.kind === 'packed')!;
    const undo = { batchId, events: [event(22, { kind: 'undone' as const, eventId: packed.id })] };
    expect(await send(farm, 'batch.record', undo)).toMatchObject({
      status: 'refused',
      message: expect.stringMatching(/eaten, given away or put elsewhere since/),
    });
    await send(farm, 'butter.restore', { lotId });
    expect((await inFarm(farm, (scope) => lotBalance(scope, lotId))).mass).toBe(900);
    expect((await send(farm, 'batch.record', undo)).status).toBe('done');
  });

  it('refuses to pack nothing, and salt heavier than its butter', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    expect(
      await send(farm, 'batch.record', { batchId, events: [event(5, { kind: 'packed' })] }),
    ).toMatchObject({ status: 'refused' });
    expect(
      await send(farm, 'batch.record', { batchId, events: [event(5, portion(randomUUID(), 10, 20))] }),
    ).toMatchObject({ field: 'saltMass' });
    expect((await batchView(farm, batchId))!.events).toHaveLength(1);
  });
});

describe('two devices on one batch', () => {
  it('lose nothing and double nothing, however they interleave', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const marks = Array.from({ length: 30 }, (_, i) =>
      event(1 + i / 10, { kind: 'reading', temperature: 13 + i / 10 }),
    );
    await Promise.all(
      marks.flatMap((mark, i) => {
        const id = randomUUID();
        const input = { batchId, events: [mark] };
        const device = i % 2 ? 'phone' : 'tablet';
        return [send(farm, 'batch.record', input, id, device), send(farm, 'batch.record', input, id, device)];
      }),
    );
    const news = (await batchNews(farm, batchId))!;
    expect(news.events).toHaveLength(31);
    expect(news.revision).toBe(31);
  });

  it('both finishing the same butter eat it once', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const lotId = randomUUID();
    await pack(farm, batchId, lotId);
    await Promise.all([1, 2, 3, 4].map(() => send(farm, 'butter.finish', { lotId })));
    expect((await inFarm(farm, (scope) => lotBalance(scope, lotId))).mass).toBe(0);
    expect((await ledgerSum(farm)).mass).toBe(0);
  });
});

describe('the database itself', () => {
  const raw = (farmId: string, sql: string) =>
    inFarm(farmId, ({ transaction }) => database().query(sql, { replacements: { farmId }, transaction }));

  const asOwner = async (farmId: string, sql: string) =>
    house.owner.transaction(async (transaction) => {
      await house.owner.query(`SELECT set_config('immulgo.farm', :farmId, true)`, {
        replacements: { farmId },
        transaction,
      });
      return house.owner.query(sql, { transaction });
    });

  it('keeps one farm from seeing or touching another', async () => {
    const [mine, theirs] = [await house.farm(), await house.farm()];
    const batchId = await begin(theirs);
    expect(await batchView(mine, batchId)).toBeUndefined();
    expect(
      await send(mine, 'batch.record', { batchId, events: [event(1, { kind: 'paused' })] }),
    ).toMatchObject({ status: 'refused' });
    await expect(
      raw(
        mine,
        `INSERT INTO animal (farm_id, id, name, breed) VALUES ('${theirs}', gen_random_uuid(), 'Tansy', 'kerry')`,
      ),
    ).rejects.toThrow(/row-level security/);
    expect((await inFarm(mine, butterOnHand)).length).toBe(0);
  });

  it('refuses an entry whose sides differ, fat above the whole, and any change to an entry', async () => {
    const farm = await house.farm();
    await begin(farm);
    const entry = `INSERT INTO entry (farm_id, id, command_id, kind, at, recorded_at, line_count)
      SELECT :farmId, gen_random_uuid(), id, 'used', now(), now(), 1 FROM command WHERE farm_id = :farmId LIMIT 1 RETURNING id`;
    const line = (mass: number, fat: number) =>
      `WITH e AS (${entry}) INSERT INTO entry_line (farm_id, entry_id, position, account, mass, fat) SELECT :farmId, id, 0, 'eaten', ${mass}, ${fat} FROM e`;
    await expect(raw(farm, line(5, 1))).rejects.toThrow(/two sides/);
    await expect(raw(farm, line(5, 6))).rejects.toThrow(/fat_within_mass/);
    // The web server has no right to; the owner of the tables is refused as well.
    const changes = [
      'UPDATE entry SET at = now()',
      'DELETE FROM entry_line',
      `UPDATE batch_event SET data = '{}'`,
    ];
    for (const change of changes) {
      await expect(raw(farm, change)).rejects.toThrow(/permission denied/);
      await expect(asOwner(farm, change)).rejects.toThrow(/never changed/);
    }
  });

  it('keeps the web server to what its use-cases do', async () => {
    const [mine, theirs] = [await house.farm(), await house.farm()];
    await begin(mine);
    await begin(theirs);
    for (const denied of [
      'UPDATE lot SET mass_now = 1',
      'INSERT INTO lot (farm_id, id, mass_now) VALUES (:farmId, gen_random_uuid(), 5)',
      `UPDATE command SET input = '{}'`,
      'DELETE FROM command',
      'DELETE FROM lot',
      'UPDATE batch_event SET at = now()',
      'SELECT * FROM schema_step',
      'CREATE TABLE mine (id int)',
      'ALTER TABLE lot DISABLE ROW LEVEL SECURITY',
    ])
      await expect(raw(mine, denied)).rejects.toThrow(/permission denied|must be owner/);
    await expect(raw(mine, `UPDATE command SET result = '{}'`)).rejects.toThrow(/never changed/);
    const append = `INSERT INTO entry_line (farm_id, entry_id, position, account, mass, fat)
      SELECT :farmId, id, 90 + n, 'eaten', 1 - 2 * n, 0 FROM (SELECT id FROM entry WHERE farm_id = :farmId LIMIT 1) e, generate_series(0, 1) n`;
    await expect(raw(mine, append)).rejects.toThrow(/lines and says/);
    // Neither by asking for all farms nor without asking for one.
    const seen = async (farm: string) =>
      inFarm(mine, async ({ transaction }) => {
        await database().query(`SELECT set_config('immulgo.farm', '${farm}', true)`, { transaction });
        return (
          await database().query(
            'SELECT farm_id FROM batch UNION ALL SELECT farm_id FROM picture UNION ALL SELECT farm_id FROM withdrawal UNION ALL SELECT farm_id FROM lot',
            { transaction },
          )
        )[0];
      });
    expect(await seen('every farm')).toEqual([]);
    expect(await seen('')).toEqual([]);
    const farms = (await raw(mine, 'SELECT id FROM farm'))[0] as { id: string }[];
    expect(farms.map(({ id }) => id)).toEqual([mine]);
    expect((await raw(mine, `UPDATE farm SET name = 'Mine' WHERE id = '${theirs}' RETURNING id`))[0]).toEqual(
      [],
    );
  });

  it('refuses a batch without cream, and events whose amounts have the wrong sign', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    await expect(
      raw(farm, `UPDATE batch SET facts = jsonb_set(facts, '{creamMass}', '0') WHERE farm_id = :farmId`),
    ).rejects.toThrow(/facts_have_cream/);
    const add = (data: object) =>
      raw(
        farm,
        `INSERT INTO batch_event (farm_id, batch_id, id, kind, at, recorded_at, device, command_id, data)
         SELECT :farmId, '${batchId}', gen_random_uuid(), 'drained', now(), now(), 'x', id, '${JSON.stringify(data)}'
         FROM command WHERE farm_id = :farmId LIMIT 1`,
      );
    await expect(add({ mass: -1 })).rejects.toThrow(/amounts_have_their_sign/);
    await expect(add({ mass: 10, saltMass: 11 })).rejects.toThrow(/amounts_have_their_sign/);
    await add({ mass: 0 });
  });

  it('keeps a blocked lot from people’s food, but not from the pigs', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const lotId = randomUUID();
    await pack(farm, batchId, lotId);
    await raw(farm, `UPDATE lot SET blocked_reason = 'medicine' WHERE id = '${lotId}'`);
    expect(await send(farm, 'butter.finish', { lotId })).toMatchObject({
      status: 'refused',
      message: expect.stringMatching(/kept from people/),
    });
    const toPigs = (
      account: string,
    ) => `WITH e AS (INSERT INTO entry (farm_id, id, command_id, kind, at, recorded_at, line_count)
      SELECT :farmId, gen_random_uuid(), id, 'used', now(), now(), 2 FROM command WHERE farm_id = :farmId LIMIT 1 RETURNING id)
      INSERT INTO entry_line (farm_id, entry_id, position, lot_id, account, mass, fat)
      SELECT :farmId, e.id, n, CASE WHEN n = 0 THEN '${lotId}' END, CASE WHEN n = 1 THEN '${account}' END, CASE WHEN n = 0 THEN -10 ELSE 10 END, 0 FROM e, generate_series(0, 1) n`;
    for (const account of ['sold', 'given', 'eaten'])
      await expect(raw(farm, toPigs(account))).rejects.toThrow(/blocked lot/);
    await raw(farm, toPigs('pigs'));
  });
});
