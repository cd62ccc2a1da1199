'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import type { BatchStory } from '@/core/churning/batchStory';
import { factsAsDone, wayOf } from '@/core/churning/wayOfWorking';
import type { BatchView } from '@/server/churning/views';
import { newId } from '../../outbox/newId';
import { useAct } from '../../outbox/useAct';
import { Quiet } from '../../theme/Enamel';
import { Field } from '../../quantity/Field';

/** A batch that went well becomes a way of working with a name, one tap away the next time. */
export function KeepWay({ view, story }: { view: BatchView; story: BatchStory }) {
  const { act, refused, busy } = useAct();
  const [name, setName] = useState(view.facts.way ?? '');
  const known = view.ways.some((way) => way.name === name.trim());
  const keep = () =>
    act(
      'way.keep',
      { id: newId(), name: name.trim(), way: wayOf(factsAsDone(view.facts, story)) },
      `Kept as “${name.trim()}”: it stands on the plan of the next churning.`,
      false,
    );
  return (
    <div style={{ display: 'grid', gap: 12, maxWidth: 560 }}>
      <Field
        label="Call it"
        value={name}
        onChange={(event) => setName(event.target.value)}
        placeholder="Sunday cultured"
        error={refused !== undefined}
        helperText={
          refused?.message ??
          (known
            ? 'It takes the place of the one of that name.'
            : 'Churn, temperature, washes, salt, shaping and place.')
        }
        slotProps={{ htmlInput: { maxLength: 40 } }}
      />
      <Button
        variant="outlined"
        sx={{ justifySelf: 'start', minHeight: 56 }}
        disabled={name.trim() === '' || busy}
        onClick={() => void keep()}
        data-act="keep-way"
      >
        Keep it
      </Button>
      <Quiet>Each batch may still differ.</Quiet>
    </div>
  );
}
