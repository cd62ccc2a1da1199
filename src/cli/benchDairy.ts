import { randomUUID } from 'node:crypto';
import { openHouse } from '@/server/house/openHouse';
import { pailView } from '@/server/pail/views';
import { shelfView, trailView } from '@/server/shelf/views';
import { todayView } from '@/server/today/views';
import type { Viewed } from './benchViews';
import { asCommand, benchViews, countOf } from './benchViews';

/** How long the views of milk and cream take, against the bare statements they are made of. */
asCommand(async () => {
  const farmId = await openHouse(randomUUID());
  const { butter } = await todayView(farmId);
  console.log(`${await countOf(farmId, 'lot')} lots in the ledger`);
  const views: Viewed[] = [
    ['Pail', () => pailView(farmId)],
    ['Shelf', () => shelfView(farmId)],
    ...(butter[0] ? [['Trail of a pat', () => trailView(farmId, butter[0]!.lotId)] as const] : []),
  ];
  return benchViews(views);
});
