import { spokenMass, text } from '@/core/quantities/formatQuantity';
import type { UnitSystem } from '@/core/quantities/units';

/** Grams of fat on one farm-wide scale, so that shade never has to be judged. */
export function FatStick({
  fat,
  most,
  system,
  height = 120,
}: {
  fat: number;
  most: number;
  system: UnitSystem;
  height?: number;
}) {
  const said = text(spokenMass(fat, system));
  const length = (height - 8) * Math.min(1, fat / most);
  return (
    <svg width="58" height={height} viewBox={`0 0 58 ${height}`} role="img" aria-label={`${said} of fat`}>
      <path d={`M8 4v${height - 8}`} stroke="var(--pewter)" strokeWidth="2" strokeLinecap="round" />
      {[0, 0.25, 0.5, 0.75, 1].map((at) => (
        <path key={at} d={`M4 ${4 + (height - 8) * at}h8`} stroke="var(--pewter)" strokeWidth="1.5" />
      ))}
      <rect
        x="4"
        y={height - 4 - length}
        width="8"
        height={length}
        fill="var(--fat)"
        stroke="var(--fat-edge)"
        strokeWidth="1.5"
      />
      <text x="18" y={Math.max(14, Math.min(height - 6, height - length))} fontSize="12" fill="var(--ink)">
        {said}
      </text>
    </svg>
  );
}
