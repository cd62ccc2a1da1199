'use client';

import type { Caution as CautionSaid } from '@/core/keeping/cautions';
import { useSay } from '../frame/FarmContext';
import styles from './Caution.module.css';

/** Cautions at the moment they matter: hatched edge and word for caution, octagon and word for danger. */
export function Cautions({ cautions }: { cautions: readonly CautionSaid[] }) {
  const say = useSay();
  if (cautions.length === 0) return null;
  return (
    <ul className={styles.list}>
      {cautions.map(({ key, level, says }) => (
        <li key={key} className={level === 'danger' ? styles.danger : styles.caution}>
          <svg viewBox="0 0 24 24" width="22" height="22" aria-hidden className={styles.sign}>
            {level === 'danger' ? (
              <path d="M8 2h8l6 6v8l-6 6H8l-6-6V8z" fill="currentColor" />
            ) : (
              <path
                d="M12 3 22 21H2z"
                fill="none"
                stroke="currentColor"
                strokeWidth="2.4"
                strokeLinejoin="round"
              />
            )}
          </svg>
          <span>
            <strong>{level === 'danger' ? 'Danger' : 'Caution'}</strong> {say.words(says)}
          </span>
        </li>
      ))}
    </ul>
  );
}
