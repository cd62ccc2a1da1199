import type { ReactNode } from 'react';
import { useId } from 'react';
import { Headline } from '../theme/Headline';
import styles from './Wall.module.css';

/** Side of a tile, px. */
const tile = 75;

/** The tiles of the wall, behind what stands before it. */
export function Tiles() {
  const id = useId();
  return (
    <svg className={styles.tiles} aria-hidden>
      <defs>
        <pattern id={id} width={2 * tile} height={2 * tile} patternUnits="userSpaceOnUse">
          <path
            d={`M0 1h${2 * tile}M0 ${tile + 1}h${2 * tile}M1 0v${tile}M${tile + 1} ${tile}v${tile}`}
            stroke="var(--joint)"
            strokeWidth="2"
          />
        </pattern>
      </defs>
      <rect width="100%" height="100%" fill={`url(#${id})`} />
    </svg>
  );
}

/** A stretch of the dairy’s tiled wall across the whole width; what is said stands on it without boxes. */
export function Wall({
  children,
  className = '',
  boardFirst = false,
}: {
  children: ReactNode;
  className?: string;
  /** Its last part is the board, which on a phone comes before what is said. */
  boardFirst?: boolean;
}) {
  return (
    <div className={`${styles.wall} ${boardFirst ? styles.boardFirst : ''} ${className}`}>
      <Tiles />
      {children}
    </div>
  );
}

/** What is said on the wall: one sentence, why, what to do; beside it what comes after. */
export function Said({
  says,
  why,
  acts,
  then,
  label,
}: {
  says: ReactNode;
  why?: ReactNode;
  acts?: ReactNode;
  then?: ReactNode;
  label?: string;
}) {
  return (
    <div className={styles.said}>
      <section className={styles.now} aria-label={label}>
        <Headline>{says}</Headline>
        {why !== undefined && <p className={styles.why}>{why}</p>}
        {acts !== undefined && <div className={styles.acts}>{acts}</div>}
      </section>
      {then}
    </div>
  );
}
