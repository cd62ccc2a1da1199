import { theFarmId } from '@/server/people/caller';
import { periodTrail } from '@/server/ledger/periodTrail';
import { PeriodTrail } from '@/ui/ledger/PeriodTrail';

export const metadata = { title: 'Where the fat went' };

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ from?: string; to?: string }>;
}) {
  const { from, to } = await searchParams;
  const view = await periodTrail(await theFarmId(), { ...(from ? { from } : {}), ...(to ? { to } : {}) });
  return <PeriodTrail key={`${view.from} ${view.to}`} view={view} />;
}
