import { theFarmId } from '@/server/people/caller';
import { doorView } from '@/server/larder/views';
import { DoorPage } from '@/ui/larder/DoorPage';

export const metadata = { title: 'The fridge door, typed in' };

export default async function Page() {
  return <DoorPage view={await doorView(await theFarmId())} />;
}
