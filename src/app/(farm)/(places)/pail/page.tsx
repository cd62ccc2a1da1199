import { theFarmId } from '@/server/people/caller';
import { pailView } from '@/server/pail/views';
import { Pail } from '@/ui/pail/Pail';

export const metadata = { title: 'Pail' };

export default async function Page() {
  return <Pail view={await pailView(await theFarmId())} />;
}
