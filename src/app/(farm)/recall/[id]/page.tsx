import { notFound } from 'next/navigation';
import { theFarmId } from '@/server/people/caller';
import { recallView } from '@/server/recall/views';
import { Recall } from '@/ui/shelf/Recall';

export const metadata = { title: 'Recall' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = await recallView(await theFarmId(), id);
  if (!view) notFound();
  return <Recall key={id} view={view} />;
}
