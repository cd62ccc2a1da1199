import { randomUUID } from 'node:crypto';
import { connect, databaseUrl } from '@/data/connection';
import { giveRights, migrate } from '@/data/migrate';
import { openHouse } from '@/server/house/openHouse';

/** Brings the database forward and sees that the house has its farm. */
async function main(): Promise<void> {
  const owner = connect(process.env.MIGRATION_DATABASE_URL ?? databaseUrl(), 2);
  try {
    const done = await migrate(owner);
    await giveRights(owner, databaseUrl());
    if (done.length > 0) console.log(`  ran ${done.join(', ')}`);
  } finally {
    await owner.close();
  }
  await openHouse(randomUUID());
}

main().then(
  () => process.exit(0),
  (error: unknown) => {
    const why = error instanceof Error ? error.message : String(error);
    console.error(`The database could not be brought forward: ${why}`);
    process.exit(1);
  },
);
