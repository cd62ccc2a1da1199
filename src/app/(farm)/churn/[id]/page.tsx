import { notFound } from 'next/navigation';
import { batchView } from '@/server/churning/views';
import { theFarmId } from '@/server/people/caller';
import { ChurnView } from '@/ui/churning/live/ChurnView';

export const metadata = { title: 'Churn' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = await batchView(await theFarmId(), id);
  if (!view) notFound();
  return <ChurnView key={id} view={view} />;
}
