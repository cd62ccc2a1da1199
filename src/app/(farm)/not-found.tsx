import Link from 'next/link';

export default function NotFound() {
  return (
    <div style={{ display: 'grid', gap: 12, maxWidth: 560 }}>
      <h1>There is nothing on this shelf.</h1>
      <p>The page may be about a batch of another farm, or the address was mistyped.</p>
      <Link href="/" style={{ color: 'var(--rim)' }}>
        Back to Today
      </Link>
    </div>
  );
}
