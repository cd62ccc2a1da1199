import type { ReactNode } from 'react';
import styles from './Beside.module.css';
import { Tiles } from './Wall';

/**
 * One thing, large, on its own stretch of wall and board on the left; what is said of it and done with it beside that. On a
 * phone the thing stands small in the corner, so that the words come first.
 */
export function Beside({
  label,
  before,
  drawing,
  rail,
  below,
  plain = false,
  above = false,
  children,
}: {
  /** What a screen reader calls the thing’s own part. */
  label: string;
  before?: ReactNode;
  drawing: ReactNode;
  /** What the board’s edge carries. */
  rail?: ReactNode;
  below?: ReactNode;
  /** Without the drawing and its wall: all the room is for words. */
  plain?: boolean;
  /** On a phone it stands above the words, large: a hand has to reach into it. */
  above?: boolean;
  children: ReactNode;
}) {
  return (
    <div className={styles.beside} data-plain={plain} data-above={above}>
      <section className={styles.seen} aria-label={label}>
        <div className={styles.scene}>
          <Tiles />
          {before}
          <div className={styles.drawing} data-picture>
            {drawing}
          </div>
          <span className={styles.slate}>{rail}</span>
        </div>
        {below}
      </section>
      {children}
    </div>
  );
}
