import { theFarmId } from '@/server/people/caller';
import { todayView } from '@/server/today/views';
import { Begin } from '@/ui/today/Begin';

export const metadata = { title: 'Today · Immulgo' };

export default async function Page() {
  return <Begin view={await todayView(await theFarmId())} />;
}
