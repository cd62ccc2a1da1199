import { planView } from '@/server/churning/views';
import { theFarmId } from '@/server/house/theFarm';
import { PlanChurning } from '@/ui/churning/PlanChurning';

export const metadata = { title: 'What cream is it?' };

export default async function Page({ searchParams }: { searchParams: Promise<{ front?: string }> }) {
  const { front } = await searchParams;
  const known = front === 'tub' || front === 'jar' || front === 'again' ? front : undefined;
  return <PlanChurning key={known} plan={await planView(await theFarmId())} front={known} />;
}
