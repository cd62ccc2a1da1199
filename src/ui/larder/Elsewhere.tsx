'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Storage } from '@/core/keeping/keepingDate';
import { isWarm, storages } from '@/core/keeping/keepingDate';
import { isPerishable } from '@/core/working/mix';
import type { ButterShown } from '@/server/larder/views';
import { useFarm, useSay } from '../frame/FarmContext';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { QuantityField } from '../quantity/QuantityField';
import { Quiet } from '../theme/Enamel';
import { roomLeft } from './freezerRoom';
import { into } from './intoPlaces';
import styles from './Larder.module.css';
import { someOf } from './someOf';

/** Places it may be put to: what has fresh herbs or garlic in it never stands warm (docs/handbook.md, keeping). */
export const placesFor = ({ storage, additions }: Pick<ButterShown, 'storage' | 'additions'>): Storage[] =>
  storages.filter((place) => place !== storage && !(isWarm(place) && additions.some(isPerishable)));

/** The piece in hand is put elsewhere, all of it or a part; its date follows. */
export function Elsewhere({ pat, frozen }: { pat: ButterShown; frozen: number }) {
  const say = useSay();
  const { freezerRoom } = useFarm();
  const left = pat.storage === 'freezer' ? undefined : roomLeft(frozen, freezerRoom ?? undefined, say.mass);
  const { act, refused, busy } = useAct();
  const [typed, setTyped] = useState('');
  const { understood, wrong, mass } = someOf(typed, pat.mass, say.system, say.mass);
  async function put(to: Storage) {
    const some = mass !== undefined && mass < pat.mass;
    const went = await act(
      'butter.move',
      { lotId: pat.lotId, to, ...(some ? { mass, partId: newId() } : {}) },
      `${some ? `${say.mass(mass)} of ${pat.code}` : pat.code} ${into[to][0]!.toLowerCase()}${into[to].slice(1)}; its day is worked out anew.`,
    );
    if (went) setTyped('');
  }
  return (
    <div className={styles.form}>
      <QuantityField
        label="How much of it"
        typed={typed}
        onTyped={setTyped}
        understood={understood}
        system={say.system}
        hint={`all of it: ${say.mass(pat.mass)}`}
      />
      <div className={styles.quick}>
        {placesFor(pat).map((place) => (
          <Button
            key={place}
            variant="outlined"
            size="large"
            disabled={busy || wrong}
            onClick={() => void put(place)}
            sx={{ minHeight: 64 }}
          >
            {into[place]}
          </Button>
        ))}
      </div>
      <RefusedSentence refused={refused} />
      <Quiet>
        Each place uses up its share of the time; out of the freezer it keeps half as long in the fridge. A
        part gets its own code and label. {left}
      </Quiet>
    </div>
  );
}
