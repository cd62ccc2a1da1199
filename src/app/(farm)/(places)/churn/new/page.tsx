import { planView } from '@/server/churning/views';
import { theFarmId } from '@/server/house/theFarm';
import { shelfView } from '@/server/shelf/views';
import { PlanChurning } from '@/ui/churning/plan/PlanChurning';
import { PlanFromShelf } from '@/ui/shelf/PlanFromShelf';

export const metadata = { title: 'What cream is it?' };

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ front?: string; lots?: string }>;
}) {
  const { front, lots } = await searchParams;
  const farmId = await theFarmId();
  if (lots) {
    const view = await shelfView(farmId);
    const ids = new Set(lots.split(',').slice(0, 60));
    const chosen = view.lots.filter((lot) => ids.has(lot.id) && lot.kind === 'cream');
    if (chosen.length > 0) return <PlanFromShelf key={lots} view={view} lots={chosen} />;
  }
  const known = front === 'tub' || front === 'jar' || front === 'again' ? front : undefined;
  return <PlanChurning key={known} plan={await planView(farmId)} front={known} />;
}
