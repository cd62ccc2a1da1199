'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { useFarm, useSay } from '../frame/FarmContext';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import styles from './Larder.module.css';
import { roomWords } from './freezerRoom';

/** What the freezer has room for: said under it, and asked where nobody said. */
export function FreezerRoom({ lies }: { lies: number }) {
  const say = useSay();
  const room = useFarm().freezerRoom ?? undefined;
  const { act, refused, busy } = useAct();
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState('');
  const understood = understand(typed, {
    system: say.system,
    kinds: ['mass'],
    bareUnit: say.system === 'metric' ? 'kg' : 'lb',
    check: ({ value }) =>
      value <= 0
        ? 'An amount above zero is needed.'
        : value > 2_000_000
          ? `At most ${say.mass(2_000_000)}; check the unit.`
          : undefined,
  });
  const mass = understood && 'quantity' in understood ? understood.quantity.value : undefined;
  if (!open)
    return (
      <button type="button" className={styles.all} onClick={() => setOpen(true)}>
        {room === undefined ? 'How much room is there for butter?' : roomWords(lies, room, say.mass)}
      </button>
    );
  return (
    <div className={styles.room}>
      <QuantityField
        label="Room for butter, in all"
        typed={typed}
        onTyped={setTyped}
        understood={understood}
        system={say.system}
        hint={room === undefined ? 'such as a drawer’s worth' : `so far ${say.mass(room)}`}
      />
      <div className={styles.quick}>
        <Button
          variant="outlined"
          disabled={busy || mass === undefined}
          onClick={() =>
            void act(
              'house.settle',
              { freezerRoom: mass },
              `Room for ${say.mass(mass!)} of butter in the freezer.`,
              false,
            ).then((done) => done && setOpen(false))
          }
        >
          Keep that
        </Button>
        <Button variant="text" onClick={() => setOpen(false)}>
          Leave it
        </Button>
      </div>
      <RefusedSentence refused={refused} />
    </div>
  );
}
