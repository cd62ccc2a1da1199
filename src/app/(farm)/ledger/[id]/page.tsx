import { notFound } from 'next/navigation';
import { batchView } from '@/server/churning/views';
import { theFarmId } from '@/server/people/caller';
import { BatchPage } from '@/ui/ledger/BatchPage';

export const metadata = { title: 'Batch' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = await batchView(await theFarmId(), id);
  if (!view) notFound();
  return <BatchPage key={id} view={view} />;
}
