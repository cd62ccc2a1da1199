import { planView } from '@/server/churning/views';
import { theFarmId } from '@/server/people/caller';
import { creamOnShelf, shelfView } from '@/server/shelf/views';
import { PlanChurning } from '@/ui/churning/plan/PlanChurning';
import { FromShelf } from '@/ui/shelf/FromShelf';

export const metadata = { title: 'What cream is it?' };

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ front?: string; lots?: string; like?: string; aim?: string }>;
}) {
  const { front, lots, like, aim } = await searchParams;
  const farmId = await theFarmId();
  if (lots) {
    const view = await shelfView(farmId);
    const ids = new Set(lots.split(',').slice(0, 60));
    const chosen = view.lots.filter((lot) => ids.has(lot.id) && lot.kind === 'cream');
    if (chosen.length > 0)
      return <FromShelf key={`${lots} ${aim}`} view={view} lots={chosen} aim={aimed(aim)} />;
  }
  const model = like && /^[0-9a-zA-Z-]{8,64}$/.test(like) ? like : undefined;
  const known = front === 'tub' || front === 'jar' || front === 'again' ? front : undefined;
  return (
    <PlanChurning
      shelf={model ? undefined : await creamOnShelf(farmId)}
      key={`${model ?? known} ${aim}`}
      plan={await planView(farmId, model)}
      front={model ? 'again' : known}
      aim={aimed(aim)}
      like={model}
    />
  );
}

/** °C that somebody took up to bring the cream to: what a thermometer may read in a churn. */
function aimed(typed: string | undefined): number | undefined {
  const celsius = Number(typed);
  return typed && celsius >= 2 && celsius <= 30 ? celsius : undefined;
}
