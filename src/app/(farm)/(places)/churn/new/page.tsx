import { planView } from '@/server/churning/views';
import { theFarmId } from '@/server/house/theFarm';
import { creamOnShelf, shelfView } from '@/server/shelf/views';
import { PlanChurning } from '@/ui/churning/plan/PlanChurning';
import { FromShelf } from '@/ui/shelf/FromShelf';

export const metadata = { title: 'What cream is it?' };

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ front?: string; lots?: string; like?: string }>;
}) {
  const { front, lots, like } = await searchParams;
  const farmId = await theFarmId();
  if (lots) {
    const view = await shelfView(farmId);
    const ids = new Set(lots.split(',').slice(0, 60));
    const chosen = view.lots.filter((lot) => ids.has(lot.id) && lot.kind === 'cream');
    if (chosen.length > 0) return <FromShelf key={lots} view={view} lots={chosen} />;
  }
  const model = like && /^[0-9a-zA-Z-]{8,64}$/.test(like) ? like : undefined;
  const known = front === 'tub' || front === 'jar' || front === 'again' ? front : undefined;
  return (
    <PlanChurning
      shelf={model ? undefined : await creamOnShelf(farmId)}
      key={model ?? known}
      plan={await planView(farmId, model)}
      front={model ? 'again' : known}
      like={model}
    />
  );
}
