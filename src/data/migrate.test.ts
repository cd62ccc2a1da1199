import { facts } from '@/server/testing/aBatch';
import { migrate, migrations } from './migrate';
import type { TestDatabase } from './testing/database';
import { testDatabase } from './testing/database';

/** A house as it was after one migration, with a farm in it, one command, and a way to write to it. */
async function houseOf(upTo: string) {
  const house = await testDatabase(upTo);
  houses.push(house);
  const farm = await house.farm();
  const write = (sql: string) =>
    house.owner.transaction(async (transaction) => {
      await house.owner.query(`SELECT set_config('immulgo.farm', '${farm}', true)`, { transaction });
      return house.owner.query(sql, { transaction });
    });
  await write(
    `INSERT INTO command (farm_id, id, device, name, input, at, received_at) VALUES ('${farm}', 'command-1', 'tablet', 'x', '{}', now(), now())`,
  );
  return { owner: house.owner, farm, write };
}
const houses: TestDatabase[] = [];
afterAll(() => Promise.all(houses.map((house) => house.close())));

it('brings a house with lots and entries in it forward, changing nothing that was written', async () => {
  const { owner, farm, write } = await houseOf(migrations[0]!.name);
  await write(
    `INSERT INTO lot (farm_id, id, code, kind, made_at, raw, ripened) VALUES ('${farm}', 'cream-0001', 'C1', 'cream', now(), false, false)`,
  );
  await write(`WITH e AS (INSERT INTO entry (farm_id, command_id, kind, at, recorded_at) VALUES ('${farm}', 'command-1', 'received', now(), now()) RETURNING id)
    INSERT INTO entry_line (farm_id, entry_id, position, lot_id, account, mass, fat)
    SELECT '${farm}', e.id, n, CASE n WHEN 1 THEN 'cream-0001' END, CASE n WHEN 0 THEN 'received' END, (2 * n - 1) * 1000, (2 * n - 1) * 380 FROM e, generate_series(0, 1) n`);
  const balances = () => write('SELECT lot_id, mass, fat FROM lot_balance');
  const [before] = await balances();
  expect(before).toEqual([{ lot_id: 'cream-0001', mass: '1000.000', fat: '380.000' }]);

  const ran = await migrate(owner);
  expect(ran).toEqual(migrations.slice(1).map((step) => step.name));
  expect((await balances())[0]).toEqual(before);
  expect(await migrate(owner)).toEqual([]);
});

it('brings a house with batches forward to the signs of their amounts, and keeps them', async () => {
  const { owner, farm, write } = await houseOf(migrations[1]!.name);
  await write(
    `INSERT INTO lot (farm_id, id, code, kind, made_at, raw, ripened) VALUES ('${farm}', 'cream-0001', 'C1', 'cream', now(), false, false)`,
  );
  await write(
    `INSERT INTO batch (farm_id, id, number, cream_lot_id, facts, started_at, phase) VALUES ('${farm}', 'batch-0001', 1, 'cream-0001', '${JSON.stringify(facts)}', now(), 'churning')`,
  );
  for (const [id, data] of Object.entries({
    'event-0001': {},
    'event-0002': { mass: 700, massSd: 5 },
    'event-0003': { mass: 600, saltMass: 9 },
  }))
    await write(
      `INSERT INTO batch_event (farm_id, batch_id, id, kind, at, recorded_at, device, command_id, data) VALUES ('${farm}', 'batch-0001', '${id}', 'x', now(), now(), 'x', 'command-1', '${JSON.stringify(data)}')`,
    );
  expect(await migrate(owner)).toEqual(migrations.slice(2).map((step) => step.name));
  const [kept] = await write(`SELECT data FROM batch_event ORDER BY id`);
  expect(kept).toEqual([
    { data: {} },
    { data: { mass: 700, massSd: 5 } },
    { data: { mass: 600, saltMass: 9 } },
  ]);
});

