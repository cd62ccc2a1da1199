import { theFarmId } from '@/server/people/caller';
import { comparedView } from '@/server/ledger/compareBatches';
import { Compare } from '@/ui/ledger/Compare';

export const metadata = { title: 'Side by side' };

export default async function Page({ searchParams }: { searchParams: Promise<{ batches?: string }> }) {
  const { batches = '' } = await searchParams;
  return <Compare view={await comparedView(await theFarmId(), batches.split(',').filter(Boolean))} />;
}
