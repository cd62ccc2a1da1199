/** The light on a round wall: shade to both sides, a streak of light to the left. */
export const Sheen = ({ id }: { id: string }) => (
  <linearGradient id={id}>
    <stop offset="0" stopColor="var(--deep)" stopOpacity=".42" />
    <stop offset=".15" stopColor="var(--sheen)" />
    <stop offset=".42" stopColor="var(--sheen)" stopOpacity="0" />
    <stop offset=".81" stopColor="var(--deep)" stopOpacity=".11" />
    <stop offset="1" stopColor="var(--deep)" stopOpacity=".46" />
  </linearGradient>
);
