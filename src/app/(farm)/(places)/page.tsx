import { theFarmId } from '@/server/house/theFarm';
import { todayView } from '@/server/today/views';
import { FirstFive } from '@/ui/today/FirstFive';
import { Today } from '@/ui/today/Today';

export const metadata = { title: 'Today · Immulgo' };

export default async function Page() {
  const view = await todayView(await theFarmId());
  return view.batches === 0 && view.milkings.length === 0 && view.lots.length === 0 ? (
    <FirstFive />
  ) : (
    <Today view={view} />
  );
}
