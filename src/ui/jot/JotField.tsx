import { useLayoutEffect, useRef } from 'react';
import { Press } from '../theme/Press';
import styles from './JotLine.module.css';
import { jotted } from './justJotted';

/** The line a jot is written on, with what was wrong with it said under it and what was typed left standing. */
export function JotField({
  id,
  typed,
  onTyped,
  onWrite,
  wrong,
  example,
  busy = false,
}: {
  id?: string;
  typed: string;
  onTyped: (to: string) => void;
  onWrite: () => void;
  wrong: string | undefined;
  /** What such a line may say. */
  example: string;
  busy?: boolean;
}) {
  const line = useRef<HTMLInputElement>(null);
  const written = useRef(false);
  // Before the empty line is seen: a key pressed on seeing it would otherwise be taken from a line just begun anew.
  useLayoutEffect(() => {
    // Written and taken: the line lets go, so that the next single key is a mark again and not a letter.
    if (written.current && typed === '') line.current?.blur();
    if (typed === '') written.current = false;
  }, [typed]);
  return (
    <form
      className={styles.jot}
      onSubmit={(event) => {
        event.preventDefault();
        written.current = true;
        jotted(event.currentTarget);
        onWrite();
      }}
    >
      <span className={styles.line}>
        <input
          id={id ?? 'jot-line'}
          ref={line}
          value={typed}
          onChange={(event) => onTyped(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Escape') event.currentTarget.blur();
          }}
          placeholder={`Jot: ${example}`}
          aria-label="Jot it down"
          aria-describedby={`${id ?? 'jot-line'}-wrong`}
          aria-invalid={wrong !== undefined}
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          maxLength={120}
          enterKeyHint="done"
        />
        {typed.trim() === '' ? (
          <kbd className={styles.key} aria-hidden>
            /
          </kbd>
        ) : (
          <Press type="submit" look="word" disabled={busy} style={{ minHeight: 36, padding: '4px 8px' }}>
            Write
          </Press>
        )}
      </span>
      <p id={`${id ?? 'jot-line'}-wrong`} className={styles.wrong} role="status">
        {wrong}
      </p>
    </form>
  );
}
