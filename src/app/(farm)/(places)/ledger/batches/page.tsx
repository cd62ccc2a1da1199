import { theFarmId } from '@/server/people/caller';
import { findBatches } from '@/server/ledger/searchBatches';
import { EveryBatch } from '@/ui/ledger/EveryBatch';

export const metadata = { title: 'Every batch' };

export default async function Page() {
  return <EveryBatch first={await findBatches(await theFarmId(), {})} />;
}
