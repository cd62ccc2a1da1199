import { theFarmId } from '@/server/people/caller';
import { houseView } from '@/server/house/views';
import { House } from '@/ui/house/House';

export const metadata = { title: 'House' };

export default async function Page() {
  return <House view={await houseView(await theFarmId())} />;
}
