'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { Door } from '../board/Door';
import { laterPart } from '../frame/laterPart';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import { toUse } from '../pail/usual';
import type { LotNow } from '../standing/lotNow';
import { Quiet } from '../theme/Enamel';

const UseCard = laterPart(() => import('../standing/UseCard').then((part) => part.UseCard));

/** What must be thrown out: that first, in one tap; what else may be done with it knowingly behind a door. */
export function ThrowOut({ one, souring }: { one: LotNow; souring: ReactNode }) {
  const { lot } = one;
  const { act, refused, busy } = useAct();
  return (
    <>
      <Button
        variant="contained"
        size="large"
        disabled={busy}
        sx={{ minHeight: 96, fontSize: '1.35rem' }}
        onClick={() => void act('lot.use', { lotId: lot.id, to: 'spoiled' }, `All of it ${toUse.spoiled}.`)}
      >
        Throw it out
      </Button>
      <Quiet>Scald the vessel before anything else goes into it.</Quiet>
      <RefusedSentence refused={refused} />
      <Door name="Something else with it" value="for soap, or knowingly">
        <div className={styles.stack} style={{ paddingTop: 14 }}>
          {one.story?.souring && souring}
          <UseCard one={one} usual="soap" />
          {lot.kind === 'cream' && (
            <Link href={`/churn/new?lots=${lot.id}`}>Churn it all the same; its butter will say so</Link>
          )}
        </div>
      </Door>
    </>
  );
}
