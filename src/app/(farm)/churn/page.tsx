import { redirect } from 'next/navigation';
import { theFarmId } from '@/server/people/caller';
import { todayView } from '@/server/today/views';

/** The churn opens on the batch in hand, or on the cream for the next one. */
export default async function Page() {
  const { inProgress, batches } = await todayView(await theFarmId());
  redirect(inProgress[0] ? `/churn/${inProgress[0].id}` : `/churn/new${batches > 0 ? '?front=again' : ''}`);
}
