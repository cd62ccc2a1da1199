export type Place = 'today' | 'pail' | 'shelf' | 'churn' | 'ledger' | 'bench' | 'house';

/** Line drawings of our own for the doors: a sun over a sill, a pail, two jars on a board, a churn, a ruled page, a balance, a gable. */
const lines: Record<Place, string> = {
  today: 'M3 18h18M6 14a6 6 0 0 1 12 0M12 5V3M4.9 7.5 3.5 6.1M19.1 7.5l1.4-1.4',
  pail: 'M5 9h14l-2 12H7zM5 9c1-8 13-8 14 0M7 15h10',
  shelf: 'M2 20h20M5 20V9h6v11M6 9V6h4v3M14 20v-8h5v8M15 12V9h3v3',
  churn: 'M7 8h10l1.5 12h-13zM9 8V5h6v3M12 5V2M6.3 13h11.4',
  ledger: 'M5 3h12a2 2 0 0 1 2 2v16H7a2 2 0 0 1-2-2zM9 8h7M9 12h7M9 16h4',
  bench: 'M12 4v16M7 20h10M4 8h16M4 8l-2 5a3 3 0 0 0 5 0zM20 8l-2.5 5a3 3 0 0 0 5 0z',
  house: 'M3 11 12 4l9 7M6 9.5V20h12V9.5M10 20v-6h4v6',
};

export function PlaceIcon({ place }: { place: Place }) {
  return (
    <svg
      width="24"
      height="24"
      viewBox="0 0 24 24"
      aria-hidden
      fill="none"
      stroke="currentColor"
      strokeWidth="1.8"
      strokeLinecap="round"
      strokeLinejoin="round"
    >
      <path d={lines[place]} />
    </svg>
  );
}
