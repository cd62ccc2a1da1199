import { QueryTypes } from 'sequelize';
import type { Role } from '@/core/people/roles';
import { database } from '../connection';
import type { HouseScope } from '../houseScope';
import { lookInHouse } from '../houseScope';

type Values = Record<string, string | boolean | Date | null>;
const select = <Row extends object>({ transaction }: HouseScope, sql: string, replacements: Values) =>
  database().query<Row>(sql, { replacements, type: QueryTypes.SELECT, transaction });
const run = async ({ transaction }: HouseScope, sql: string, replacements: Values): Promise<void> => {
  await database().query(sql, { replacements, transaction });
};

/** A device that somebody came in with. */
export interface Device {
  id: string;
  personId: string;
  farmId: string;
  name: string;
  /** Several use it, and change over by their numbers. */
  shared: boolean;
}

/** Whose a session is, as every request asks; and whether anybody has to say who they are at all. */
export interface Came {
  setUp: boolean;
  deviceId: string | null;
  personId: string | null;
  name: string | null;
  farmId: string | null;
  role: Role | null;
  shared: boolean | null;
  seenAt: Date | null;
}

/** @param deviceId of the session's cookie; any id for none @param secretHash SHA-256 of its secret, hexadecimal */
export async function whoCame(deviceId: string, secretHash: string): Promise<Came> {
  const [row] = await lookInHouse<Came>(
    `SELECT EXISTS (SELECT 1 FROM person WHERE password_hash IS NOT NULL AND closed_at IS NULL) AS "setUp",
       d.id AS "deviceId", p.id AS "personId", p.name, d.farm_id AS "farmId", m.role, d.shared, d.seen_at AS "seenAt"
     FROM (SELECT 1) one
     LEFT JOIN (device d JOIN person p ON p.id = d.person_id AND p.closed_at IS NULL)
       ON d.id = :deviceId AND d.secret_hash = :secretHash AND d.revoked_at IS NULL
     LEFT JOIN membership m ON m.farm_id = d.farm_id AND m.person_id = d.person_id AND m.ended_at IS NULL`,
    { deviceId, secretHash },
  );
  return row!;
}

export async function addDevice(
  scope: HouseScope,
  device: Device & { secretHash: string; at: Date },
): Promise<void> {
  await run(
    scope,
    `INSERT INTO device (id, secret_hash, person_id, farm_id, name, shared, made_at, seen_at)
     VALUES (:id, :secretHash, :personId, :farmId, :name, :shared, :at, :at)`,
    { ...device },
  );
  await wasHere(scope, device.id, device.personId, device.at);
}

/** Somebody said who they are on a device: from then on it may send what it kept of theirs. */
export const wasHere = (scope: HouseScope, deviceId: string, personId: string, at: Date): Promise<void> =>
  run(
    scope,
    `INSERT INTO device_person (device_id, person_id, first_at) VALUES (:deviceId, :personId, :at) ON CONFLICT DO NOTHING`,
    { deviceId, personId, at },
  );

/** Whether somebody ever said who they are on a device, and what they are on its farm now. */
export async function onceHere(
  scope: HouseScope,
  deviceId: string,
  personId: string,
  farmId: string,
): Promise<{ name: string; role: Role } | undefined> {
  const [row] = await select<{ name: string; role: Role }>(
    scope,
    `SELECT p.name, m.role FROM device_person h JOIN person p ON p.id = h.person_id AND p.closed_at IS NULL
     JOIN membership m ON m.person_id = p.id AND m.farm_id = :farmId AND m.ended_at IS NULL
     WHERE h.device_id = :deviceId AND h.person_id = :personId`,
    { deviceId, personId, farmId },
  );
  return row;
}

export const seen = (scope: HouseScope, id: string, at: Date): Promise<void> =>
  run(scope, 'UPDATE device SET seen_at = :at WHERE id = :id AND seen_at < :at', { id, at });

/** Another person, or another farm, on the same device, with a new secret. */
export const turnDevice = (
  scope: HouseScope,
  device: { id: string; personId: string; farmId: string; secretHash: string },
): Promise<void> =>
  run(
    scope,
    'UPDATE device SET person_id = :personId, farm_id = :farmId, secret_hash = :secretHash WHERE id = :id',
    device,
  );

/** Shuts a device out; says whether it was in. */
export async function revokeDevice(scope: HouseScope, id: string, at: Date): Promise<boolean> {
  const rows = await select<{ id: string }>(
    scope,
    'UPDATE device SET revoked_at = :at WHERE id = :id AND revoked_at IS NULL RETURNING id',
    { id, at },
  );
  return rows.length > 0;
}

/** Shuts out every device of somebody on a farm, or wherever they are where none is named, but one. */
export const revokeOf = (
  scope: HouseScope,
  personId: string,
  farmId: string | null,
  at: Date,
  but: string | null = null,
): Promise<void> =>
  run(
    scope,
    `UPDATE device SET revoked_at = :at WHERE person_id = :personId AND revoked_at IS NULL AND (:farmId::uuid IS NULL OR farm_id = :farmId::uuid)
       AND id IS DISTINCT FROM :but::uuid`,
    { personId, farmId, at, but },
  );

export interface DeviceShown {
  id: string;
  name: string;
  personName: string;
  shared: boolean;
  madeAt: Date;
  seenAt: Date;
}

/** Devices that are in at a farm, the one seen last first. */
export const devicesOf = (scope: HouseScope, farmId: string): Promise<DeviceShown[]> =>
  select(
    scope,
    `SELECT d.id, d.name, p.name AS "personName", d.shared, d.made_at AS "madeAt", d.seen_at AS "seenAt"
     FROM device d JOIN person p ON p.id = d.person_id
     WHERE d.farm_id = :farmId AND d.revoked_at IS NULL ORDER BY d.seen_at DESC, d.id LIMIT 100`,
    { farmId },
  );

export const addPairing = (
  scope: HouseScope,
  one: {
    codeHash: string;
    /** Whose device it lets in; or, for somebody of the house who comes to the farm, as what. */
    personId: string | null;
    role: Role | null;
    farmId: string;
    madeBy: string;
    at: Date;
    until: Date;
  },
): Promise<void> =>
  run(
    scope,
    `INSERT INTO pairing (code_hash, person_id, role, farm_id, made_by, made_at, until)
     VALUES (:codeHash, :personId, :role, :farmId, :madeBy, :at, :until)`,
    one,
  );

/** Uses a code up, of a device or of somebody who comes: undefined where there is none of that kind, it is past, or it was used. */
export async function usePairing(
  scope: HouseScope,
  codeHash: string,
  of: 'device' | 'person',
  at: Date,
): Promise<{ personId: string | null; role: Role | null; farmId: string } | undefined> {
  const [row] = await select<{ personId: string | null; role: Role | null; farmId: string }>(
    scope,
    `UPDATE pairing SET used_at = :at WHERE code_hash = :codeHash AND used_at IS NULL AND until > :at
       AND (person_id IS NULL) = (:of = 'person')
     RETURNING person_id AS "personId", role, farm_id AS "farmId"`,
    { codeHash, of, at },
  );
  return row;
}
