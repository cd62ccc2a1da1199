'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Vessel } from '@/server/house/views';
import { counted } from '@/core/quantities/counted';
import { sizeRules } from '../churning/plan/creamRules';
import { useSay } from '../frame/FarmContext';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { partsOf } from '../pail/putTogether';
import { Field } from '../quantity/Field';
import { OneOf } from '../quantity/OneOf';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import { Enamel, Quiet } from '../theme/Enamel';
import styles from './House.module.css';

/** A vessel renamed, measured anew, or retired: what stood in it keeps its story. */
export function Vessels({ vessels }: { vessels: readonly Vessel[] }) {
  const say = useSay();
  const { act, refused, busy } = useAct();
  const [id, setId] = useState(vessels[0]?.id ?? '');
  const [name, setName] = useState('');
  const [size, setSize] = useState('');
  const [parts, setParts] = useState<string>();
  const vessel = vessels.find((one) => one.id === id) ?? vessels[0];
  if (!vessel) return <Quiet>Nothing is in the house yet.</Quiet>;
  const read = understand(size, sizeRules(say.system));
  const capacity = read && 'quantity' in read ? read.quantity.value : undefined;
  const named = name.trim() !== '' && name.trim() !== vessel.name ? name.trim() : undefined;
  const had = (vessel.equipment.parts ?? []).join('\n');
  const listed = parts === undefined || parts.trim() === had ? undefined : partsOf(parts);
  const clear = (done: boolean) => {
    if (!done) return;
    setName('');
    setSize('');
    setParts(undefined);
  };
  return (
    <Enamel className={styles.add} aria-label="Change a vessel">
      <OneOf
        label="Which"
        chosen={vessel.id}
        onChoose={(to) => {
          setId(to);
          setName('');
          setSize('');
          setParts(undefined);
        }}
        choices={vessels.map((one) => ({ key: one.id, name: `${one.name}, ${say.volume(one.capacity)}` }))}
      />
      <Field
        label="Call it"
        value={name}
        onChange={(event) => setName(event.target.value)}
        helperText={vessel.name}
        slotProps={{ htmlInput: { maxLength: 60 } }}
      />
      <QuantityField
        label={vessel.kind === 'separator' ? 'Milk it takes in an hour' : 'It holds, to the brim'}
        typed={size}
        onTyped={setSize}
        understood={read}
        system={say.system}
        hint={say.volume(vessel.capacity)}
      />
      {vessel.kind === 'separator' && (
        <Field
          label="Its parts, one a line, in the order they go together"
          sx={{ '&&': { flexBasis: '100%' } }}
          value={parts ?? had}
          multiline
          minRows={5}
          maxRows={12}
          onChange={(event) => setParts(event.target.value)}
          helperText="ticked off before a run, counted after the wash"
          slotProps={{ htmlInput: { maxLength: 3500 } }}
        />
      )}
      <Button
        variant="outlined"
        disabled={
          busy ||
          (named === undefined && capacity === undefined && listed === undefined) ||
          (read && 'wrong' in read)
        }
        onClick={() =>
          void act(
            'vessel.change',
            {
              vesselId: vessel.id,
              ...(named === undefined ? {} : { name: named }),
              ...(capacity === undefined ? {} : { capacity }),
              ...(listed === undefined ? {} : { equipment: { parts: listed } }),
            },
            `${named ?? vessel.name}${capacity === undefined ? '' : ` holds ${say.volume(capacity)}`}${listed === undefined ? '' : `${capacity === undefined ? ' has' : ', with'} ${counted(listed.length, 'part')}`}${named === undefined ? '' : `, was ${vessel.name}`}.`,
            {
              name: 'vessel.change',
              input: {
                vesselId: vessel.id,
                name: vessel.name,
                capacity: vessel.capacity,
                ...(listed === undefined ? {} : { equipment: { parts: vessel.equipment.parts ?? [] } }),
              },
            },
          ).then(clear)
        }
      >
        Change it
      </Button>
      <Button
        variant="text"
        disabled={busy}
        onClick={() =>
          void act(
            'vessel.change',
            { vesselId: vessel.id, retire: true },
            `${vessel.name} is retired.`,
            false,
          ).then(clear)
        }
      >
        {vessel.name} is broken or gone: retire it
      </Button>
      <RefusedSentence refused={refused} />
    </Enamel>
  );
}
