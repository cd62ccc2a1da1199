import { QueryTypes } from 'sequelize';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';
import { CommandRow } from './models';

export interface StoredCommand {
  id: string;
  device: string;
  name: string;
  input: unknown;
  at: Date;
  /** Who said it, by name and id, where people say who they are. */
  by?: { name?: string | undefined; personId?: string | undefined };
}

/**
 * Takes a command's id for this transaction. True: it is ours to carry out. False: it was carried out before (a second
 * sender waits here until the first has finished).
 */
export async function claimCommand(
  { farmId, transaction }: FarmScope,
  { by, ...command }: StoredCommand,
  receivedAt: Date,
): Promise<boolean> {
  const rows = await database().query(
    `INSERT INTO command (farm_id, id, device, name, input, at, received_at, said_by, person_id)
     VALUES (:farmId, :id, :device, :name, :input, :at, :receivedAt, :saidBy, :personId) ON CONFLICT (farm_id, id) DO NOTHING RETURNING id`,
    {
      replacements: {
        ...command,
        farmId,
        input: JSON.stringify(command.input),
        receivedAt,
        saidBy: by?.name ?? null,
        personId: by?.personId ?? null,
      },
      type: QueryTypes.SELECT,
      transaction,
    },
  );
  return rows.length > 0;
}

export async function storeResult(
  { farmId, transaction }: FarmScope,
  id: string,
  result: unknown,
): Promise<void> {
  await CommandRow.update({ result }, { where: { farmId, id }, transaction });
}

export async function storedCommand(
  { farmId, transaction }: FarmScope,
  id: string,
): Promise<{ name: string; input: unknown; result: unknown } | undefined> {
  const row = await CommandRow.findOne({ where: { farmId, id }, transaction });
  return row ? { name: row.name, input: row.input, result: row.result } : undefined;
}

/** A command that was carried out, held until the transaction ends: two who undo it wait for one another. */
export async function holdCommand(
  { farmId, transaction }: FarmScope,
  id: string,
): Promise<{ name: string; device: string; input: unknown } | undefined> {
  const row = await CommandRow.findOne({
    where: { farmId, id },
    attributes: ['name', 'device', 'input'],
    transaction,
    lock: transaction.LOCK.NO_KEY_UPDATE,
  });
  return row ? { name: row.name, device: row.device, input: row.input } : undefined;
}
