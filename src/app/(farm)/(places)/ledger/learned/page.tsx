import { theFarmId } from '@/server/people/caller';
import { learnedView } from '@/server/ledger/learned';
import { LearnedPage } from '@/ui/ledger/learned/LearnedPage';

export const metadata = { title: 'What it has learned' };

export default async function Page({ searchParams }: { searchParams: Promise<{ without?: string }> }) {
  const { without = '' } = await searchParams;
  const left = without.split(',').filter((id) => /^[0-9a-zA-Z-]{8,64}$/.test(id));
  return <LearnedPage view={await learnedView(await theFarmId(), left)} />;
}
