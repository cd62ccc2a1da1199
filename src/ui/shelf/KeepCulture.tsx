'use client';

import Button from '@mui/material/Button';
import { useSay } from '../frame/FarmContext';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import type { LotNow } from '../standing/lotNow';
import { Enamel, Quiet } from '../theme/Enamel';
import { keeps, oldLine } from './keepsCulture';

/** Some of what soured well is kept for the next time. */
export function KeepCulture({ lot }: { lot: LotNow['lot'] }) {
  const say = useSay();
  const { act, refused } = useAct();
  return (
    <Enamel className={styles.stack} aria-label="Keep a culture">
      <Quiet>
        {(lot.details.line?.generation ?? 0) >= oldLine
          ? 'This line has been carried on eight times and more: begin it anew from a bought culture soon.'
          : 'From what soured well: fresh, clean-smelling, kept cold in a clean jar.'}
      </Quiet>
      <Button
        variant="outlined"
        onClick={() =>
          void act(
            'culture.keep',
            { lotId: newId(), fromLotId: lot.id, mass: Math.min(keeps, lot.mass) },
            `${say.mass(Math.min(keeps, lot.mass))} kept as culture.`,
          )
        }
      >
        Keep {say.mass(Math.min(keeps, lot.mass))}
      </Button>
      <RefusedSentence refused={refused} />
    </Enamel>
  );
}
