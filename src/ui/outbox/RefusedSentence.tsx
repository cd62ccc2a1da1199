'use client';

import Button from '@mui/material/Button';
import styles from '../pail/Pail.module.css';
import type { Refused } from './useAct';

/** Why something was refused, on the screen that asked. What is unsafe can be done all the same, by somebody who says that they know. */
export function RefusedSentence({ refused }: { refused: Refused | undefined }) {
  if (!refused) return null;
  return (
    <div className={styles.refused} role="alert">
      {refused.message}
      {refused.insist && (
        <Button variant="outlined" color="error" sx={{ display: 'block', mt: 1 }} onClick={refused.insist}>
          I know: do it all the same
        </Button>
      )}
    </div>
  );
}
