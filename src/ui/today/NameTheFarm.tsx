'use client';

import Button from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useOutbox } from '../outbox/OutboxProvider';
import { Enamel } from '../theme/Enamel';
import { Field } from '../quantity/Field';

/** Asked once, after the first butter: what the farm is called. */
export function NameTheFarm() {
  const outbox = useOutbox();
  const router = useRouter();
  const [name, setName] = useState('');
  const [wrong, setWrong] = useState<string>();
  async function settle() {
    if (name.trim() === '') return setWrong('A name of 1 to 80 letters is needed.');
    const answer = await outbox.put('house.settle', { name });
    if (answer.status === 'refused') setWrong(answer.message);
    else router.refresh();
  }
  return (
    <Enamel
      style={{ display: 'flex', flexWrap: 'wrap', gap: 14, alignItems: 'flex-start' }}
      aria-label="Name the farm"
    >
      <p style={{ margin: '14px 0 0', fontWeight: 640 }}>Your first butter. What is this farm called?</p>
      <Field
        label="Name of the farm"
        value={name}
        onChange={(event) => setName(event.target.value)}
        error={wrong !== undefined}
        helperText={wrong}
        sx={{ flex: '1 1 220px' }}
      />
      <Button variant="outlined" onClick={() => void settle()}>
        Write it on the door
      </Button>
    </Enamel>
  );
}
