import { notFound } from 'next/navigation';
import { theFarmId } from '@/server/people/caller';
import { pailView } from '@/server/pail/views';
import { lotView } from '@/server/shelf/views';
import { MilkPage } from '@/ui/pail/MilkPage';
import { SkimmedAway } from '@/ui/pail/SkimmedAway';

export const metadata = { title: 'Standing milk' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const farmId = await theFarmId();
  const view = await pailView(farmId);
  if (view.lots.some((lot) => lot.id === id && lot.kind === 'milk'))
    return <MilkPage key={id} view={view} lotId={id} />;
  // Skimmed a moment ago, here or elsewhere: what came of it is shown in its place.
  const lot = await lotView(farmId, id);
  if (!lot) notFound();
  return <SkimmedAway key={`${id}-empty`} view={lot} />;
}
