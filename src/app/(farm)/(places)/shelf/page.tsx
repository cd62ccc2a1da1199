import { theFarmId } from '@/server/people/caller';
import { shelfView } from '@/server/shelf/views';
import { Shelf } from '@/ui/shelf/Shelf';

export const metadata = { title: 'Shelf' };

export default async function Page() {
  return <Shelf view={await shelfView(await theFarmId())} />;
}
