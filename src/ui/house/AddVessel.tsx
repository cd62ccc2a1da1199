'use client';

import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { ToolKey } from '@/core/churning/tools';
import type { Vessel } from '@/server/house/views';
import { ToolSelect } from '../churning/ToolSelect';
import { sizeRules } from '../churning/plan/creamRules';
import { useSay } from '../frame/FarmContext';
import { newId } from '../outbox/newId';
import { useOutbox } from '../outbox/OutboxProvider';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import { Enamel } from '../theme/Enamel';
import styles from './House.module.css';

const kinds: Record<Vessel['kind'], string> = {
  churn: 'Churn',
  jar: 'Jar',
  pail: 'Pail',
  can: 'Settling can',
  tapCan: 'Can with a tap',
  pan: 'Pan',
  tub: 'Tub',
  crock: 'Crock',
  mould: 'Mould',
  separator: 'Separator',
};
/** Adds a churn or vessel of the maker's own, with its size to the brim. */
export function AddVessel() {
  const say = useSay();
  const outbox = useOutbox();
  const router = useRouter();
  const [kind, setKind] = useState<Vessel['kind']>('churn');
  const [tool, setTool] = useState<ToolKey>('paddleHand');
  const [name, setName] = useState('');
  const [typed, setTyped] = useState('');
  const [across, setAcross] = useState('');
  const [discs, setDiscs] = useState('');
  const [motor, setMotor] = useState(false);
  const [wrong, setWrong] = useState<{ message: string; field?: string }>();
  const size = understand(typed, sizeRules(say.system));
  async function add() {
    if (name.trim() === '')
      return setWrong({ message: 'A name of 1 to 60 letters is needed.', field: 'name' });
    if (!size || !('quantity' in size))
      return setWrong({ message: 'Its size to the brim is needed.', field: 'capacity' });
    const answer = await outbox.put('vessel.add', {
      id: newId(),
      name,
      kind,
      tool: kind === 'churn' ? tool : null,
      capacity: size.quantity.value,
      ...(kind !== 'churn' && kind !== 'separator' && /^\d+([.,]\d+)?$/.test(across.trim())
        ? { diameter: Number(across.trim().replace(',', '.')) * (say.system === 'metric' ? 10 : 25.4) }
        : {}),
      ...(kind === 'separator'
        ? { equipment: { motor, ...(/^\d+$/.test(discs.trim()) ? { discs: Number(discs) } : {}) } }
        : {}),
    });
    if (answer.status === 'refused') return setWrong(answer);
    setWrong(undefined);
    setName('');
    setTyped('');
    router.refresh();
  }
  return (
    <Enamel className={styles.add} aria-label="Add a vessel">
      <TextField
        select
        label="What"
        value={kind}
        onChange={(event) => setKind(event.target.value as Vessel['kind'])}
      >
        {Object.entries(kinds).map(([key, says]) => (
          <MenuItem key={key} value={key}>
            {says}
          </MenuItem>
        ))}
      </TextField>
      {kind === 'churn' && <ToolSelect label="Kind of churn" tool={tool} onTool={setTool} />}
      <TextField
        label="Its name"
        value={name}
        onChange={(event) => setName(event.target.value)}
        error={wrong?.field === 'name'}
        helperText={wrong?.field === 'name' ? wrong.message : 'the oak one, blue jar'}
      />
      <QuantityField
        label={kind === 'separator' ? 'Milk it takes in an hour' : 'Holds, to the brim'}
        typed={typed}
        onTyped={setTyped}
        understood={wrong?.field === 'capacity' && !size ? { wrong: wrong.message } : size}
        system={say.system}
        hint={say.system === 'metric' ? '4 L' : '4 qt'}
        onEnter={() => void add()}
      />
      {kind !== 'churn' && kind !== 'separator' && kind !== 'mould' && (
        <TextField
          label={say.system === 'metric' ? 'Across inside, cm' : 'Across inside, inches'}
          value={across}
          onChange={(event) => setAcross(event.target.value)}
          error={across.trim() !== '' && !/^\d+([.,]\d+)?$/.test(across.trim())}
          helperText="for the skim gauge; a usual one is assumed"
        />
      )}
      {kind === 'separator' && (
        <>
          <TextField
            label="Discs in the bowl"
            value={discs}
            onChange={(event) => setDiscs(event.target.value)}
            error={discs.trim() !== '' && !/^\d+$/.test(discs.trim())}
            helperText="to count them in and out"
          />
          <Chips
            legend="Turned by"
            chosen={motor ? 'motor' : 'hand'}
            onChoose={(key) => setMotor(key === 'motor')}
            choices={[
              { key: 'hand', name: 'Hand' },
              { key: 'motor', name: 'Motor' },
            ]}
          />
        </>
      )}
      <Button variant="outlined" onClick={() => void add()}>
        Put it on the shelf
      </Button>
    </Enamel>
  );
}
