import { theFarmId } from '@/server/people/caller';
import { ledgerView } from '@/server/ledger/views';
import { Ledger } from '@/ui/ledger/Ledger';

export const metadata = { title: 'Ledger' };

export default async function Page() {
  return <Ledger view={await ledgerView(await theFarmId())} />;
}
