export default function Loading() {
  return <p role="status">One moment…</p>;
}
