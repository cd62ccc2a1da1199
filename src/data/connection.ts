import { Sequelize } from 'sequelize';
import { defineModels } from './models';

declare global {
  var immulgoDatabase: { url: string; sequelize: Sequelize } | undefined;
}

/** The address of the database, from the environment. Throws a sentence that says what to set. */
export function databaseUrl(): string {
  const url = process.env.DATABASE_URL;
  if (!url)
    throw new Error(
      'DATABASE_URL is not set. Start Immulgo with ./immulgo start or ./immulgo demo, which set it.',
    );
  return url;
}

/** A connection with every model defined on it. Statements are never logged: they hold farm data. */
export function connect(url: string, poolSize = 10): Sequelize {
  const sequelize = new Sequelize(url, {
    dialect: 'postgres',
    logging: false,
    // One stays open: a mark made minutes after the last does not wait for a new one.
    pool: { max: poolSize, min: 1, acquire: 20_000, idle: 10000 },
    define: { underscored: true, timestamps: false, freezeTableName: true },
  });
  defineModels(sequelize);
  return sequelize;
}

/** The connection this copy of the code has defined its models on: the server bundles pages and routes apart. */
let definedOn: Sequelize | undefined;

/** The one connection of this process; kept on `globalThis` so that a second copy of the code does not open another. */
export function database(): Sequelize {
  const url = databaseUrl();
  if (globalThis.immulgoDatabase?.url !== url) globalThis.immulgoDatabase = { url, sequelize: connect(url) };
  const { sequelize } = globalThis.immulgoDatabase;
  if (definedOn !== sequelize) {
    defineModels(sequelize);
    definedOn = sequelize;
  }
  return sequelize;
}
