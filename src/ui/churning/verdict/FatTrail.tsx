'use client';

import type { Judgement } from '@/core/balancing/judgeBatch';
import { useSay } from '../../frame/FarmContext';
import styles from './FatTrail.module.css';

/** Where the fat went: widths in grams of fat, from cream to butter, buttermilk and smears. */
export function FatTrail({
  judged,
}: {
  judged: Pick<Judgement, 'fatIn' | 'fatToButter' | 'buttermilkMass' | 'buttermilkFat' | 'lossFat'>;
}) {
  const say = useSay();
  const inButtermilk = judged.buttermilkMass * judged.buttermilkFat;
  const branches = [
    { key: 'butter', name: 'in the butter', fat: judged.fatToButter },
    { key: 'buttermilk', name: 'left in the buttermilk', fat: inButtermilk },
    { key: 'smeared', name: 'to wash, cloths and hands', fat: judged.lossFat },
  ];
  const height = 132;
  const gap = 26;
  const scale = height / judged.fatIn;
  const heights = branches.map((branch) => Math.max(1.5, branch.fat * scale));
  const before = (list: number[], i: number) => list.slice(0, i).reduce((sum, h) => sum + h, 0);
  const shapes = branches.map((branch, i) => {
    const h = heights[i]!;
    const from = 6 + before(heights, i);
    const to = from + i * gap;
    return {
      ...branch,
      h,
      d: `M150 ${from}C270 ${from} 300 ${to} 420 ${to}V${to + h}C300 ${to + h} 270 ${from + h} 150 ${from + h}z`,
      mid: to + h / 2,
    };
  });
  const total = 12 + before(heights, heights.length) + gap * 2 + 16;
  return (
    <figure className={styles.trail} data-picture>
      <figcaption>
        {say.mass(judged.fatToButter)} of {say.mass(judged.fatIn)} of fat reached the butter.
      </figcaption>
      <svg
        viewBox={`0 0 640 ${total}`}
        role="img"
        aria-label={branches.map((branch) => `${say.mass(branch.fat)} ${branch.name}`).join(', ')}
      >
        <path
          d={`M20 6h130v${before(heights, heights.length)}H20z`}
          fill="var(--fat)"
          stroke="var(--fat-edge)"
          strokeWidth="1.5"
        />
        {shapes.map((shape) => (
          <path
            key={shape.key}
            d={shape.d}
            fill="var(--fat)"
            stroke="var(--fat-edge)"
            strokeWidth="1.5"
            strokeLinejoin="round"
          />
        ))}
        <text x="30" y={6 + before(heights, heights.length) / 2 + 5} className={styles.onFat}>
          {say.mass(judged.fatIn)} in
        </text>
        {shapes.map((shape) => (
          <text key={shape.key} x="432" y={shape.mid + 5} className={styles.label}>
            <tspan className={styles.strong}>{say.mass(shape.fat)}</tspan> {shape.name}
          </text>
        ))}
      </svg>
      <ul className={styles.legend}>
        {shapes.map((shape) => (
          <li key={shape.key}>
            <strong>{say.mass(shape.fat)}</strong> {shape.name}
          </li>
        ))}
      </ul>
    </figure>
  );
}
