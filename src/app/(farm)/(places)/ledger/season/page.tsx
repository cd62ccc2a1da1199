import { seasonView } from '@/server/ledger/seasonBook';
import { theFarmId } from '@/server/people/caller';
import { SeasonPage } from '@/ui/ledger/season/SeasonPage';

export const metadata = { title: 'The season' };

export default async function Page() {
  return <SeasonPage view={await seasonView(await theFarmId())} />;
}
