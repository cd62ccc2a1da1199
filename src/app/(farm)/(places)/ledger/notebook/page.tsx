import { planView } from '@/server/churning/views';
import { theFarmId } from '@/server/house/theFarm';
import { Notebook } from '@/ui/ledger/notebook/Notebook';

export const metadata = { title: 'Years on paper' };

export default async function Page() {
  const { vessels, farm, fatFromBatches } = await planView(await theFarmId());
  return (
    <Notebook
      farmId={farm.id}
      fat={fatFromBatches?.fat ?? 0.36}
      churns={vessels.filter(({ kind, tool }) => kind === 'churn' && tool !== null)}
    />
  );
}
