'use client';

import Button from '@mui/material/Button';
import { useSay } from '../frame/FarmContext';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import { kindWord } from '@/core/standing/lotKinds';
import { sayMuch } from '../standing/lotNow';
import { list } from '@/core/quantities/list';
import { nameOf } from '../standing/alarm';
import type { LotNow } from '../standing/lotNow';
import { Enamel } from '../theme/Enamel';

/** Names said one by one; more than these are a number. */
const fewNames = 3;

/** By-products past their time, asked about once for all of them; nobody answers, they leave by themselves. */
export function OldLots({ lots }: { lots: readonly LotNow[] }) {
  const say = useSay();
  const { act, refused, busy } = useAct();
  if (lots.length === 0) return null;
  const kinds = [...new Set(lots.map(({ lot }) => lot.kind))];
  const what =
    lots.length <= fewNames
      ? list(lots.map((one) => `${nameOf(one)} (${kindWord(one.lot.kind)}, ${sayMuch(one, say)})`))
      : `${lots.length} vessels of ${list(kinds.map(kindWord))}`;
  return (
    <Enamel className={styles.stack} aria-label="What became of it">
      <p style={{ margin: 0 }}>
        {what} {lots.length === 1 ? 'is' : 'are'} past {lots.length === 1 ? 'its' : 'their'} time. What became
        of {lots.length === 1 ? 'it' : 'them'}? Before any of it goes to animals, ask what the law allows.
      </p>
      <div className={styles.acts}>
        <Button
          variant="outlined"
          disabled={busy}
          onClick={() =>
            void act(
              'lot.clear',
              { lotIds: lots.map(({ lot }) => lot.id), to: 'spoiled' },
              `${lots.length === 1 ? 'It is' : 'They are'} written down as thrown out.`,
            )
          }
        >
          Thrown out
        </Button>
        <Button
          variant="text"
          disabled={busy}
          onClick={() =>
            void act(
              'lot.clear',
              { lotIds: lots.map(({ lot }) => lot.id), to: 'putAway' },
              'Put away: they stand on no shelf here any more.',
              false,
            )
          }
        >
          Ask no more
        </Button>
      </div>
      <RefusedSentence refused={refused} />
    </Enamel>
  );
}
