'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { useId, useState } from 'react';
import type { Act, ActKind } from '@/core/planning/acts';
import type { ActSaid } from './todaySays';
import styles from './Today.module.css';

/** Another way: what stands beside, and what could be done instead; choosing teaches what comes first at this hour. */
export function useDifferently({
  here,
  others,
  onInstead,
}: {
  /** Other ways to do the same, if there are any. */
  here?: ReactNode;
  others: readonly { act: Act; said: ActSaid }[];
  onInstead: (act: ActKind) => void;
}): { button: ReactNode; panel: ReactNode } {
  const [open, setOpen] = useState(false);
  const id = useId();
  const ways = others.filter(({ said }) => said.href !== undefined).slice(0, 3);
  if (!here && ways.length === 0) return { button: null, panel: null };
  return {
    button: (
      <Button
        variant="text"
        size="large"
        aria-expanded={open}
        aria-controls={id}
        onClick={() => setOpen(!open)}
      >
        Differently
      </Button>
    ),
    panel: (
      <div id={id} hidden={!open} className={styles.differently}>
        {here}
        {ways.map(({ act, said }) => (
          <Button
            key={`${act.act} ${act.lots[0] ?? ''}`}
            component={Link}
            href={said.href!}
            variant="outlined"
            size="large"
            onClick={() => onInstead(act.act)}
          >
            Rather: {said.short}
          </Button>
        ))}
      </div>
    ),
  };
}
