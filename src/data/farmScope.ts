import { QueryTypes, Transaction } from 'sequelize';
import { database } from './connection';

/** A transaction that sees one farm's rows and no other's: the only way into farm data. */
export interface FarmScope {
  farmId: string;
  transaction: Transaction;
}

/** PostgreSQL's ways of saying “try again”: serialisation failure and deadlock. */
const retryable = new Set(['40001', '40P01']);
const mostTries = 4;

/**
 * Runs `work` in one transaction bound to a farm. The database itself holds the binding (row security reads
 * `immulgo.farm`), so a forgotten condition finds nothing rather than somebody else's rows. Deadlocks are retried.
 */
export async function inFarm<T>(farmId: string, work: (scope: FarmScope) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt += 1) {
    try {
      return await database().transaction(async (transaction) => {
        await database().query(`SELECT set_config('immulgo.farm', :farmId, true)`, {
          replacements: { farmId },
          transaction,
        });
        return work({ farmId, transaction });
      });
    } catch (error) {
      if (attempt === mostTries || !retryable.has(sqlState(error) ?? '')) throw error;
    }
  }
}

/**
 * A farm as it stands at one moment, to be read bit by bit while others write on: until `end`, which changes nothing.
 */
export async function snapshotOf(farmId: string): Promise<{ scope: FarmScope; end: () => Promise<void> }> {
  const transaction = await database().transaction({
    isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ,
  });
  await database().query(`SELECT set_config('immulgo.farm', :farmId, true)`, {
    replacements: { farmId },
    transaction,
  });
  return { scope: { farmId, transaction }, end: () => transaction.rollback() };
}

/**
 * The rows of one SELECT, seen as the farm's, in a single message to the database and back: for what is asked every few
 * seconds. PostgreSQL runs statements that come in one message as one transaction, so the binding holds for the second.
 */
export async function lookInFarm<Row extends object>(
  farmId: string,
  select: string,
  replacements: Record<string, string>,
): Promise<Row[]> {
  const rows = await database().query<Row>(`SELECT set_config('immulgo.farm', :farmId, true); ${select}`, {
    replacements: { ...replacements, farmId },
    type: QueryTypes.SELECT,
  });
  return rows.slice(1);
}

/** The SQLSTATE of a database error, if it is one. */
export function sqlState(error: unknown): string | undefined {
  const original =
    (error as { original?: { code?: unknown }; parent?: { code?: unknown } } | null)?.original ??
    (error as { parent?: { code?: unknown } } | null)?.parent;
  return typeof original?.code === 'string' ? original.code : undefined;
}

/**
 * Whether it will fail again however often it is sent: the database refuses the values or the row (SQLSTATE classes 22, 23
 * and our own IM). A lost connection, a lock or a full disk may be gone the next time.
 */
export const failsAlways = (error: unknown): boolean => /^(22|23|IM)/.test(sqlState(error) ?? '');

/** A savepoint inside the scope: what `work` did is taken back when it throws, the rest of the transaction stands. */
export async function savepoint<T>(scope: FarmScope, work: (scope: FarmScope) => Promise<T>): Promise<T> {
  return database().transaction({ transaction: scope.transaction }, (transaction) =>
    work({ ...scope, transaction }),
  );
}

/**
 * Whether it is the database that cannot be asked just now: no connection, none free, shutting down, full or locked
 * (SQLSTATE classes 08, 40, 53, 55, 57 and 58, and what Sequelize and the network call by name).
 */
export function isPassing(error: unknown): boolean {
  const state = sqlState(error);
  if (state && /^(08|40|53|55|57|58)/.test(state)) return true;
  const name = error instanceof Error ? error.name : '';
  if (
    /^Sequelize(Connection|HostNotFound|HostNotReachable|AccessDenied|InvalidConnection|Timeout)/.test(name)
  )
    return true;
  const message = error instanceof Error ? error.message : '';
  return /ECONN|EPIPE|Connection terminated|connection.*(closed|ended)|not queryable/i.test(
    `${state ?? ''} ${message}`,
  );
}
