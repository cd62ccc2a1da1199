import type { Sequelize } from 'sequelize';
import { Umzug } from 'umzug';
import { QueryTypes } from 'sequelize';
import { theHouse } from './migrations/0001-the-house';
import { theBatch } from './migrations/0002-the-batch';
import { theAmounts } from './migrations/0003-the-amounts';
import { theDairy } from './migrations/0004-the-dairy';
import { theFinish } from './migrations/0005-the-finish';
import { whatStays } from './migrations/0006-what-stays';
import { oneInOne } from './migrations/0007-one-in-one';
import { keptFromPeople } from './migrations/0008-kept-from-people';
import { theLarder } from './migrations/0009-the-larder';
import { laterAndInstead } from './migrations/0010-later-and-instead';
import { theCalendar } from './migrations/0011-the-calendar';
import { roomInTheFreezer } from './migrations/0012-room-in-the-freezer';
import { madeAndKept } from './migrations/0013-made-and-kept';
import { putRight } from './migrations/0014-put-right';
import { mixedIn } from './migrations/0015-mixed-in';
import { looseButter } from './migrations/0016-loose-butter';
import { pictures } from './migrations/0017-pictures';
import { theMaker } from './migrations/0018-the-maker';
import { people } from './migrations/0019-people';
import { oneFarmInHand } from './migrations/0020-one-farm-in-hand';
import { servedAndDriedOff } from './migrations/0021-served-and-dried-off';
import { theHouseAsItIs } from './migrations/0022-the-house-as-it-is';
import { wishes } from './migrations/0023-wishes';
import { guard } from './migrations/migration';
import { rights } from './rights';

/** Every step, oldest first. A released step is never edited: what follows is a new one. */
export const migrations = [
  theHouse,
  theBatch,
  theAmounts,
  theDairy,
  theFinish,
  whatStays,
  oneInOne,
  keptFromPeople,
  theLarder,
  laterAndInstead,
  theCalendar,
  roomInTheFreezer,
  madeAndKept,
  putRight,
  mixedIn,
  looseButter,
  pictures,
  theMaker,
  people,
  oneFarmInHand,
  servedAndDriedOff,
  theHouseAsItIs,
  wishes,
];

/**
 * Brings a database forward, to the newest step or to `upTo`. Each step is one transaction together with the record that it
 * was run, so that one that is cut off is begun again; two starts at once wait
 * for one another on an advisory lock held for the whole run.
 * @returns names of the steps that were run now
 */
export async function migrate(sequelize: Sequelize, upTo?: string): Promise<string[]> {
  return sequelize.transaction(async (lock) => {
    await sequelize.query(`SELECT pg_advisory_xact_lock(hashtext('immulgo.migrate'))`, { transaction: lock });
    const umzug = new Umzug({
      migrations: migrations.map(({ name, up, guarded }) => ({
        name,
        up: () =>
          sequelize.transaction(async (transaction) => {
            await sequelize.query(`SELECT set_config('immulgo.farm', 'every farm', true)`, { transaction });
            await sequelize.query(up + guarded.map(guard).join(''), { transaction, raw: true });
            await sequelize.query('INSERT INTO schema_step (name) VALUES (:name)', {
              replacements: { name },
              transaction,
            });
          }),
      })),
      storage: {
        executed: async () => {
          await sequelize.query('CREATE TABLE IF NOT EXISTS schema_step (name varchar(255) PRIMARY KEY)');
          const rows = await sequelize.query<{ name: string }>('SELECT name FROM schema_step ORDER BY name', {
            type: QueryTypes.SELECT,
          });
          return rows.map((row) => row.name);
        },
        // Recorded with the step itself.
        logMigration: () => Promise.resolve(),
        unlogMigration: () => Promise.resolve(),
      },
      logger: undefined,
    });
    const done = await umzug.up(upTo ? { to: upTo } : {});
    return done.map((step) => step.name);
  });
}

/** Gives the role of the web server its rights, when it is not the owner itself. @param appUrl DATABASE_URL */
export async function giveRights(owner: Sequelize, appUrl: string): Promise<void> {
  const role = decodeURIComponent(new URL(appUrl).username);
  const [[row]] = (await owner.query('SELECT current_user AS name')) as [[{ name: string }], unknown];
  if (role && role !== row.name) await owner.query(rights(role), { raw: true });
}
