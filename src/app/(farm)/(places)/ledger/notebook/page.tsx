import { planView } from '@/server/churning/views';
import { theFarmId } from '@/server/people/caller';
import { broughtView } from '@/server/notebook/takeNotebookBack';
import { Notebook } from '@/ui/ledger/notebook/Notebook';

export const metadata = { title: 'Years on paper' };

export default async function Page() {
  const farmId = await theFarmId();
  const { vessels, farm, fatFromBatches } = await planView(farmId);
  return (
    <Notebook
      farmId={farm.id}
      brought={await broughtView(farmId)}
      fat={fatFromBatches?.fat ?? 0.36}
      churns={vessels.filter(({ kind, tool }) => kind === 'churn' && tool !== null)}
    />
  );
}
