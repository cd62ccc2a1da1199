import { theFarmId } from '@/server/people/caller';
import { milkBookView } from '@/server/ledger/milkBook';
import { MilkBook } from '@/ui/ledger/milk/MilkBook';

export const metadata = { title: 'Milk' };

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ of?: string; all?: string }>;
}) {
  const { of, all } = await searchParams;
  const view = await milkBookView(await theFarmId(), {
    ...(of && /^[0-9a-f-]{36}$/i.test(of) ? { of } : {}),
    all: all === '1',
  });
  return <MilkBook key={view.of ?? 'all'} view={view} />;
}
