import { randomUUID } from 'node:crypto';
import { Client } from 'pg';
import type { Sequelize } from 'sequelize';
import { connect } from '../connection';
import { giveRights, migrate } from '../migrate';
import { openFarm } from '../house/house';

/** A database of a test's own: made, brought forward (to `upTo`), and dropped again. */
export interface TestDatabase {
  owner: Sequelize;
  /** Opens a farm and returns its id. */
  farm: () => Promise<string>;
  close: () => Promise<void>;
}

/** Makes a database on the server that ./immulgo test started. Throws when it was not started that way. */
export async function testDatabase(upTo?: string): Promise<TestDatabase> {
  const admin = process.env.ADMIN_DATABASE_URL;
  if (!admin) throw new Error('Run database tests with ./immulgo test, or ./immulgo with-database npx jest.');
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  await asAdmin(admin, `CREATE DATABASE ${name} OWNER immulgo_owner`);
  const named = (url: string | undefined) => (url ?? '').replace(/\/[^/]+$/, `/${name}`);
  const owner = connect(named(process.env.MIGRATION_DATABASE_URL), 2);
  // As an older version left it.
  if (upTo)
    await owner.query(`GRANT USAGE ON SCHEMA public TO immulgo_app;
      ALTER DEFAULT PRIVILEGES IN SCHEMA public GRANT SELECT, INSERT, UPDATE, DELETE ON TABLES TO immulgo_app`);
  await migrate(owner, upTo);
  process.env.DATABASE_URL = named(process.env.DATABASE_URL);
  if (!upTo) await giveRights(owner, process.env.DATABASE_URL);
  const app = connect(process.env.DATABASE_URL, 12);
  globalThis.immulgoDatabase = { url: process.env.DATABASE_URL, sequelize: app };
  return {
    owner,
    farm: async () => {
      const id = randomUUID();
      await openFarm(id);
      return id;
    },
    close: async () => {
      await app.close();
      await owner.close();
      await asAdmin(admin, `DROP DATABASE ${name} WITH (FORCE)`);
    },
  };
}

async function asAdmin(url: string, statement: string): Promise<void> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    await client.query(statement);
  } finally {
    await client.end();
  }
}
