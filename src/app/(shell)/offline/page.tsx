import { Offline } from '@/ui/churning/offline/Offline';

export default function Page() {
  return <Offline />;
}
