import { fingerprintTold } from '@/server/people/fingerprint';
import { Trust } from '@/ui/people/Trust';

export const metadata = { title: 'Trusting the house · Immulgo' };

export default function Page() {
  return <Trust fingerprint={fingerprintTold()} />;
}
