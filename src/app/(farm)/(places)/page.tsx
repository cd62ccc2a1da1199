import dynamic from 'next/dynamic';
import { theFarmId } from '@/server/house/theFarm';
import { todayView } from '@/server/today/views';

// Whoever has seen the one does not fetch the other.
const FirstFive = dynamic(() => import('@/ui/today/FirstFive').then((part) => part.FirstFive));
const Today = dynamic(() => import('@/ui/today/Today').then((part) => part.Today));

export const metadata = { title: 'Today · Immulgo' };

export default async function Page() {
  const view = await todayView(await theFarmId());
  return view.batches === 0 && view.milkings.length === 0 && view.lots.length === 0 ? (
    <FirstFive />
  ) : (
    <Today view={view} />
  );
}
