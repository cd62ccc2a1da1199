import { theFarmId } from '@/server/people/caller';
import { yearBookView } from '@/server/ledger/yearBook';
import { YearAhead } from '@/ui/ledger/year/YearAhead';

export const metadata = { title: 'The year ahead' };

export default async function Page() {
  return <YearAhead view={await yearBookView(await theFarmId())} />;
}
