import { theFarmId } from '@/server/people/caller';
import { trendsView } from '@/server/ledger/trends';
import { Trends } from '@/ui/ledger/trends/Trends';

export const metadata = { title: 'From batch to batch' };

export default async function Page() {
  return <Trends view={await trendsView(await theFarmId())} />;
}
