import { notFound } from 'next/navigation';
import { theFarmId } from '@/server/people/caller';
import { lotView } from '@/server/shelf/views';
import { LotPage } from '@/ui/shelf/LotPage';

export const metadata = { title: 'Lot' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = await lotView(await theFarmId(), id);
  if (!view) notFound();
  return <LotPage key={id} view={view} />;
}
