import { theFarmId } from '@/server/people/caller';
import { larderView } from '@/server/larder/views';
import { Larder } from '@/ui/larder/Larder';

export const metadata = { title: 'Larder' };

export default async function Page({ searchParams }: { searchParams: Promise<{ piece?: string }> }) {
  const { piece } = await searchParams;
  return <Larder view={await larderView(await theFarmId())} piece={piece} />;
}
