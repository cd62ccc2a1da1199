import { QueryTypes } from 'sequelize';
import type { Role } from '@/core/people/roles';
import { database } from '../connection';
import type { HouseScope } from '../houseScope';

export interface Person {
  id: string;
  name: string;
  passwordHash: string | null;
  pinHash: string | null;
}

/** Somebody of a farm as its owner sees them. */
export interface Member {
  id: string;
  name: string;
  role: Role;
  hasPassword: boolean;
  hasPin: boolean;
}

const person = 'id, name, password_hash AS "passwordHash", pin_hash AS "pinHash"';
type Values = Record<string, string | number | boolean | Date | null>;

const select = <Row extends object>({ transaction }: HouseScope, sql: string, replacements: Values) =>
  database().query<Row>(sql, { replacements, type: QueryTypes.SELECT, transaction });
const run = async ({ transaction }: HouseScope, sql: string, replacements: Values): Promise<void> => {
  await database().query(sql, { replacements, transaction });
};

/** Whether anybody has a password: from then on everybody says who they are. */
export async function peopleSetUp(scope: HouseScope): Promise<boolean> {
  const [row] = await select<{ there: boolean }>(
    scope,
    'SELECT EXISTS (SELECT 1 FROM person WHERE password_hash IS NOT NULL AND closed_at IS NULL) AS there',
    {},
  );
  return row!.there;
}

/** One set-up, one change of who is owner at a time: held until the transaction ends. */
export const holdPeople = (scope: HouseScope): Promise<void> =>
  run(scope, `SELECT pg_advisory_xact_lock(hashtext('immulgo.people'))`, {});

export async function personNamed(scope: HouseScope, name: string): Promise<Person | undefined> {
  const [row] = await select<Person>(
    scope,
    `SELECT ${person} FROM person WHERE lower(name) = lower(:name) AND closed_at IS NULL`,
    { name },
  );
  return row;
}

export async function personById(scope: HouseScope, id: string): Promise<Person | undefined> {
  const [row] = await select<Person>(
    scope,
    `SELECT ${person} FROM person WHERE id = :id AND closed_at IS NULL`,
    {
      id,
    },
  );
  return row;
}

/** Adds a person; somebody of that id stays as they are. */
export const addPerson = (scope: HouseScope, id: string, name: string, madeAt: Date): Promise<void> =>
  run(
    scope,
    'INSERT INTO person (id, name, made_at) VALUES (:id, :name, :madeAt) ON CONFLICT (id) DO NOTHING',
    {
      id,
      name,
      madeAt,
    },
  );

export const setPassword = (scope: HouseScope, id: string, hash: string): Promise<void> =>
  run(scope, 'UPDATE person SET password_hash = :hash WHERE id = :id', { id, hash });

export const setPin = (scope: HouseScope, id: string, hash: string | null): Promise<void> =>
  run(scope, 'UPDATE person SET pin_hash = :hash WHERE id = :id', { id, hash });

/** Makes somebody a member of a farm, or something else on it than they were. */
export const putMember = (
  scope: HouseScope,
  farmId: string,
  personId: string,
  role: Role,
  since: Date,
): Promise<void> =>
  run(
    scope,
    `INSERT INTO membership (farm_id, person_id, role, since) VALUES (:farmId, :personId, :role, :since)
     ON CONFLICT (farm_id, person_id) DO UPDATE SET role = :role, ended_at = NULL,
       since = CASE WHEN membership.ended_at IS NULL THEN membership.since ELSE :since END`,
    { farmId, personId, role, since },
  );

/** Ends a membership; of somebody who is a member nowhere any more nothing opens. */
export const endMember = (
  scope: HouseScope,
  farmId: string,
  personId: string,
  endedAt: Date,
): Promise<void> =>
  run(
    scope,
    'UPDATE membership SET ended_at = :endedAt WHERE farm_id = :farmId AND person_id = :personId AND ended_at IS NULL',
    { farmId, personId, endedAt },
  );

export const membersOf = (scope: HouseScope, farmId: string): Promise<Member[]> =>
  select<Member>(
    scope,
    `SELECT p.id, p.name, m.role, p.password_hash IS NOT NULL AS "hasPassword", p.pin_hash IS NOT NULL AS "hasPin"
     FROM membership m JOIN person p ON p.id = m.person_id AND p.closed_at IS NULL
     WHERE m.farm_id = :farmId AND m.ended_at IS NULL ORDER BY m.since, p.name`,
    { farmId },
  );

/** What somebody is on a farm; undefined for who is no member of it. */
export async function roleOn(scope: HouseScope, farmId: string, personId: string): Promise<Role | undefined> {
  const [row] = await select<{ role: Role }>(
    scope,
    'SELECT role FROM membership WHERE farm_id = :farmId AND person_id = :personId AND ended_at IS NULL',
    { farmId, personId },
  );
  return row?.role;
}

/** Farms somebody is a member of, by id, the first joined first. */
export const farmsOf = (scope: HouseScope, personId: string): Promise<{ farmId: string; role: Role }[]> =>
  select(
    scope,
    `SELECT farm_id AS "farmId", role FROM membership WHERE person_id = :personId AND ended_at IS NULL ORDER BY since, farm_id`,
    { personId },
  );

/** Writes down what was changed about people, when and by whom. */
export const tellPeopleAct = (
  scope: HouseScope,
  one: { farmId: string | null; at: Date; byName: string | null; act: string },
): Promise<void> =>
  run(scope, 'INSERT INTO people_act (farm_id, at, by_name, act) VALUES (:farmId, :at, :byName, :act)', one);

export const peopleActsOf = (
  scope: HouseScope,
  farmId: string,
): Promise<{ at: Date; byName: string | null; act: string }[]> =>
  select(
    scope,
    `SELECT at, by_name AS "byName", act FROM people_act WHERE farm_id = :farmId ORDER BY at DESC, id LIMIT 40`,
    {
      farmId,
    },
  );

/** Everybody in the house, for whoever sits at the machine itself. */
export const everybody = (
  scope: HouseScope,
): Promise<{ name: string; hasPassword: boolean; devices: number }[]> =>
  select(
    scope,
    `SELECT p.name, p.password_hash IS NOT NULL AS "hasPassword",
       (SELECT count(*)::int FROM device d WHERE d.person_id = p.id AND d.revoked_at IS NULL) AS devices
     FROM person p WHERE p.closed_at IS NULL ORDER BY p.made_at, p.name`,
    {},
  );
