/** A pat of butter: its size says how much, its yellow that it is fat, the small crosses that it is salted. */
export function ButterDrawing({
  mass,
  largest,
  salted,
  label,
}: {
  mass: number;
  largest: number;
  salted: boolean;
  label: string;
}) {
  const scale = 0.5 + 0.5 * Math.cbrt(Math.min(1, mass / Math.max(largest, 1)));
  const w = 108 * scale;
  const h = 46 * scale;
  const slant = 20 * scale;
  const x = (160 - w - slant) / 2;
  const y = 78 - h;
  return (
    <svg
      viewBox="0 0 160 96"
      role="img"
      aria-label={label}
      width="160"
      height="96"
      style={{ maxWidth: '100%' }}
    >
      <path d={`M10 82h140`} stroke="var(--rim)" strokeWidth="4" strokeLinecap="round" />
      <path d={`M18 86c20 8 104 8 124 0`} fill="none" stroke="var(--pewter)" strokeWidth="2" />
      <g fill="var(--fat)" stroke="var(--fat-edge)" strokeWidth="2" strokeLinejoin="round">
        <path d={`M${x} ${y}h${w}v${h}H${x}z`} />
        <path d={`M${x} ${y}l${slant} ${-slant * 0.7}h${w}l${-slant} ${slant * 0.7}z`} />
        <path d={`M${x + w} ${y}l${slant} ${-slant * 0.7}v${h}l${-slant} ${slant * 0.7}z`} />
      </g>
      {salted && (
        <path
          d={[0.25, 0.5, 0.75].map((at) => `M${x + w * at - 4} ${y + h / 2}h8m-4 -4v8`).join('')}
          stroke="var(--fat-edge)"
          strokeWidth="2"
          strokeLinecap="round"
        />
      )}
    </svg>
  );
}
