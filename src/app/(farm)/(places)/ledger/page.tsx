import { theFarmId } from '@/server/people/caller';
import { ledgerView } from '@/server/ledger/views';
import { Ledger } from '@/ui/ledger/Ledger';

/** More batches than a farm makes in a lifetime. */
const everyBatch = 20_000;

export const metadata = { title: 'Ledger' };

export default async function Page({ searchParams }: { searchParams: Promise<{ all?: string }> }) {
  const { all } = await searchParams;
  return <Ledger view={await ledgerView(await theFarmId(), all ? everyBatch : undefined)} />;
}
