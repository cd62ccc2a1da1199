import { SignIn } from '@/ui/people/SignIn';

export const metadata = { title: 'Who is it? · Immulgo' };

export default function Page() {
  return <SignIn />;
}
