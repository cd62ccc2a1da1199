import { Pair } from '@/ui/people/Pair';

export const metadata = { title: 'Let a device in · Immulgo' };

export default function Page() {
  return <Pair />;
}
