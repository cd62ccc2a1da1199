import { theFarmId } from '@/server/people/caller';
import { pailView } from '@/server/pail/views';
import { SeparatorRun } from '@/ui/pail/SeparatorRun';

export const metadata = { title: 'Separator' };

export default async function Page() {
  return <SeparatorRun view={await pailView(await theFarmId())} />;
}
