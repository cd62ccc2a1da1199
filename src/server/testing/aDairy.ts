import { randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import { database } from '@/data/connection';
import { inFarm } from '@/data/farmScope';
import type { StandingLot } from '@/data/ledger/standing';
import { lotsById } from '@/data/ledger/standing';
import { carryOut } from '../commands/carryOut';
import { theOwner } from '../commands/command';
import type { Answer } from '../commands/envelope';
import type { TestDatabase } from '@/data/testing/database';
import { testDatabase } from '@/data/testing/database';
import { setClock } from '../clock';
import { madeId } from '../ledger/intoMade';
import { morning, send } from './aBatch';

/**
 * A database for the tests of one file, with the clock at the morning they begin. Slow and busy machines are given a minute a
 * test: a sound run never waits this long.
 */
export function aDairy(): Pick<TestDatabase, 'farm'> & {
  asOwner: (farm: string, sql: string) => Promise<void>;
} {
  jest.setTimeout(60_000);
  let house: TestDatabase;
  beforeAll(async () => {
    house = await testDatabase();
    // Sequelize warns of a commit that the database refused; some tests make it refuse on purpose.
    jest.spyOn(console, 'warn').mockImplementation(() => undefined);
  });
  // Each begins at that morning; what it sends moves the clock on (`send`).
  beforeEach(() => setClock(new Date(morning * 1000 + 1000)));
  afterAll(() => {
    setClock(undefined);
    return house.close();
  });
  return {
    farm: () => house.farm(),
    // What no command can do: books as an older version wrote them.
    asOwner: (farm, sql) =>
      house.owner.transaction(async (transaction) => {
        await house.owner.query(`SELECT set_config('immulgo.farm', '${farm}', true)`, { transaction });
        await house.owner.query(sql, { transaction });
      }),
  };
}

/** Milk that comes in: eleven litres of the herd unless something else is said. Returns its lot. */
export const milk = async (farm: string, change: Record<string, unknown> = {}): Promise<string> => {
  const lotId = randomUUID();
  const answer = await send(farm, 'milk.in', { lotId, from: 'herd', mass: 11200, massSd: 100, celsius: 35, ...change });
  expect(answer).toMatchObject({ status: 'done' });
  return lotId;
}; // prettier-ignore

/** Cream that comes in by its label: two kilograms of 36 % unless something else is said. Returns its lot. */
export const cream = async (farm: string, change: Record<string, unknown> = {}): Promise<string> => {
  const lotId = randomUUID();
  const answer = await send(farm, 'cream.in', { lotId, mass: 2000, fat: 0.36, fatSd: 0.01, fatMethod: 'label', treatment: 'pasteurised', ...change });
  expect(answer).toMatchObject({ status: 'done' });
  return lotId;
}; // prettier-ignore

/** A lot as its row has it now. */
export const lotOf = async (farm: string, id: string): Promise<StandingLot> =>
  (await inFarm(farm, (scope) => lotsById(scope, [id]))).get(id)!;

/** Some of a lot, or all of it, put to a use: the answer, the command, and what was made of it. */
export const putTo = async (farm: string, lotId: string, to: string, more: object = {}) => {
  const command = randomUUID();
  const answer = await send(farm, 'lot.use', { lotId, to, ...more }, command);
  return { answer, command, made: madeId(command) };
};

/** Cream ladled off milk that stood. */
export const skim = (farm: string, lotIds: string[], change: Record<string, unknown> = {}) =>
  send(farm, 'milk.separate', {
    way: 'ladle',
    from: lotIds.map((lotId) => ({ lotId })),
    cuts: [{ lotId: randomUUID(), mass: 1900, fat: 0.2 }],
    skim: { to: 'use', use: 'pigs' },
    ...change,
  });

/** What the books come to, lots that differ from the sum of their lines, and the least that any lot holds. */
export const sums = (farm: string) =>
  inFarm(farm, async ({ transaction }) => {
    const [row] = await database().query<Record<string, string>>(
      `SELECT (SELECT coalesce(sum(mass), 0) FROM entry_line) AS mass, (SELECT coalesce(sum(fat), 0) FROM entry_line) AS fat,
         (SELECT count(*) FROM lot JOIN LATERAL (SELECT coalesce(sum(mass), 0) AS m, coalesce(sum(fat), 0) AS f FROM entry_line l
            WHERE l.farm_id = lot.farm_id AND l.lot_id = lot.id) told ON told.m <> lot.mass_now OR told.f <> lot.fat_now) AS astray,
         (SELECT coalesce(min(mass_now), 0) FROM lot) AS least`,
      { type: QueryTypes.SELECT, transaction },
    );
    return Object.fromEntries(Object.entries(row!).map(([key, value]) => [key, Number(value)]));
  });
export const balanced = { mass: 0, fat: 0, astray: 0 };

/** A cow, as the house is told of one. */
export const animal = (change: Record<string, unknown>) => ({
  id: randomUUID(),
  name: 'Tansy',
  breed: 'kerry',
  ...change,
});
/** A command that arrives as sent by a device at some moment. */
export const sentAt = (
  farm: string,
  name: string,
  input: unknown,
  device: string,
  at: Date,
): Promise<Answer> =>
  carryOut(farm, { id: randomUUID(), farm, device, name, input, at: at.toISOString() }, () => theOwner);

/** What one command moved: its entries’ details, and grams of mass and fat by account (below zero: out of it), in whole grams. */
export const booked = (farm: string, commandId: string) =>
  inFarm(farm, async ({ transaction }) => {
    const rows = await database().query<{ account: string; mass: number; fat: number; details: object }>(
      `SELECT coalesce(l.account, 'lots') AS account, sum(l.mass)::float8 AS mass, sum(l.fat)::float8 AS fat, e.details
       FROM entry e JOIN entry_line l ON l.farm_id = e.farm_id AND l.entry_id = e.id
       WHERE e.command_id = :commandId GROUP BY 1, e.id, e.details`,
      { type: QueryTypes.SELECT, replacements: { commandId }, transaction },
    );
    return {
      mass: Object.fromEntries(rows.map(({ account, mass }) => [account, Math.round(mass)])),
      fat: Object.fromEntries(rows.map(({ account, fat }) => [account, Math.round(fat)])),
      details: rows[0]?.details,
    };
  });
