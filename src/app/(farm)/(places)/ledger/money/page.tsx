import { moneyView } from '@/server/ledger/moneyBook';
import { theFarmId } from '@/server/people/caller';
import { Money } from '@/ui/ledger/money/Money';

export const metadata = { title: 'Money' };

export default async function Page() {
  return <Money view={await moneyView(await theFarmId())} />;
}