it('takes a farm over in which two lots were written down in one vessel: the newest keeps it, nothing else changes', async () => {
  const { owner, farm, write } = await houseOf('0006-what-stays');
  await write(
    `INSERT INTO vessel (farm_id, id, name, kind, capacity) VALUES ('${farm}', '00000000-0000-4000-8000-00000000000a', 'Blue jar', 'jar', 3000)`,
  );
  for (const [id, kind, days] of [
    ['milk-00001', 'milk', 3],
    ['milk-00002', 'milk', 1],
    ['skim-00001', 'skim', 40],
  ] as const) {
    await write(
      `INSERT INTO lot (farm_id, id, code, kind, vessel_id, made_at, oldest_at, raw, ripened) VALUES ('${farm}', '${id}', '${id}', '${kind}', '00000000-0000-4000-8000-00000000000a', now() - interval '${days} days', now() - interval '${days} days', true, false)`,
    );
    await write(`WITH e AS (INSERT INTO entry (farm_id, command_id, kind, at, recorded_at) VALUES ('${farm}', 'command-1', 'received', now(), now()) RETURNING id)
      INSERT INTO entry_line (farm_id, entry_id, position, lot_id, account, mass, fat)
      SELECT '${farm}', e.id, n, CASE n WHEN 1 THEN '${id}' END, CASE n WHEN 0 THEN 'received' END, (2 * n - 1) * 1000, 0 FROM e, generate_series(0, 1) n`);
  }
  expect(await migrate(owner)).toEqual(migrations.slice(6).map((step) => step.name));
  const [lots] = await write(
    `SELECT id, vessel_id IS NOT NULL AS in_it, put_away_at IS NOT NULL AS away, mass_now::float AS mass FROM lot ORDER BY id`,
  );
  expect(lots).toEqual([
    { id: 'milk-00001', in_it: false, away: false, mass: 1000 },
    { id: 'milk-00002', in_it: true, away: false, mass: 1000 },
    { id: 'skim-00001', in_it: true, away: true, mass: 1000 },
  ]);
  const [entries] = await write('SELECT DISTINCT line_count FROM entry');
  expect(entries).toEqual([{ line_count: 2 }]);
});

it('leaves nothing of a step that was cut off before it was recorded, and runs it whole the next time', async () => {
  const { owner } = await houseOf('0005-the-finish');
  const columns = async () =>
    (
      await owner.query(
        `SELECT column_name FROM information_schema.columns WHERE table_name = 'lot' AND column_name = 'origin'`,
      )
    )[0];
  await owner.query(`CREATE FUNCTION cut_off() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION 'The power went.'; END $$;
    CREATE TRIGGER cut_off BEFORE INSERT ON schema_step FOR EACH ROW EXECUTE FUNCTION cut_off()`);
  await expect(migrate(owner)).rejects.toThrow(/The power went/);
  expect(await columns()).toEqual([]);
  await owner.query('DROP TRIGGER cut_off ON schema_step');
  expect(await migrate(owner)).toEqual(migrations.slice(5).map((step) => step.name));
  expect(await columns()).toHaveLength(1);
});

it('guards every table that belongs to a farm, and the farm, against its owner too', async () => {
  const { owner } = await houseOf(migrations.at(-1)!.name);
  const [open] = await owner.query(
    `SELECT c.relname FROM pg_class c WHERE c.relkind = 'r' AND c.relnamespace = 'public'::regnamespace
       AND c.relname NOT IN ('schema_step', 'attempt') AND NOT (c.relrowsecurity AND c.relforcerowsecurity)`,
  );
  expect(open).toEqual([]);
  // By the farm in hand, which the planner can reckon with; about every farm only the role that brings it forward may ask.
  const [policies] = await owner.query(
    `SELECT tablename, policyname, roles::text, qual FROM pg_policies WHERE schemaname = 'public' AND policyname <> 'of_the_house' ORDER BY tablename, policyname`,
  );
  const odd = (policies as { policyname: string; roles: string; qual: string }[]).filter(
    ({ policyname, roles, qual }) =>
      policyname === 'of_its_farm'
        ? !/farm_in_hand\(\)/.test(qual)
        : policyname !== 'of_every_farm' || roles !== '{immulgo_owner}',
  );
  expect(policies.length).toBeGreaterThan(30);
  expect(odd).toEqual([]);
});
