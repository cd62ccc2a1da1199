import { loadLarkfold } from '@/demo/loadLarkfold';
import { openHouse } from '@/server/house/openHouse';
import { randomUUID } from 'node:crypto';

/** Loads Larkfold into the house's farm, once; `--days N` lives through another number of days. */
loadLarkfoldOnce().then(
  () => process.exit(0),
  (error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exit(1);
  },
);

async function loadLarkfoldOnce(): Promise<void> {
  let said = 0;
  const asked = process.argv.indexOf('--days');
  const loaded = await loadLarkfold(await openHouse(randomUUID()), {
    ...(asked < 0 ? {} : { days: Number(process.argv[asked + 1]) }),
    progress: (share) => {
      if (share - said < 0.2) return;
      said = share;
      console.log(`  living through its months: ${Math.round(share * 100)} %`);
    },
  });
  console.log(
    loaded
      ? '  Larkfold is loaded'
      : '  Larkfold was there already; ./immulgo demo --fresh begins it again from today',
  );
}
