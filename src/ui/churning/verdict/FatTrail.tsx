'use client';

import { useEffect, useMemo, useRef, useState } from 'react';
import type { AgainstUsual } from '@/core/balancing/againstUsual';
import type { FatUpstream } from '@/core/balancing/fatUpstream';
import type { Judgement } from '@/core/balancing/judgeBatch';
import { useSay } from '../../frame/FarmContext';
import { fatFlow, sizes } from './fatFlow';
import styles from './FatTrail.module.css';

/** Where the fat went: widths in grams of fat, from the milk or the cream to the butter, and what was left on the way. */
export function FatTrail({
  judged,
  upstream,
  against,
  says,
}: {
  judged: Pick<Judgement, 'fatIn' | 'fatToButter' | 'buttermilkMass' | 'buttermilkFat' | 'lossFat'>;
  upstream: FatUpstream | undefined;
  /** How that compares with this maker's own, and what would have brought most. */
  against?: AgainstUsual | undefined;
  /** What else is said of the whole, in a sentence. */
  says?: string;
}) {
  const say = useSay();
  const [figure, narrow] = useNarrow();
  const size = narrow ? sizes.narrow : sizes.wide;
  const { places, ribbons } = useMemo(() => fatFlow(judged, upstream, size), [judged, upstream, size]);
  const way = places.filter(({ left }) => !left);
  const left = places.filter((place) => place.left);
  const height = Math.max(...places.map(({ y1 }) => y1)) + 30;
  const last = Math.max(...places.map(({ x1 }) => x1));
  const begins = places.find(({ key }) => key === 'milk')?.fat ?? judged.fatIn;
  return (
    <figure className={styles.trail} data-picture ref={figure}>
      <figcaption>
        {say.mass(judged.fatToButter)} of {say.mass(begins)} of fat reached the butter.
        {(against?.says ?? says) && <> {against?.says ?? says}</>}
        {against?.change && <strong className={styles.change}>{say.words(against.change.says)}</strong>}
      </figcaption>
      <svg viewBox={`0 0 ${size.width} ${height}`} aria-hidden>
        {ribbons.map(({ key, d, left: falls, from }) => (
          <path
            key={key}
            d={d}
            fill="var(--fat)"
            // It gains in colour as it is gathered: milk, cream, butter.
            fillOpacity={falls ? 0.4 : (gathered[from] ?? 1)}
            stroke="var(--fat-edge)"
            strokeWidth="1.2"
            strokeLinejoin="round"
          />
        ))}
        {places.map(({ key, x0, y0, y1, left: falls }) => (
          <rect
            key={key}
            x={x0}
            y={y0 - (falls ? 0 : 3)}
            width={falls ? 3 : size.node}
            height={Math.max(2, y1 - y0 + (falls ? 0 : 6))}
            rx={falls ? 1 : 4}
            fill={falls ? 'var(--fat-edge)' : 'var(--slate)'}
          />
        ))}
        {way.map(({ key, name, fat, x0, x1, y0 }) => (
          <text
            key={key}
            x={x0 < 40 ? x0 : (x0 + x1) / 2}
            y={y0 - 26}
            textAnchor={x0 < 40 ? 'start' : 'middle'}
            className={styles.label}
          >
            <tspan className={styles.strong}>{name}</tspan>
            <tspan x={x0 < 40 ? x0 : (x0 + x1) / 2} dy="17">
              {say.mass(fat)}
            </tspan>
          </text>
        ))}
        {left.map(({ key, name, fat, x0, x1, y0, y1 }) => (
          // What falls away before the end has its words under it: what falls away later passes beside it.
          <text
            key={key}
            x={x1 < last ? x0 : x1 + 4}
            y={x1 < last ? y1 + 18 : (y0 + y1) / 2 + 5}
            textAnchor={x1 < last ? 'middle' : 'start'}
            className={styles.label}
          >
            <tspan className={styles.strong}>{say.mass(fat)}</tspan> {name}
          </text>
        ))}
      </svg>
      <table className={styles.table}>
        <caption>The same in figures</caption>
        <thead>
          <tr>
            <th scope="col">Fat</th>
            <th scope="col">Grams</th>
          </tr>
        </thead>
        <tbody>
          {[...way, ...left].map(({ key, name, fat }) => (
            <tr key={key}>
              <th scope="row">{name}</th>
              <td>{say.mass(fat)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  );
}

const gathered: Partial<Record<string, number>> = { milk: 0.7, bought: 0.85, skimmed: 0.85 };
/** A page narrower than this has no room for words as large beside a picture as wide, px. */
const roomy = 940;

/** Whether there is less room than the wide picture takes. */
function useNarrow() {
  const ref = useRef<HTMLElement>(null);
  const [narrow, setNarrow] = useState(false);
  useEffect(() => {
    const one = ref.current;
    if (!one) return;
    const watch = new ResizeObserver(([entry]) => setNarrow(entry!.contentRect.width < roomy));
    watch.observe(one);
    return () => watch.disconnect();
  }, []);
  return [ref, narrow] as const;
}
