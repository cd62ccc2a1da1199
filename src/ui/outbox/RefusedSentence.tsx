'use client';

import styles from '../pail/Pail.module.css';
import { Press } from '../theme/Press';
import type { Refused } from './useAct';

/** Why something was refused, on the screen that asked. What is unsafe can be done all the same, by somebody who says that they know. */
export function RefusedSentence({ refused }: { refused: Refused | undefined }) {
  if (!refused) return null;
  return (
    <div className={styles.refused} role="alert">
      {refused.message}
      {refused.insist && (
        <Press
          style={{ display: 'block', marginTop: 8, color: 'var(--danger)', borderColor: 'var(--danger)' }}
          onClick={refused.insist}
        >
          I know: do it all the same
        </Press>
      )}
    </div>
  );
}
