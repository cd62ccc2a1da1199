import { Parts } from '@/ui/bench/Parts';

export const metadata = { title: 'Parts' };

export default function Page() {
  return <Parts />;
}
