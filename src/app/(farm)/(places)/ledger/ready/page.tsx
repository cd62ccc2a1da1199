import { theFarmId } from '@/server/people/caller';
import { readyView } from '@/server/ready/readyBook';
import { ReadyBy } from '@/ui/ledger/ready/ReadyBy';

export const metadata = { title: 'Ready by' };

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ wish?: string | string[] }>;
}) {
  const { wish } = await searchParams;
  return <ReadyBy view={await readyView(await theFarmId(), typeof wish === 'string' ? wish : undefined)} />;
}
