import { Offline } from '@/ui/churning/Offline';

export default function Page() {
  return <Offline />;
}
