import { notFound } from 'next/navigation';

/** Any address that is none of ours. */
export default function Page(): never {
  notFound();
}
