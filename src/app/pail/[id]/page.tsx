import { notFound } from 'next/navigation';
import { theFarmId } from '@/server/house/theFarm';
import { pailView } from '@/server/pail/views';
import { MilkPage } from '@/ui/pail/MilkPage';

export const metadata = { title: 'Standing milk' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = await pailView(await theFarmId());
  if (!view.lots.some((lot) => lot.id === id && lot.kind === 'milk')) notFound();
  return <MilkPage key={id} view={view} lotId={id} />;
}
